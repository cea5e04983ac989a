import type { Row, ReadingRow } from "./dictionary.ts";
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

/** The classes of results that one check can have under the present suspects. */
export interface Outcomes {
  readonly classes: number;
  /** chance[k · live + j]: probability of class k in live case j. */
  readonly chance: Float64Array;
  /** Readings: where one class ends and the next begins, on the row's scale; classes − 1 of them, ascending. */
  readonly limits: readonly number[];
}

/** The cases that still count, likeliest first, with what the supply's uncertainty adds to a reading. */
export interface LiveCases {
  /** Indices into the dictionary's cases. */
  readonly index: Int32Array;
  readonly chance: Float64Array;
  readonly supplySd: Float64Array;
}

/** Cases less likely than this do not shape the classes. */
const FAINT = 2e-4;
/** Readings further apart than this many (mean) standard deviations are two classes. */
const APART = 4;
const MOST_CLASSES = 6;

export function liveCases(posterior: Posterior): LiveCases {
  const list: number[] = [];
  posterior.cases.forEach((chance, i) => {
    if (chance > FAINT) list.push(i);
  });
  list.sort((a, b) => posterior.cases[b]! - posterior.cases[a]!);
  return {
    index: Int32Array.from(list),
    chance: Float64Array.from(list, (i) => posterior.cases[i]!),
    supplySd: Float64Array.from(list, (i) => Math.sqrt(posterior.supply.variance[i]!)),
  };
}

/** Groups what a check can read under the suspects that are left into classes a technician can tell apart. */
export function outcomesOf(live: LiveCases, row: Row): Outcomes {
  const n = live.index.length;
  if ("chance" in row) {
    const chance = new Float64Array(2 * n);
    for (let j = 0; j < n; j++) {
      chance[j] = row.chance[live.index[j]!]!;
      chance[n + j] = 1 - chance[j]!;
    }
    return { classes: 2, chance, limits: [] };
  }
  const { mean, spread } = readings(live, row);
  const limits = classLimits(mean, spread);
  const classes = limits.length + 1;
  const chance = new Float64Array(classes * n);
  if (classes === 1) return { classes, chance: chance.fill(1), limits };
  const nothing = row.check.fn === "ohm" ? classes - 1 : classAt(limits, 0);
  for (let j = 0; j < n; j++) {
    let below = 0;
    for (let k = 0; k < classes; k++) {
      const upTo = k < limits.length ? normalBelow((limits[k]! - mean[j]!) / spread[j]!) : 1;
      const slip = (k === nothing ? NOTHING_SHARE : 0) + (1 - NOTHING_SHARE) / classes;
      chance[k * n + j] = (1 - SLIP) * (upTo - below) + SLIP * slip;
      below = upTo;
    }
  }
  return { classes, chance, limits };
}

/** What each live case reads, and how far that may be off, the supply's uncertainty included. */
function readings(live: LiveCases, row: ReadingRow): { mean: Float64Array; spread: Float64Array } {
  const n = live.index.length;
  const mean = new Float64Array(n);
  const spread = new Float64Array(n);
  for (let j = 0; j < n; j++) {
    const i = live.index[j]!;
    const fromSupply = row.slope[i]! * live.supplySd[j]!;
    mean[j] = row.mean[i]!;
    spread[j] = Math.sqrt(row.sd[i]! * row.sd[i]! + fromSupply * fromSupply);
  }
  return { mean, spread };
}

/**
 * Where a class ends and the next begins. Classes grow around the likeliest readings: the most likely case is the
 * first anchor, and each further case whose reading lies well away from every anchor so far is another. (Joining
 * neighbours instead would let one fault of unknown size, which can read anything, melt 0 V and 230 V into one.)
 */
function classLimits(mean: Float64Array, spread: Float64Array): number[] {
  const anchors: number[] = [];
  for (let j = 0; j < mean.length && anchors.length < MOST_CLASSES; j++) {
    let apart = true;
    for (const a of anchors)
      apart &&= Math.abs(mean[j]! - mean[a]!) > (APART / 2) * (spread[j]! + spread[a]!);
    if (apart) anchors.push(j);
  }
  anchors.sort((a, b) => mean[a]! - mean[b]!);
  return anchors.slice(1).map((high, k) => {
    const low = anchors[k]!;
    // Halfway between what the one and the other may still read.
    return (mean[low]! + (APART / 2) * spread[low]! + mean[high]! - (APART / 2) * spread[high]!) / 2;
  });
}

function classAt(limits: readonly number[], y: number): number {
  let k = 0;
  while (k < limits.length && y >= limits[k]!) k++;
  return k;
}

/** The classes in words' raw material: each reading class by its likeliest reading and the span of what its cases read. */
export function outcomeLabels(live: LiveCases, row: Row, { limits }: Outcomes): OutcomeLabel[] {
  if ("chance" in row) return [{ kind: "seen" }, { kind: "not-seen" }];
  const { mean, spread } = readings(live, row);
  const spans = Array.from({ length: limits.length + 1 }, () => ({
    best: 0,
    mean: 0,
    low: Infinity,
    high: -Infinity,
  }));
  for (let j = 0; j < mean.length; j++) {
    const span = spans[classAt(limits, mean[j]!)]!;
    if (live.chance[j]! > span.best) {
      span.best = live.chance[j]!;
      span.mean = mean[j]!;
    }
    span.low = Math.min(span.low, mean[j]! - 2 * spread[j]!);
    span.high = Math.max(span.high, mean[j]! + 2 * spread[j]!);
  }
  const value = (y: number) => fromScale(row.check.fn, y);
  return spans.map((s) => ({ kind: "about", value: value(s.mean), low: value(s.low), high: value(s.high) }));
}
