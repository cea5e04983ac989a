import { contradictions, type Check, type Dictionary, type Posterior } from "#core/diagnosis/index.ts";
import { findingText } from "./callView.ts";
import type { JobState } from "#core/job/index.ts";

/** A reading that does not fit the others, and the check to take again. */
export interface DoubtView {
  readonly finding: string;
  readonly text: string;
  readonly check: Check;
}

/** Readings to take again before anything rests on them, most doubtful first. */
export function doubtsOf(dictionary: Dictionary, posterior: Posterior, job: JobState): DoubtView[] {
  return contradictions(dictionary, posterior, job.evidence).flatMap(({ finding, against }) => {
    const entry = job.ledger.find((e) => e.event.id === finding);
    if (!entry) return [];
    const own = findingText(dictionary.unit, job, finding);
    const other = against === undefined ? undefined : findingText(dictionary.unit, job, against);
    const text = other
      ? `With one fault these cannot both be right: ${own}; and ${other}. Measure the first again.`
      : `No likely fault gives this together with the rest: ${own}. Measure it again.`;
    return [{ finding, text, check: entry.check }];
  });
}
