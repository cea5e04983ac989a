import type { Course, UnitModel } from "#core/unit/index.ts";
import { readingCheck, trialCheck, type Check, type ReadingCheck } from "./checks.ts";
import { adviseCall, type CallAdvice } from "../call/call.ts";
import { directTest } from "../call/directTest.ts";
import { ownTest } from "../call/ownTest.ts";
import { proofsOf } from "../call/proof.ts";
import { causeCheck } from "../call/causeCheck.ts";
import { rivalCheck } from "../call/rivals.ts";
import type { Situation } from "./cost.ts";
import { isForbidden } from "./hazards.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { ReadingRow } from "../dictionary/rows.ts";
import type { Evidence } from "../inference/evidence.ts";
import { byItem } from "../suspects/items.ts";
import { forecastCheck, rankChecks, type Proposal } from "./nextCheck.ts";
import type { Posterior } from "../inference/posterior.ts";
import { toScale } from "../dictionary/scale.ts";
import { ECONOMY } from "./stopping.ts";

/** Ways of going about it that people keep to. Each proposes the next check on the same suspects. */
export const ORDERS = [
  "information",
  "supply-forward",
  "load-back",
  "middle-first",
  "strip-and-add-back",
  "cheapest-swap",
] as const;
export type Order = (typeof ORDERS)[number];

/** The orders that walk along a course. */
export type WalkOrder = Extract<Order, "supply-forward" | "load-back" | "middle-first">;

/** What is known when a check is proposed. */
export interface PlanningContext {
  readonly dictionary: Dictionary;
  readonly posterior: Posterior;
  readonly situation: Situation;
  readonly evidence: readonly Evidence[];
  readonly done: ReadonlySet<string>;
}

/**
 * The next check by an order. The walks go along the course that the suspects lie on, skip nothing on it, and take the
 * next course when it is walked; when all are, the most telling check is proposed.
 */
export function nextByOrder(order: Order, at: PlanningContext): Proposal | undefined {
  const { dictionary, posterior, situation, done } = at;
  return ownProposal(order, at) ?? rankChecks(dictionary, posterior, situation, done, 1)[0];
}

/** What an order, or a call that waits, puts before the most telling check; undefined where that is next. */
export function ownProposal(order: Order, at: PlanningContext): Proposal | undefined {
  const { dictionary, posterior, situation, evidence, done } = at;
  const advice = adviseCall(dictionary, posterior, { findings: evidence, situation, done });
  const check = checkForCall(at, advice) ?? (order === "information" ? undefined : checkByOrder(order, at));
  return check && forecastCheck(dictionary, posterior, situation, check);
}

/** What a call that its chance would carry still waits for, where one check can bring it. */
function checkForCall(at: PlanningContext, { waits, item, suspect, against }: CallAdvice): Check | undefined {
  const { dictionary, posterior, situation, done, evidence } = at;
  const ground = { findings: evidence, situation, done };
  if (waits === "cause") return causeCheck(dictionary, posterior, situation, done, suspect);
  if (waits === "proof") return directTest(dictionary, posterior, ground, item);
  if (waits === "own" || waits === "feed" || waits === "alone") {
    const proofs = proofsOf(dictionary, posterior, evidence, item);
    return ownTest(dictionary, posterior, ground, suspect, proofs, ECONOMY)?.check;
  }
  if (waits === "rival") return rivalCheck(dictionary, posterior, situation, done, item, ECONOMY);
  if (waits !== "repeat") return undefined;
  const once = against.find((check) => posterior.readings.get(check)!.count === 1);
  return evidence.flatMap((e) => (e.kind === "reading" && e.check.id === once ? [e.check] : []))[0];
}

function checkByOrder(order: Exclude<Order, "information">, at: PlanningContext): Check | undefined {
  switch (order) {
    case "strip-and-add-back":
      return nextStrip(at);
    case "cheapest-swap":
      return nextSwap(at);
    default:
      return firstOf(coursesBySuspicion(at.dictionary, at.posterior), (c) => onCourse(order, c, at));
  }
}

/**
 * The next check on a plain walk: every course in the model's order, whatever is suspected, then every other reading in
 * the model's order. What people do who measure everything; it is there to compare with.
 */
export function nextOnPlainWalk(order: WalkOrder, at: PlanningContext): Check | undefined {
  return (
    firstOf(at.dictionary.unit.courses, (course) => onCourse(order, course, at)) ??
    at.dictionary.rows.find((row) => "mean" in row && !at.done.has(row.check.id))?.check
  );
}

function firstOf<A, B>(list: readonly A[], pick: (a: A) => B | undefined): B | undefined {
  for (const a of list) {
    const found = pick(a);
    if (found !== undefined) return found;
  }
  return undefined;
}

