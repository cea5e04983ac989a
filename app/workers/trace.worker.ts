import { expose } from "comlink";
import { firstCheck, tracedView } from "#core/view/index.ts";
import type { TraceWorker } from "./traceProtocol.ts";

const worker: TraceWorker = {
  async look(unit) {
    return tracedView(unit);
  },
  async first(unit) {
    return firstCheck(unit);
  },
};

expose(worker);
