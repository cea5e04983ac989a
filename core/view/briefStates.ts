import type { Check, Dictionary, Posterior } from "#core/diagnosis/index.ts";

/** A state that lasts no longer in one try is over before two probes are set: the meter waits for it. Common practice, no source. */
const BRIEF_SECONDS = 20;

/**
 * How long one try stays in a check's state, where that is too short to go there and look: as likely shorter as longer,
 * by what the findings make of the cases, s. undefined where there is time.
 */
export function briefSeconds(dictionary: Dictionary, posterior: Posterior, check: Check): number | undefined {
  const { unit, cases } = dictionary;
  const { state } = check.setup;
  if (!unit.sequence || check.kind !== "reading") return undefined;
  if (unit.states.find((s) => s.id === state)?.power !== "live") return undefined;
  const stays = cases
    .map((_, i) => ({ seconds: dictionary.stand(i, state).seconds, chance: posterior.cases[i]! }))
    .sort((a, b) => a.seconds - b.seconds);
  const half = stays.reduce((sum, s) => sum + s.chance, 0) / 2;
  let sum = 0;
  const middle = stays.find((s) => (sum += s.chance) >= half);
  return middle && middle.seconds < BRIEF_SECONDS ? middle.seconds : undefined;
}
