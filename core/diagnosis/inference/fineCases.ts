import type { Dictionary } from "../dictionary/dictionary.ts";
import type { ReadingRow } from "../dictionary/rows.ts";
import type { Case } from "../suspects/suspects.ts";

/** Sizes weighed in each stretch between two sizes that were solved as circuits. */
const STEPS = 4;

/**
 * The cases of a dictionary, and between two neighbouring sizes of one suspect as many more, evenly on a logarithmic
 * scale of the size: entry f lies `at[f]` of the way from case `low[f]` to case `high[f]`. A case without a size is one
 * entry, 0 of the way from itself to itself.
 */
export interface FineCases {
  readonly count: number;
  readonly low: Int32Array;
  readonly high: Int32Array;
  readonly at: Float64Array;
  /** Share of its suspect's weight. */
  readonly share: Float64Array;
  readonly suspect: Int32Array;
  /** By case, the entry that is it. */
  readonly own: Int32Array;
  /** 1 where something opens at one end of the stretch and not at the other, so that readings jump between them. */
  readonly jumps: Uint8Array;
}

const known = new WeakMap<readonly Case[], FineCases>();

/** Whether two cases are neighbouring sizes of one fault. */
function areNeighbours(a: Case, b: Case | undefined): boolean {
  return (
    b !== undefined &&
    a.suspect === b.suspect &&
    a.faults.length === 1 &&
    b.faults.length === 1 &&
    a.faults[0]!.severity !== undefined &&
    b.faults[0]!.severity !== undefined
  );
}

export function fineCases({ cases, opens }: Pick<Dictionary, "cases" | "opens">): FineCases {
  let fine = known.get(cases);
  if (!fine) known.set(cases, (fine = refine(cases, opens)));
  return fine;
}

function refine(cases: readonly Case[], opens: Dictionary["opens"]): FineCases {
  const low: number[] = [];
  const high: number[] = [];
  const at: number[] = [];
  const share: number[] = [];
  const before = cases.map((c, i) => i > 0 && areNeighbours(cases[i - 1]!, c));
  const after = cases.map((c, i) => areNeighbours(c, cases[i + 1]));
  // Weight of a stretch as long as that between two sizes: the first and the last size stand for half of one each.
  const density = cases.map((c, i) => c.share * (before[i] !== after[i] ? 2 : 1));
  const own = cases.map((c, i) => {
    const entry = low.length;
    for (let step = 0; step < (after[i] ? STEPS : 1); step++) {
      const t = step / STEPS;
      low.push(i);
      high.push(after[i] ? i + 1 : i);
      at.push(t);
      share.push(step === 0 ? c.share : (1 - t) * density[i]! + t * density[i + 1]!);
      if (before[i] || after[i]) share[share.length - 1]! /= STEPS;
    }
    return entry;
  });
  return {
    count: low.length,
    low: Int32Array.from(low),
    high: Int32Array.from(high),
    at: Float64Array.from(at),
    share: Float64Array.from(share),
    suspect: Int32Array.from(low, (i) => cases[i]!.suspect),
    own: Int32Array.from(own),
    jumps: Uint8Array.from(low, (i, f) =>
      at[f] !== 0 && [...opens(i)].join() !== [...opens(high[f]!)].join() ? 1 : 0,
    ),
  };
}

/** The size at an entry; undefined where its case has none. */
export function sizeAt({ cases }: Pick<Dictionary, "cases">, fine: FineCases, f: number): number | undefined {
  const [from, to] = [cases[fine.low[f]!]!, cases[fine.high[f]!]!];
  const [a, b] = [from.faults[0]?.severity, to.faults[0]?.severity];
  if (a === undefined || b === undefined || from.faults.length > 1) return undefined;
  return a * (b / a) ** fine.at[f]!;
}

/**
 * A reading in every entry: straight between two sizes, or, with the chance `near`, as at the nearer of the two, since a
 * relay may let go or a fuse blow somewhere between them.
 */
export interface FineReadings {
  readonly mean: Float64Array;
  readonly sd: Float64Array;
  readonly slope: Float64Array;
  readonly near: Float64Array;
  readonly nearMean: Float64Array;
  readonly nearSd: Float64Array;
}

/** How often a reading jumps between two sizes where nothing is known to open. Common practice, no source. */
const MAY_JUMP = 0.25;

const readings = new WeakMap<ReadingRow, { fine: FineCases; numbers: FineReadings }>();

/**
 * What a check reads in every entry: straight between two sizes on the check's scale. The deviation of a case in the
 * row covers the whole stretch to its neighbours; an entry's covers its own step, and how far from straight the course
 * may be, by the second difference over three sizes.
 */
export function fineReadings(row: ReadingRow, fine: FineCases): FineReadings {
  const have = readings.get(row);
  if (have?.fine === fine) return have.numbers;
  const numbers = interpolate(row, fine);
  readings.set(row, { fine, numbers });
  return numbers;
}

