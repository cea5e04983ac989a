import { expose } from "comlink";
import { graphmlOf, netlistOf } from "#core/formats/index.ts";
import type { FormatsWorker } from "./formatsProtocol.ts";

const worker: FormatsWorker = {
  async netlist(unit, of) {
    return netlistOf(unit, of);
  },
  async graphml(unit) {
    return graphmlOf(unit);
  },
};

expose(worker);
