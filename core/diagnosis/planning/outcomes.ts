import { NOTHING_SHARE, SLIP } from "../inference/likelihood.ts";
import { normalBelow } from "../inference/normal.ts";
import type { Posterior } from "../inference/posterior.ts";
import type { RepeatedReading } from "../inference/repeats.ts";
import type { ReadingRow, Row } from "../dictionary/rows.ts";
import { fromScale } from "../dictionary/scale.ts";

/** A class of results that a check can have. */
export type OutcomeLabel =
  /** A reading of about `value`, between `low` and `high`. */
  | { readonly kind: "about"; readonly value: number; readonly low: number; readonly high: number }
  | { readonly kind: "seen" }
  | { readonly kind: "not-seen" }
  /** A reading taken before, taken again: the same, or something else. */
  | { readonly kind: "again" }
  | { readonly kind: "differs" };

/**
 * The classes of results that one check can have under the present suspects. Most suspects leave most readings as they
 * are in the healthy unit; those are pooled, and only the others are kept one by one.
 */
export interface Outcomes {
  readonly classes: number;
  /** Probability of each class where the check reads as in the healthy unit. */
  readonly pooled: Float64Array;
  /** Positions in the live cases of those that read otherwise, likeliest first. */
  readonly differing: Int32Array;
  /** chance[k · differing.length + d]: probability of class k in the differing case d. */
  readonly chance: Float64Array;
  /** Readings: where one class ends and the next begins, on the row's scale; classes − 1 of them, ascending. */
  readonly limits: readonly number[];
}

/** The cases that still count, likeliest first. */
export interface LiveCases {
  /** Indices into the dictionary's cases. */
  readonly index: Int32Array;
  readonly chance: Float64Array;
  /** Sum of the chances. */
  readonly total: number;
  /** What is not known of the supply, as a share of nominal: one standard deviation, in the mean over the cases. */
  readonly supplySd: number;
}

/** Cases less likely than this do not shape the classes. */
const FAINT = 2e-4;
/** Readings further apart than this many (mean) standard deviations are two classes. */
const APART = 4;
const MOST_CLASSES = 6;

export function liveCases(posterior: Posterior): LiveCases {
  const list: number[] = [];
  let variance = 0;
  let sum = 0;
  posterior.cases.forEach((chance, i) => {
    if (chance <= FAINT) return;
    list.push(i);
    variance += chance * posterior.supply.variance[i]!;
    sum += chance;
  });
  list.sort((a, b) => posterior.cases[b]! - posterior.cases[a]!);
  return {
    index: Int32Array.from(list),
    chance: Float64Array.from(list, (i) => posterior.cases[i]!),
    total: sum,
    supplySd: sum > 0 ? Math.sqrt(variance / sum) : 0,
  };
}

/** Per row's numbers, 1 for each case that does not read as the healthy one. Rows on one net share their numbers. */
const marks = new WeakMap<object, Uint8Array>();

/** Which cases a check tells from the healthy one. */
export function differs(row: Row): Uint8Array {
  const key = "chance" in row ? row.chance : row.mean;
  let flags = marks.get(key);
  if (!flags) {
    flags = new Uint8Array(key.length);
    for (let i = 1; i < key.length; i++)
      if (key[i] !== key[0] || (!("chance" in row) && row.sd[i] !== row.sd[0])) flags[i] = 1;
    marks.set(key, flags);
  }
  return flags;
}

function differingIn(live: LiveCases, row: Row): Int32Array {
  const flags = differs(row);
  const { index } = live;
  let m = 0;
  for (let j = 0; j < index.length; j++) m += flags[index[j]!]!;
  const list = new Int32Array(m);
  m = 0;
  for (let j = 0; j < index.length; j++) if (flags[index[j]!] === 1) list[m++] = j;
  return list;
}

/** Groups what a check can read under the suspects that are left into classes a technician can tell apart. */
export function outcomesOf(live: LiveCases, row: Row): Outcomes {
  const differing = differingIn(live, row);
  const m = differing.length;
  if ("chance" in row)
    return answers(differing, row.chance[0]!, (d) => row.chance[live.index[differing[d]!]!]!);
  const { mean, spread } = readings(live, row, differing);
  const limits = classLimits(mean, spread, pooledAnchor(live, differing));
  const classes = limits.length + 1;
  const pooled = new Float64Array(classes);
  const chance = new Float64Array(classes * m);
  if (classes === 1) return { classes, pooled: pooled.fill(1), differing, chance: chance.fill(1), limits };
  const nothing = row.check.fn === "ohm" ? classes - 1 : classAt(limits, 0);
  // Entry 0 is the healthy reading, entry d + 1 the differing case d.
  for (let e = 0; e <= m; e++) {
    let below = 0;
    for (let k = 0; k < classes; k++) {
      const upTo = k < limits.length ? normalBelow((limits[k]! - mean[e]!) / spread[e]!) : 1;
      const slip = (k === nothing ? NOTHING_SHARE : 0) + (1 - NOTHING_SHARE) / classes;
      const p = (1 - SLIP) * (upTo - below) + SLIP * slip;
      if (e === 0) pooled[k] = p;
      else chance[k * m + e - 1] = p;
      below = upTo;
    }
  }
  return { classes, pooled, differing, chance, limits };
}

