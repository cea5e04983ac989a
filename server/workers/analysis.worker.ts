import { buildDictionary, packDictionary, unpackDictionary, type Dictionary } from "#core/diagnosis/index.ts";
import { type JobEvent } from "#core/job/index.ts";
import { viewJob, type JobView } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { pool } from "../database/pool.ts";
import { readDictionary, storeDictionary } from "../units/dictionaries.ts";

/** Dictionaries of the units asked about last, by model hash. */
const kept = new Map<string, Dictionary>();
const MOST_KEPT = 4;

export interface AnalysisRequest {
  readonly hash: string;
  readonly unit: UnitModel;
  /** The job to look at; without it only the dictionary is wanted. */
  readonly events?: readonly JobEvent[];
}

/** Runs in a worker thread: the view of a job, for pages that are read without the browser's own worker. */
export default async function analyse({ hash, unit, events }: AnalysisRequest): Promise<JobView | undefined> {
  let dictionary = kept.get(hash);
  if (!dictionary) {
    dictionary = (await stored(hash, unit)) ?? (await built(hash, unit));
    if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
    kept.set(hash, dictionary);
  }
  return events && viewJob(dictionary, events, "information", undefined, "listed");
}

async function stored(hash: string, unit: UnitModel): Promise<Dictionary | undefined> {
  const packed = await readDictionary(pool(), hash).catch(() => undefined);
  try {
    return packed && unpackDictionary(unit, packed);
  } catch {
    return undefined;
  }
}

/** A dictionary that cannot be kept is used all the same. */
async function built(hash: string, unit: UnitModel): Promise<Dictionary> {
  const dictionary = buildDictionary(unit);
  await storeDictionary(pool(), hash, packDictionary(dictionary)).catch(() => undefined);
  return dictionary;
}
