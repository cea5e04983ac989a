import { unpackDictionary, buildDictionary, type Dictionary, type Order } from "#core/diagnosis/index.ts";
import {
  bestCourse,
  debrief,
  hide,
  playSchool,
  PracticeSession,
  type BestCourse,
  type Debrief,
  type Exercise,
  type Hidden,
  type PracticeStep,
  type SchoolPlay,
  type Snapshot,
  type Taken,
} from "#core/practice/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { pool } from "../database/pool.ts";
import { inShop } from "../database/shopOfWork.ts";
import { readDictionary } from "../units/dictionaries.ts";

interface Worked {
  readonly hash: string;
  readonly unit: UnitModel;
  readonly hidden: Hidden;
  readonly seed: number;
  readonly taken: readonly Taken[];
}

/** What a thread does, and for which shop. */
export type PracticeRequest = { readonly shop: string } & PracticeTask;

export type PracticeTask =
  | { readonly want: "hide"; readonly hash: string; readonly unit: UnitModel; readonly exercise: Exercise }
  /** The exercise after its actions, as it stands at a time. */
  | ({ readonly want: "stand"; readonly id: string; readonly clock: number } & Worked)
  | ({ readonly want: "debrief" } & Worked)
  | ({ readonly want: "school"; readonly order: Order } & Worked)
  /** The shortest way to a fault, for a job that was closed on it. */
  | { readonly want: "course"; readonly hash: string; readonly unit: UnitModel; readonly suspect: string };

export type PracticeAnswer = Hidden | PracticeStand | Debrief | SchoolPlay | BestCourse | undefined;

/** What an exercise shows: nothing of what is hidden. */
export interface PracticeStand {
  readonly steps: readonly PublicStep[];
  readonly snapshot: Snapshot;
  readonly minutes: number;
  readonly money: number;
  readonly finished?: boolean;
  readonly dangers: number;
}

/** A step as the learner may see it before the end: not which part was bought in vain. */
export type PublicStep = Omit<PracticeStep, "check">;

/** Units and sessions worked with last, by model hash and exercise: what was solved for them is solved once. */
const units = new Map<string, UnitModel>();
const sessions = new Map<string, PracticeSession>();
const dictionaries = new Map<string, Dictionary>();
const MOST_UNITS = 8;
const MOST_SESSIONS = 24;
const MOST_DICTIONARIES = 2;

export default function practise(request: PracticeRequest): Promise<PracticeAnswer> {
  return inShop(request.shop, () => answer(request));
}

async function answer(request: PracticeTask): Promise<PracticeAnswer> {
  const unit = kept(units, request.hash, MOST_UNITS, () => request.unit);
  switch (request.want) {
    case "hide":
      return hide(unit, request.exercise);
    case "stand":
      return standAt(request, unit);
    case "debrief":
      return debrief(await dictionaryOf(request.hash, unit), request.hidden, request.seed, request.taken);
    case "school":
      return playSchool(await dictionaryOf(request.hash, unit), request.hidden, request.seed, request.order);
    case "course":
      return bestCourse(await dictionaryOf(request.hash, unit), request.suspect);
  }
}

function standAt(
  { id, hidden, seed, taken, clock }: Extract<PracticeTask, { want: "stand" }>,
  unit: UnitModel,
): PracticeStand {
  let session = sessions.get(id);
  // A thread that has not seen the last actions works from where it stood; one that has seen others begins anew.
  if (!session || session.steps.length > taken.length) session = new PracticeSession(unit, hidden, seed);
  sessions.delete(id);
  sessions.set(id, session);
  if (sessions.size > MOST_SESSIONS) sessions.delete(sessions.keys().next().value!);
  for (const one of taken.slice(session.steps.length)) session.take(one);
  const { finished } = session;
  return {
    steps: session.steps.map(({ action, clock: at, minutes, money, shown, slips }) => ({
      action,
      clock: at,
      minutes,
      money,
      shown,
      slips: finished ? slips : slips.filter((s) => s.kind !== "bought in vain"),
    })),
    snapshot: session.snapshot(clock),
    minutes: session.minutes,
    money: session.money,
    ...(finished ? { finished: finished.right } : {}),
    dangers: session.steps.flatMap((s) => s.slips).filter((s) => s.danger).length,
  };
}

async function dictionaryOf(hash: string, unit: UnitModel): Promise<Dictionary> {
  const known = dictionaries.get(hash);
  if (known) return known;
  const packed = await readDictionary(pool(), hash).catch(() => undefined);
  const dictionary = packed ? unpackDictionary(unit, packed) : buildDictionary(unit);
  dictionaries.set(hash, dictionary);
  if (dictionaries.size > MOST_DICTIONARIES) dictionaries.delete(dictionaries.keys().next().value!);
  return dictionary;
}

function kept<T>(map: Map<string, T>, key: string, most: number, make: () => T): T {
  let value = map.get(key);
  if (value === undefined) {
    map.set(key, (value = make()));
    if (map.size > most) map.delete(map.keys().next().value!);
  }
  return value;
}
