import { expose } from "comlink";
import { tracedView } from "#core/view/index.ts";
import type { TraceWorker } from "./traceProtocol.ts";

const worker: TraceWorker = {
  async look(unit) {
    return tracedView(unit);
  },
};

expose(worker);
