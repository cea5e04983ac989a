import { costOf, hazardous, minutesFor, situationAfter, type Situation } from "./cost.ts";
import type { Dictionary } from "./dictionary.ts";
import { afterOutcome, entropy, itemBase, remainingBits, total } from "./information.ts";
import type { ItemIndex } from "./items.ts";
import type { Candidate } from "./nextCheck.ts";
import { outcomesOf, type LiveCases, type Outcomes } from "./outcomes.ts";
import type { Posterior } from "./posterior.ts";

/** Second steps tried after each outcome: the checks that tell most now. */
const SECOND_STEPS = 24;
/** Outcomes less likely than this are not looked behind. */
const UNLIKELY = 0.03;
/** Where less than this is left to ask, bits, the outcome settles the matter. */
const SETTLED = 0.15;

/**
 * The best of a few checks, each judged with the best check that could follow it: the one with the most expected bits
 * per expected minute over both steps. Undefined where there is none.
 */
export function bestOfTwo(
  dictionary: Dictionary,
  posterior: Posterior,
  live: LiveCases,
  items: ItemIndex,
  situation: Situation,
  best: readonly Candidate[],
  all: readonly Candidate[],
): Candidate | undefined {
  if (best.length < 2) return best[0];
  const seconds = [...all]
    .filter((c) => !c.repeat)
    .sort((a, b) => b.gain - a.gain)
    .slice(0, SECOND_STEPS);
  let first: Candidate | undefined;
  let top = 0;
  for (const candidate of best) {
    const rate = rateOverTwo(dictionary, posterior, live, items, situation, candidate, seconds);
    if (rate <= top) continue;
    top = rate;
    first = candidate;
  }
  return first;
}

function rateOverTwo(
  dictionary: Dictionary,
  posterior: Posterior,
  live: LiveCases,
  items: ItemIndex,
  situation: Situation,
  first: Candidate,
  seconds: readonly Candidate[],
): number {
  const { unit } = dictionary;
  const danger = hazardous(unit);
  const then = situationAfter(unit, situation, first.row.check);
  const base = itemBase(live, items);
  const minutes = seconds.map((c) => minutesFor(costOf(unit, then, c.row.check), danger));
  let bits = first.gain;
  let time = first.minutes;
  for (let k = 0; k < first.outcomes.classes; k++) {
    const weights = afterOutcome(posterior.notInModel, live, base, first.outcomes, items, k);
    const chance = total(weights);
    const left = entropy(weights);
    if (chance < UNLIKELY || left < SETTLED) continue;
    const after = afterwards(live, first.outcomes, k, chance);
    const outside = posterior.notInModel / first.outcomes.classes / chance;
    const own = itemBase(after, items);
    let rate = 0;
    let gain = 0;
    let cost = 0;
    seconds.forEach((c, s) => {
      if (c === first) return;
      const told = left - remainingBits(outside, after, own, outcomesOf(after, c.row), items);
      if (told / minutes[s]! <= rate) return;
      rate = told / minutes[s]!;
      gain = told;
      cost = minutes[s]!;
    });
    bits += chance * gain;
    time += chance * cost;
  }
  return bits / time;
}

/** The live cases once outcome k is known. */
function afterwards(
  live: LiveCases,
  { pooled, differing, chance }: Outcomes,
  k: number,
  sum: number,
): LiveCases {
  const m = differing.length;
  const weights = live.chance.map((w) => (w * pooled[k]!) / sum);
  for (let d = 0; d < m; d++) {
    const j = differing[d]!;
    weights[j] = (live.chance[j]! * chance[k * m + d]!) / sum;
  }
  const kept = [...live.index.keys()]
    .filter((j) => weights[j]! > 1e-3)
    .sort((a, b) => weights[b]! - weights[a]!);
  return {
    index: Int32Array.from(kept, (j) => live.index[j]!),
    chance: Float64Array.from(kept, (j) => weights[j]!),
    supplySd: live.supplySd,
  };
}
