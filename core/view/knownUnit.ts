import {
  afterRepair,
  LISTED,
  weighFindings,
  withExperience,
  type Dictionary,
} from "#core/diagnosis/index.ts";
import type { JobState } from "#core/job/index.ts";

/**
 * What is known of a job's unit as it is now: where it starts from what the shop has learned, and after each repair another one,
 * that begins with what was left of the one before.
 */
export function knownUnit(
  dictionary: Dictionary,
  { repairs, learned }: Pick<JobState, "repairs" | "learned">,
): Dictionary {
  const start = learned?.on === true ? withExperience(dictionary, learned.experience) : dictionary;
  return repairs.reduce(
    (known, { evidence, body }) =>
      afterRepair(known, weighFindings(known, evidence, LISTED), body.item.split("+")),
    start,
  );
}
