import path from "node:path";
import { Piscina } from "piscina";
import type { Order } from "#core/diagnosis/index.ts";
import type { BestCourse, Debrief, Exercise, Hidden, SchoolPlay, Taken } from "#core/practice/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { shopOfWork } from "../database/shopOfWork.ts";
import type { PracticeAnswer, PracticeRequest, PracticeStand, PracticeTask } from "./practice.worker.ts";

/** An exercise with all that is known of it here. */
export interface Worked {
  readonly hash: string;
  readonly unit: UnitModel;
  readonly hidden: Hidden;
  readonly seed: number;
  readonly taken: readonly Taken[];
}

/** What takes longer is given up, ms: a step of an exercise, and laying one out or looking back at one. */
const STEP_MS = 10_000;
const LONG_MS = 90_000;
/** Of what the queue computes, which nobody waits for. */
const QUEUED_MS = 300_000;

const holder = globalThis as typeof globalThis & {
  zygodromePractice?: Piscina<PracticeRequest, PracticeAnswer>;
};

/** Threads of their own: an exercise never waits for a job, nor a job for an exercise. One keeps what it solved to itself. */
function threads(): Piscina<PracticeRequest, PracticeAnswer> {
  return (holder.zygodromePractice ??= new Piscina<PracticeRequest, PracticeAnswer>({
    filename: path.resolve("build/node/practice.js"),
    resourceLimits: { maxYoungGenerationSizeMb: 8, maxOldGenerationSizeMb: 448 },
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: 60_000,
  }));
}

async function run<T extends PracticeAnswer>(task: PracticeTask, ms: number): Promise<T> {
  const signal = AbortSignal.timeout(ms);
  try {
    return (await threads().run({ shop: shopOfWork(), ...task }, { signal })) as T;
  } catch (error) {
    if (signal.aborted)
      throw new Response("This exercise takes long to compute. Try it again in a moment.", { status: 503 });
    throw error;
  }
}

export function layOut(hash: string, unit: UnitModel, exercise: Exercise): Promise<Hidden | undefined> {
  return run<Hidden | undefined>({ want: "hide", hash, unit, exercise }, LONG_MS);
}
export function standAt(id: string, worked: Worked, clock: number): Promise<PracticeStand> {
  return run<PracticeStand>({ want: "stand", id, clock, ...worked }, STEP_MS);
}
export function lookBack(worked: Worked): Promise<Debrief> {
  return run<Debrief>({ want: "debrief", ...worked }, LONG_MS);
}
export function playBy(order: Order, worked: Worked): Promise<SchoolPlay> {
  return run<SchoolPlay>({ want: "school", order, ...worked }, LONG_MS);
}
export function courseTo(hash: string, unit: UnitModel, suspect: string): Promise<BestCourse | undefined> {
  return run<BestCourse | undefined>({ want: "course", hash, unit, suspect }, QUEUED_MS);
}
