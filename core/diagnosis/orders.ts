import type { Course, UnitModel } from "#core/unit/index.ts";
import { readingCheck, type ReadingCheck } from "./checks.ts";
import type { Situation } from "./cost.ts";
import type { Dictionary } from "./dictionary.ts";
import type { ReadingRow } from "./rows.ts";
import type { Evidence } from "./evidence.ts";
import { forecastCheck, rankChecks, type Proposal } from "./nextCheck.ts";
import type { Posterior } from "./posterior.ts";
import { toScale } from "./scale.ts";

/** Ways of going about it that people keep to. Each proposes the next check on the same suspects. */
export const ORDERS = ["information", "supply-forward", "load-back", "middle-first"] as const;
export type Order = (typeof ORDERS)[number];

/** What is known when a check is proposed. */
export interface Standpoint {
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
export function nextByOrder(order: Order, at: Standpoint): Proposal | undefined {
  const { dictionary, posterior, situation, done } = at;
  if (order !== "information")
    for (const course of coursesBySuspicion(dictionary, posterior)) {
      const check = onCourse(order, course, at);
      if (check) return forecastCheck(dictionary, posterior, situation, check);
    }
  return rankChecks(dictionary, posterior, situation, done, 1)[0];
}

/** The course's points against its reference, supply first; the reference itself is not read. */
function readingsOf(course: Course): ReadingCheck[] {
  const setup = { state: course.state, lifts: [] };
  return course.points
    .filter((id) => id !== course.reference)
    .map((id) => readingCheck(setup, course.function, id, course.reference));
}

function onCourse(
  order: Exclude<Order, "information">,
  course: Course,
  { dictionary, evidence, done }: Standpoint,
): ReadingCheck | undefined {
  const readings = readingsOf(course);
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
