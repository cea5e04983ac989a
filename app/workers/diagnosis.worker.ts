import { expose } from "comlink";
import {
  buildDictionary,
  buildReadings,
  DictionarySizeError,
  type Dictionary,
} from "#core/diagnosis/index.ts";
import { orderView, questionAt, viewJob, whatIf, wiringView } from "#core/view/index.ts";
import { symptomTable } from "#core/sequence/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { DiagnosisWorker } from "./diagnosisProtocol.ts";
import { fetchedDictionary } from "./fetchedDictionary.ts";

let dictionary: Dictionary | undefined;

function opened(): Dictionary {
  if (!dictionary) throw new Error("No unit is open in the diagnosis worker.");
  return dictionary;
}

/** A unit that is too large for a dictionary has its readings all the same. */
function built(unit: UnitModel, report: (done: number) => void): Dictionary {
  try {
    return buildDictionary(unit, report);
  } catch (error) {
    if (error instanceof DictionarySizeError) return buildReadings(unit);
    throw error;
  }
}

const worker: DiagnosisWorker = {
  async open(unit, address, report) {
    dictionary = (await fetchedDictionary(unit, address)) ?? built(unit, (done) => report(done));
  },
  async faults() {
    const known = opened();
    if (!known.unit.sequence || known.symptomsSoFar()) return undefined;
    return known.cases.map((c) => c.faults[0]);
  },
  async table(unit, faults) {
    return symptomTable(unit, faults);
  },
  async learnSymptoms(table) {
    opened().acceptSymptoms(table);
  },
  async view(events, order, weighed, depth, keep) {
    return viewJob(opened(), events, order, (half) => void weighed(half), depth, keep);
  },
  async whatIf(events, body) {
    return whatIf(opened(), events, body);
  },
  async question(events, body) {
    return questionAt(opened(), events, body);
  },
  async wiring(events, state) {
    return wiringView(opened(), events, state);
  },
  async order(events, order) {
    return orderView(opened(), events, order);
  },
};

expose(worker);
