import { expose } from "comlink";
import { conditionFrom } from "#core/sequence/index.ts";
import { noConditionText } from "#core/view/index.ts";
import { checkFile, circuitOf, doubtsOf, type Checked, type Json } from "#core/workshop/index.ts";
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
  async condition(file, state, part, said) {
    const unit = circuitOf(file);
    const stands = unit?.states.find((s) => s.id === state);
    if (!unit || !stands)
      return "First mend what is wrong with parts, wires and states: until then nothing can be worked out.";
    const found = conditionFrom(unit, stands, part, said);
    return "code" in found ? noConditionText(found) : found;
  },
};

expose(worker);
