import { getHeapStatistics } from "node:v8";
import {
  buildDictionary,
  buildReadings,
  ownValue,
  packDictionary,
  unpackDictionary,
  type Dictionary,
  type NoOwnValue,
  type OwnValue,
  type ReadingCheck,
} from "#core/diagnosis/index.ts";
import { type JobEvent } from "#core/job/index.ts";
import { suspectsOverTime, viewJob, type JobView, type SuspectsOverTime } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { pool } from "../database/pool.ts";
import { inShop } from "../database/shopOfWork.ts";
import { readDictionary, storeDictionary } from "../units/dictionaries.ts";
import { giveWay } from "./threadPriority.ts";

giveWay();

/** Dictionaries of the units asked about last, by model hash; the one longest unused goes first. */
const kept = new Map<string, Dictionary>();
/** As many as leave the thread room: near its limit (server/workers/analysis.ts) it would spend its time collecting garbage. */
const MOST_KEPT = 4;
const MOST_HEAP_BYTES = 160e6;

/** What a thread does, and for which shop. */
export type AnalysisRequest = { readonly shop: string } & AnalysisTask;

export type AnalysisTask =
  /** The view of a job, by the stored dictionary, or by readings alone where there is none. */
  | {
      readonly want: "view";
      readonly hash: string;
      readonly unit: UnitModel;
      readonly events: readonly JobEvent[];
    }
  /** How its suspects stood after each finding. */
  | {
      readonly want: "over time";
      readonly hash: string;
      readonly unit: UnitModel;
      readonly events: readonly JobEvent[];
    }
  /** A dictionary that is not stored yet: it is built and stored. */
  | { readonly want: "dictionary"; readonly hash: string; readonly unit: UnitModel }
  /** The value of a part that a reading tells. */
  | {
      readonly want: "own value";
      readonly unit: UnitModel;
      readonly check: ReadingCheck;
      readonly value: number;
    };

export type AnalysisAnswer = JobView | SuspectsOverTime | OwnValue | NoOwnValue | undefined;

/** Runs in a worker thread: what pages show before the browser's own worker takes over, and dictionaries for all. */
export default function analyse(request: AnalysisRequest): Promise<AnalysisAnswer> {
  return inShop(request.shop, () => answer(request));
}

async function answer(request: AnalysisTask): Promise<AnalysisAnswer> {
  if (request.want === "own value") return ownValue(request.unit, request.check, request.value);
  const { hash, unit } = request;
  if (request.want === "dictionary") {
    const dictionary = buildDictionary(unit);
    await storeDictionary(pool(), hash, packDictionary(dictionary));
    return undefined;
  }
  const dictionary = kept.get(hash) ?? (await stored(hash, unit)) ?? buildReadings(unit);
  keep(hash, dictionary);
  if (request.want === "over time") return suspectsOverTime(dictionary, request.events);
  return viewJob(dictionary, request.events, "information", undefined, "listed");
}

function keep(hash: string, dictionary: Dictionary): void {
  kept.delete(hash);
  // Readings alone are asked for until there is more, and are quickly had again.
  if (dictionary.suspects.length > 2) kept.set(hash, dictionary);
  if (getHeapStatistics().used_heap_size > MOST_HEAP_BYTES)
    for (const other of [...kept.keys()].filter((k) => k !== hash)) kept.delete(other);
  else if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!);
}

async function stored(hash: string, unit: UnitModel): Promise<Dictionary | undefined> {
  const packed = await readDictionary(pool(), hash).catch(() => undefined);
  try {
    return packed && unpackDictionary(unit, packed);
  } catch {
    return undefined;
  }
}
