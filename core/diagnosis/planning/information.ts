import type { ItemIndex } from "../suspects/items.ts";
import type { LiveCases, Outcomes } from "./outcomes.ts";

const { log2 } = Math;

/** Entropy in bits of weights that need not sum to one; 0 for none. */
export function entropy(weights: ArrayLike<number>): number {
  let sum = 0;
  let logs = 0;
  for (let i = 0; i < weights.length; i++) {
    const w = weights[i]!;
    if (w <= 0) continue;
    sum += w;
    logs += w * log2(w);
  }
  return sum > 0 ? log2(sum) - logs / sum : 0;
}

export function total(weights: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < weights.length; i++) sum += weights[i]!;
  return sum;
}

/** Weight of every item over the live cases. */
export function itemBase(live: LiveCases, items: ItemIndex): Float64Array {
  const weights = new Float64Array(items.keys.length);
  for (let j = 0; j < live.index.length; j++) weights[items.ofCase[live.index[j]!]!]! += live.chance[j]!;
  return weights;
}

/**
 * Item weights after outcome k; they sum to its chance. What is pooled keeps its proportions; each differing case is
 * set apart: w(item) = base·p_pooled + Σ_d chance_d·(p_d − p_pooled). What is outside the model falls evenly.
 */
export function afterOutcome(
  outside: number,
  live: LiveCases,
  base: Float64Array,
  { pooled, differing, chance, classes }: Outcomes,
  items: ItemIndex,
  k: number,
): Float64Array {
  const weights = new Float64Array(base.length);
  afterOutcomeInto(weights, outside, live, base, { pooled, differing, chance, classes }, items, k);
  return weights;
}

function afterOutcomeInto(
  weights: Float64Array,
  outside: number,
  live: LiveCases,
  base: Float64Array,
  { pooled, differing, chance, classes }: Pick<Outcomes, "pooled" | "differing" | "chance" | "classes">,
  items: ItemIndex,
  k: number,
): void {
  const m = differing.length;
  const shared = pooled[k]!;
  for (let i = 0; i < base.length; i++) weights[i] = base[i]! * shared;
  for (let d = 0; d < m; d++) {
    const j = differing[d]!;
    weights[items.ofCase[live.index[j]!]!]! += live.chance[j]! * (chance[k * m + d]! - shared);
  }
  weights[items.outside]! += outside / classes;
}

let scratch = new Float64Array(0);

/** Expected entropy over the items once the outcome is known, bits. */
export function remainingBits(
  outside: number,
  live: LiveCases,
  base: Float64Array,
  outcomes: Outcomes,
  items: ItemIndex,
): number {
  if (scratch.length !== base.length) scratch = new Float64Array(base.length);
  let bits = 0;
  for (let k = 0; k < outcomes.classes; k++) {
    afterOutcomeInto(scratch, outside, live, base, outcomes, items, k);
    bits += total(scratch) * entropy(scratch);
  }
  return bits;
}
