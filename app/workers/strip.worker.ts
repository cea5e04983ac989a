import { expose } from "comlink";
import { planStrip } from "#core/loads/index.ts";
import type { StripWorker } from "./stripProtocol.ts";

const worker: StripWorker = {
  async plan(question) {
    return planStrip(question);
  },
};

expose(worker);
