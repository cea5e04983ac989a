import { afterRepair, LISTED, weighFindings, type Dictionary } from "#core/diagnosis/index.ts";
import type { JobState } from "#core/job/index.ts";

/** What is known of a job's unit as it is now: after each repair another one, that begins with what was left of the one before. */
export function afterRepairs(dictionary: Dictionary, { repairs }: Pick<JobState, "repairs">): Dictionary {
  return repairs.reduce(
    (known, { evidence, body }) =>
      afterRepair(known, weighFindings(known, evidence, LISTED), body.item.split("+")),
    dictionary,
  );
}
