import { expose } from "comlink";
import { symptomGroups } from "#core/sequence/index.ts";
import type { SymptomsWorker } from "./symptomsProtocol.ts";

const worker: SymptomsWorker = {
  async groups(unit, report) {
    return symptomGroups(unit, (done) => report(done));
  },
};

expose(worker);
