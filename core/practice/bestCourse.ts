import { ORDERS, playFault, type Dictionary } from "#core/diagnosis/index.ts";
import { seeded } from "#core/quantity/index.ts";
import { freshTruth } from "./freshTruth.ts";

/** The shortest way from what a customer sees to the right call. */
export interface BestCourse {
  /** At the unit, from the complaint to the call. */
  readonly minutes: number;
  readonly checks: number;
}

/** Ways that have not found it by then are not the shortest. */
const MOST_CHECKS = 16;

/**
 * The shortest of all orders against one fault, without noise and without slips: readings solved afresh at the middle of the
 * fault's sizes. Undefined where the suspect is no single fault of a part, or no order comes to the right item.
 */
export function bestCourse(dictionary: Dictionary, suspect: string): BestCourse | undefined {
  const { unit, suspects, cases } = dictionary;
  const wanted = suspects.findIndex((s) => s.id === suspect);
  const sizes = cases.filter((c) => c.suspect === wanted);
  const { faults } = sizes[sizes.length >> 1] ?? { faults: [] };
  if (faults.length !== 1 || unit.sequence === undefined) return undefined;
  const truth = freshTruth(unit, faults);
  const complaint = unit.observations.flatMap((o) =>
    o.kind === "works" && o.cover === undefined ? [o.id] : [],
  );
  const courses = ORDERS.flatMap((order) => {
    const play = playFault(dictionary, truth, {
      order,
      noise: 0,
      slips: 0,
      random: seeded(1),
      complaint,
      mostChecks: MOST_CHECKS,
      singlesOnly: true,
    });
    const isRight = play.ready && play.item === suspects[wanted]!.item;
    return isRight ? [{ minutes: play.minutes, checks: play.steps.length }] : [];
  });
  return courses.sort((a, b) => a.minutes - b.minutes || a.checks - b.checks)[0];
}
