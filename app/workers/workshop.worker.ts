import { expose } from "comlink";
import { checkFile, doubtsOf, type Checked, type Json } from "#core/workshop/index.ts";
import type { WorkshopWorker } from "./workshopProtocol.ts";

let last: { readonly file: Json; readonly checked: Checked } | undefined;

const worker: WorkshopWorker = {
  async check(file) {
    const checked = checkFile(file);
    last = { file, checked };
    return checked;
  },
  async doubts() {
    return last?.checked.unit ? doubtsOf(last.file, last.checked.unit) : [];
  },
};

expose(worker);
