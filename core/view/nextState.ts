import { readingCheck, type ReadingCheck } from "#core/diagnosis/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { isCurrent, type JobState } from "#core/job/index.ts";

/**
 * The same pair in the unit's next state in which it has not been read yet, in the model's order and round to its
 * beginning; undefined when every state of that power has its reading.
 */
export function sameInNextState(
  unit: UnitModel,
  job: JobState,
  check: ReadingCheck,
): ReadingCheck | undefined {
  const power = unit.states.find((s) => s.id === check.setup.state)?.power;
  const states = unit.states.filter((s) => s.power === power);
  const here = states.findIndex((s) => s.id === check.setup.state);
  const read = new Set([check.id, ...job.ledger.filter(isCurrent).map((e) => e.check.id)]);
  return [...states.slice(here + 1), ...states.slice(0, here)]
    .map((s) => readingCheck({ ...check.setup, state: s.id }, check.fn, check.red, check.black))
    .find((next) => !read.has(next.id));
}
