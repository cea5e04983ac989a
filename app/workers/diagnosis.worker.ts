import { expose } from "comlink";
import { buildDictionary, type Dictionary } from "#core/diagnosis/index.ts";
import { viewJob } from "#core/job/index.ts";
import type { DiagnosisWorker } from "./diagnosisProtocol.ts";

let dictionary: Dictionary | undefined;

const worker: DiagnosisWorker = {
  async open(unit, report) {
    dictionary = buildDictionary(unit, (done) => report(done));
    // The first view compiles the code that every later one runs.
    viewJob(dictionary, []);
  },
  async learnSymptoms() {
    dictionary?.symptoms();
  },
  async view(events) {
    if (!dictionary) throw new Error("No unit is open in the diagnosis worker.");
    return viewJob(dictionary, events);
  },
};

expose(worker);
