import type { Dictionary, Row, ReadingRow } from "./dictionary.ts";
import { NOTHING_SHARE, SLIP } from "./likelihood.ts";
import { normalBelow } from "./normal.ts";
import type { Posterior } from "./posterior.ts";
import { fromScale } from "./scale.ts";

/** A class of results that a check can have. */
export type OutcomeLabel =
  /** A reading of about `value`, between `low` and `high`. */
  | { readonly kind: "about"; readonly value: number; readonly low: number; readonly high: number }
  | { readonly kind: "seen" }
  | { readonly kind: "not-seen" };

/** The results of one check that the present suspects can produce, with how likely each case makes each. */
export interface Outcomes {
  readonly labels: readonly OutcomeLabel[];
  /** chance[k · cases + i]: probability of outcome k in case i; 0 for cases too faint to matter. */
  readonly chance: Float64Array;
}

/** Cases less likely than this do not shape the classes. */
export const FAINT = 2e-4;
/** Readings further apart than this many (mean) standard deviations are two classes. */
const APART = 4;
const MOST_CLASSES = 6;

/** Groups what a check can read under the suspects that are left into classes a technician can tell apart. */
export function outcomesOf(dictionary: Dictionary, posterior: Posterior, row: Row): Outcomes {
  const n = dictionary.cases.length;
  if ("chance" in row) {
    const chance = new Float64Array(2 * n);
    chance.set(row.chance);
    for (let i = 0; i < n; i++) chance[n + i] = 1 - row.chance[i]!;
    return { labels: [{ kind: "seen" }, { kind: "not-seen" }], chance };
  }
  const spread = spreads(row, posterior);
  const limits = classLimits(row, posterior, spread);
  const labels = classLabels(row, posterior, spread, limits);
  const chance = new Float64Array(labels.length * n);
  const nothing = row.check.fn === "ohm" ? labels.length - 1 : classAt(limits, 0);
  for (let i = 0; i < n; i++) {
    if (posterior.cases[i]! <= FAINT) continue;
    let below = 0;
    for (let k = 0; k < labels.length; k++) {
      const upTo = k < limits.length ? normalBelow((limits[k]! - row.mean[i]!) / spread[i]!) : 1;
      const slip = (k === nothing ? NOTHING_SHARE : 0) + (1 - NOTHING_SHARE) / labels.length;
      chance[k * n + i] = (1 - SLIP) * (upTo - below) + SLIP * slip;
      below = upTo;
    }
  }
  return { labels, chance };
}

/** Deviation of the reading itself, the supply's uncertainty included. */
function spreads(row: ReadingRow, posterior: Posterior): Float64Array {
  return row.sd.map((sd, i) => Math.hypot(sd, row.slope[i]! * Math.sqrt(posterior.supply.variance[i]!)));
}

/**
 * Where a class ends and the next begins. Classes grow around the likeliest readings: the most likely case is the
 * first anchor, and each further case whose reading lies well away from every anchor so far is another. (Joining
 * neighbours instead would let one fault of unknown size, which can read anything, melt 0 V and 230 V into one.)
 */
function classLimits(row: ReadingRow, posterior: Posterior, spread: Float64Array): number[] {
  const likeliest: number[] = [];
  for (let i = 0; i < row.mean.length; i++) if (posterior.cases[i]! > FAINT) likeliest.push(i);
  likeliest.sort((a, b) => posterior.cases[b]! - posterior.cases[a]!);
  const anchors: number[] = [];
  for (const i of likeliest) {
    if (anchors.length === MOST_CLASSES) break;
    const apart = (a: number) => Math.abs(row.mean[i]! - row.mean[a]!) > (APART / 2) * (spread[i]! + spread[a]!);
    if (anchors.every(apart)) anchors.push(i);
  }
  anchors.sort((a, b) => row.mean[a]! - row.mean[b]!);
  return anchors.slice(1).map((high, k) => {
    const low = anchors[k]!;
    // Halfway between what the one and the other may still read.
    return (row.mean[low]! + (APART / 2) * spread[low]! + row.mean[high]! - (APART / 2) * spread[high]!) / 2;
  });
}

function classAt(limits: readonly number[], y: number): number {
  const k = limits.findIndex((limit) => y < limit);
  return k === -1 ? limits.length : k;
}

/** Each class named by the likeliest reading in it, with the span of what its cases read. */
function classLabels(row: ReadingRow, posterior: Posterior, spread: Float64Array, limits: readonly number[]): OutcomeLabel[] {
  const spans = Array.from({ length: limits.length + 1 }, () => ({ best: 0, mean: 0, low: Infinity, high: -Infinity }));
  for (let i = 0; i < row.mean.length; i++) {
    const chance = posterior.cases[i]!;
    if (chance <= FAINT) continue;
    const span = spans[classAt(limits, row.mean[i]!)]!;
    if (chance > span.best) {
      span.best = chance;
      span.mean = row.mean[i]!;
    }
    span.low = Math.min(span.low, row.mean[i]! - 2 * spread[i]!);
    span.high = Math.max(span.high, row.mean[i]! + 2 * spread[i]!);
  }
  const value = (y: number) => fromScale(row.check.fn, y);
  return spans.map((s) => ({ kind: "about", value: value(s.mean), low: value(s.low), high: value(s.high) }));
}