/** Below this chance an item is not swapped on suspicion. */
const WORTH_SWAPPING = 0.02;

/** The cheapest item that is still suspected, price before labour, and that has not been swapped yet. */
function nextSwap({ dictionary, posterior, done }: PlanningContext): Check | undefined {
  const { unit } = dictionary;
  const chances = new Map(byItem(dictionary, posterior).map((i) => [i.id, i.chance]));
  return unit.items
    .filter((i) => i.remedy === "replace" && (chances.get(i.id) ?? 0) > WORTH_SWAPPING)
    .sort((a, b) => (a.spare ? 0 : a.price) - (b.spare ? 0 : b.price) || a.minutes - b.minutes)
    .map((i) => trialCheck(unit, "swap", i.id))
    .find((c) => !done.has(c.id));
}

/** Where something opens a fuse: the lifts in turn, until one of them makes the fuses hold. */
function nextStrip({ dictionary, posterior, evidence, done }: PlanningContext): Check | undefined {
  const { unit } = dictionary;
  let opening = 0;
  posterior.cases.forEach((chance, i) => (opening += dictionary.opens(i).size > 0 ? chance : 0));
  const holds = evidence.some(
    (e) => e.kind === "seen" && e.check.kind === "trial" && e.check.trial === "strip" && e.seen,
  );
  if (opening < 0.1 || holds) return undefined;
  return unit.lifts.map((lift) => trialCheck(unit, "strip", lift.id)).find((c) => !done.has(c.id));
}

/** The course's points against its reference, supply first; the reference itself is not read. */
function readingsOf(course: Course): ReadingCheck[] {
  const setup = { state: course.state, lifts: [] };
  return course.points
    .filter((id) => id !== course.reference)
    .map((id) => readingCheck(setup, course.function, id, course.reference));
}

function onCourse(
  order: WalkOrder,
  course: Course,
  { dictionary, evidence, done }: PlanningContext,
): ReadingCheck | undefined {
  const readings = readingsOf(course).filter((r) => !isForbidden(dictionary.unit, r));
  const open = readings.filter((r) => !done.has(r.id));
  switch (order) {
    case "supply-forward":
      return open[0];
    case "load-back":
      return open.at(-1);
    case "middle-first": {
      // The fault lies between the last point that read as it should and the first that did not.
      const verdicts = readings.map((r) => verdictOf(dictionary, evidence, r));
      const bad = verdicts.indexOf(false);
      const end = bad < 0 ? readings.length : bad;
      const start = verdicts.lastIndexOf(true, Math.max(0, end - 1));
      const between = readings.slice(start + 1, end).filter((r) => !done.has(r.id));
      return between[between.length >> 1];
    }
  }
}

/** Whether a check on the course read as in the healthy unit; undefined where it was not taken. */
function verdictOf(
  dictionary: Dictionary,
  evidence: readonly Evidence[],
  check: ReadingCheck,
): boolean | undefined {
  const taken = evidence.findLast((e) => e.kind === "reading" && e.check.id === check.id);
  if (taken?.kind !== "reading") return undefined;
  const row = dictionary.row(check) as ReadingRow;
  const sd = Math.hypot(row.sd[0]!, 0.03 * row.slope[0]!);
  return Math.abs(toScale(check.fn, taken.value) - row.mean[0]!) < 3 * sd;
}

/** Courses with the chance of the parts that lie on them, most suspected first. */
function coursesBySuspicion({ unit, suspects }: Dictionary, posterior: Posterior): Course[] {
  return unit.courses
    .map((course) => {
      const parts = partsOn(unit, course);
      return {
        course,
        chance: suspects.reduce(
          (sum, s, i) => sum + (parts.has(s.part ?? "") ? posterior.suspects[i]! : 0),
          0,
        ),
      };
    })
    .sort((a, b) => b.chance - a.chance)
    .map(({ course }) => course);
}

/** Parts with both ends on nets that the course's points touch, and its load. */
function partsOn(unit: UnitModel, course: Course): ReadonlySet<string> {
  const nets = new Set(
    course.points.map((id) => {
      const terminal = unit.points.find((p) => p.id === id)!.terminal ?? id;
      const dot = terminal.lastIndexOf(".");
      return unit.parts.find((p) => p.id === terminal.slice(0, dot))!.terminals[terminal.slice(dot + 1)]!;
    }),
  );
  const on = unit.parts.filter((p) => Object.values(p.terminals).filter((net) => nets.has(net)).length >= 1);
  return new Set([course.load, ...on.map((p) => p.id)]);
}