function interpolate(row: ReadingRow, fine: FineCases): FineReadings {
  const { count } = fine;
  const numbers: FineReadings = {
    mean: new Float64Array(count),
    sd: new Float64Array(count),
    slope: new Float64Array(count),
    near: new Float64Array(count),
    nearMean: new Float64Array(count),
    nearSd: new Float64Array(count),
  };
  for (let f = 0; f < count; f++) {
    const at = readingAt(row, fine, f);
    numbers.mean[f] = at.mean;
    numbers.sd[f] = at.sd;
    numbers.slope[f] = at.slope;
    const [i, j, t] = [fine.low[f]!, fine.high[f]!, fine.at[f]!];
    if (t === 0 || row.mean[i] === row.mean[j]) continue;
    const nearer = t <= 0.5 ? i : j;
    numbers.near[f] = fine.jumps[f] === 1 ? 1 : MAY_JUMP;
    numbers.nearMean[f] = row.mean[nearer]!;
    numbers.nearSd[f] = bareSd(row, fine, nearer);
  }
  return numbers;
}

/** What a check reads in one entry, as `fineReadings` has it. */
export function readingAt(
  row: ReadingRow,
  fine: FineCases,
  f: number,
): { mean: number; sd: number; slope: number } {
  const [i, j, t] = [fine.low[f]!, fine.high[f]!, fine.at[f]!];
  if (i === j && gapBefore(row, fine, i) === 0)
    return { mean: row.mean[i]!, sd: row.sd[i]!, slope: row.slope[i]! };
  const stretch = Math.max(t === 0 ? gapBefore(row, fine, i) : 0, Math.abs(row.mean[j]! - row.mean[i]!));
  const step = stretch / STEPS;
  const bent = i === j ? 0 : (4 * t * (1 - t) * Math.max(bend(row, fine, i), bend(row, fine, j))) / 8;
  const own = (1 - t) * bareSd(row, fine, i) + t * bareSd(row, fine, j);
  return {
    mean: (1 - t) * row.mean[i]! + t * row.mean[j]!,
    sd: Math.sqrt(own * own + (step * step) / 12 + bent * bent),
    slope: (1 - t) * row.slope[i]! + t * row.slope[j]!,
  };
}

/** Whether a stretch of sizes begins at a case. */
function begins({ own, high }: FineCases, i: number): boolean {
  return i >= 0 && high[own[i]!] !== i;
}

function gapAfter(row: ReadingRow, fine: FineCases, i: number): number {
  return begins(fine, i) ? Math.abs(row.mean[i + 1]! - row.mean[i]!) : 0;
}

function gapBefore(row: ReadingRow, fine: FineCases, i: number): number {
  return gapAfter(row, fine, i - 1);
}

/** The deviation of a case without the stretch to its neighbours, which the dictionary has put in. */
function bareSd(row: ReadingRow, fine: FineCases, i: number): number {
  const widest = Math.max(gapBefore(row, fine, i), gapAfter(row, fine, i));
  return Math.max(1e-3 * row.sd[i]!, Math.sqrt(Math.max(0, row.sd[i]! ** 2 - widest ** 2 / 12)));
}

/** Second difference of the readings over three sizes; at the end of a range, half of the gap there. */
function bend(row: ReadingRow, fine: FineCases, i: number): number {
  if (begins(fine, i - 1) && begins(fine, i))
    return Math.abs(row.mean[i + 1]! - 2 * row.mean[i]! + row.mean[i - 1]!);
  return Math.max(gapBefore(row, fine, i), gapAfter(row, fine, i)) / 2;
}

/** The chance of an answer in every entry. */
export function fineChances(chance: Float64Array, { count, low, high, at }: FineCases): Float64Array {
  const all = new Float64Array(count);
  for (let f = 0; f < count; f++) all[f] = (1 - at[f]!) * chance[low[f]!]! + at[f]! * chance[high[f]!]!;
  return all;
}

/** Chances of the entries gathered into the cases: each goes to the two it lies between, by how near it is. */
export function byCase(
  cases: number,
  { count, low, high, at }: FineCases,
  chances: Float64Array,
): Float64Array {
  const sums = new Float64Array(cases);
  for (let f = 0; f < count; f++) {
    sums[low[f]!]! += (1 - at[f]!) * chances[f]!;
    sums[high[f]!]! += at[f]! * chances[f]!;
  }
  return sums;
}

/** Which cases or entries a row tells from the healthy one; see `differs`. */
export function fineFlags(flags: Uint8Array, { count, low, high }: FineCases): Uint8Array {
  const all = new Uint8Array(count);
  for (let f = 0; f < count; f++) all[f] = flags[low[f]!]! | flags[high[f]!]!;
  return all;
}