/** What taking a reading again would bring: the same, or something else. */
export function outcomesOfRepeat({ fine }: Posterior, live: LiveCases, repeated: RepeatedReading): Outcomes {
  const healthy = repeated.again(0);
  const all = Float64Array.from(live.index, (i) => repeated.again(fine.own[i]!));
  const differing = Int32Array.from(live.index.keys()).filter((j) => Math.abs(all[j]! - healthy) > 1e-9);
  return answers(differing, healthy, (d) => all[differing[d]!]!);
}

/** Two classes: the answer yes, and the answer no. */
function answers(differing: Int32Array, healthy: number, chanceOf: (d: number) => number): Outcomes {
  const m = differing.length;
  const chance = new Float64Array(2 * m);
  for (let d = 0; d < m; d++) {
    chance[d] = chanceOf(d);
    chance[m + d] = 1 - chance[d]!;
  }
  return { classes: 2, pooled: Float64Array.of(healthy, 1 - healthy), differing, chance, limits: [] };
}

let scratchMean = new Float64Array(0);
let scratchSpread = new Float64Array(0);

/** What the healthy unit (entry 0) and each differing case reads, and how far that may be off, the supply included; good until the next call. */
function readings(
  live: LiveCases,
  row: ReadingRow,
  differing: Int32Array,
): { mean: Float64Array; spread: Float64Array } {
  const m = differing.length;
  if (scratchMean.length <= m) {
    scratchMean = new Float64Array(2 * m + 64);
    scratchSpread = new Float64Array(2 * m + 64);
  }
  const mean = scratchMean.subarray(0, m + 1);
  const spread = scratchSpread.subarray(0, m + 1);
  for (let e = 0; e <= m; e++) {
    const i = e === 0 ? 0 : live.index[differing[e - 1]!]!;
    const fromSupply = row.slope[i]! * live.supplySd;
    mean[e] = row.mean[i]!;
    spread[e] = Math.sqrt(row.sd[i]! * row.sd[i]! + fromSupply * fromSupply);
  }
  return { mean, spread };
}

function pooledChance(live: LiveCases, differing: Int32Array): number {
  let pooled = live.total;
  for (let d = 0; d < differing.length; d++) pooled -= live.chance[differing[d]!]!;
  return pooled;
}

/** Whether the pooled cases weigh enough for their reading to be the first anchor of the classes. */
function pooledAnchor(live: LiveCases, differing: Int32Array): boolean {
  const pooled = pooledChance(live, differing);
  return pooled > (differing.length > 0 ? 0.2 * live.chance[differing[0]!]! : 0);
}

/**
 * Where a class ends and the next begins. Classes grow around the likeliest readings: the likeliest is the first
 * anchor, and each further one that lies well away from every anchor so far is another. (Joining neighbours instead
 * would let one fault of unknown size, which can read anything, melt 0 V and 230 V into one.)
 */
function classLimits(mean: Float64Array, spread: Float64Array, healthyFirst: boolean): number[] {
  const anchors: number[] = healthyFirst ? [0] : [];
  for (let e = 1; e < mean.length && anchors.length < MOST_CLASSES; e++) {
    let apart = true;
    for (const a of anchors)
      apart &&= Math.abs(mean[e]! - mean[a]!) > (APART / 2) * (spread[e]! + spread[a]!);
    if (apart) anchors.push(e);
  }
  anchors.sort((a, b) => mean[a]! - mean[b]!);
  return anchors.slice(1).map((high, k) => {
    const low = anchors[k]!;
    // Halfway between what the one and the other may still read.
    return (mean[low]! + (APART / 2) * spread[low]! + mean[high]! - (APART / 2) * spread[high]!) / 2;
  });
}

export function classAt(limits: readonly number[], y: number): number {
  let k = 0;
  while (k < limits.length && y >= limits[k]!) k++;
  return k;
}

/** The classes in words' raw material: each reading class by its likeliest reading and the span of what its cases read. */
export function outcomeLabels(
  live: LiveCases,
  row: Row,
  { limits, differing }: Outcomes,
  repeat = false,
): OutcomeLabel[] {
  if (repeat) return [{ kind: "again" }, { kind: "differs" }];
  if ("chance" in row) return [{ kind: "seen" }, { kind: "not-seen" }];
  const { mean, spread } = readings(live, row, differing);
  const spans = Array.from({ length: limits.length + 1 }, () => ({
    best: 0,
    mean: 0,
    low: Infinity,
    high: -Infinity,
  }));
  const pooled = pooledChance(live, differing);
  for (let e = 0; e < mean.length; e++) {
    const weight = e === 0 ? pooled : live.chance[differing[e - 1]!]!;
    if (e === 0 && weight < FAINT) continue;
    const span = spans[classAt(limits, mean[e]!)]!;
    if (weight > span.best) {
      span.best = weight;
      span.mean = mean[e]!;
    }
    span.low = Math.min(span.low, mean[e]! - 2 * spread[e]!);
    span.high = Math.max(span.high, mean[e]! + 2 * spread[e]!);
  }
  const value = (y: number) => fromScale(row.check.fn, y);
  return spans.map((s) => ({ kind: "about", value: value(s.mean), low: value(s.low), high: value(s.high) }));
}
