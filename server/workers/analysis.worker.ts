import { buildDictionary, type Dictionary } from "#core/diagnosis/index.ts";
import { viewJob, type JobEvent, type JobView } from "#core/job/index.ts";
import type { UnitModel } from "#core/unit/index.ts";

/** Dictionaries of the units asked about last, by model hash. */
const kept = new Map<string, Dictionary>();
const MOST_KEPT = 4;

export interface AnalysisRequest {
  readonly hash: string;
  readonly unit: UnitModel;
  readonly events: readonly JobEvent[];
  /** Also learn what every fault looks like: a complaint is on its way. */
  readonly prepare?: true;
}

/** Runs in a worker thread: the view of a job, for pages that are read without the browser's own worker. */
export default function analyse({ hash, unit, events, prepare }: AnalysisRequest): JobView {
  let dictionary = kept.get(hash);
  if (!dictionary) {
    if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
    kept.set(hash, (dictionary = buildDictionary(unit)));
  }
  if (prepare) dictionary.symptoms();
  return viewJob(dictionary, events);
}
