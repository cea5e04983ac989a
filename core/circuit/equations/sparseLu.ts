import type { Pattern } from "./eliminationOrder.ts";

/** Taken out once: in a sandbox every look at a global costs as much as the sum it is for. */
const { abs, max } = Math;

/**
 * LU factors of a complex matrix in a fixed elimination order without pivoting, A = L·U in the pattern's places, L
 * with a unit diagonal. Nodal equations are diagonally dominant, so that no pivoting is needed among nodes; where a
 * pivot is nonetheless small in its row, `factorSparse` declines and the caller pivots (complexLu.ts).
 */
export interface SparseLu {
  readonly pattern: Pattern;
  /** One number an entry of the pattern. */
  readonly re: Float64Array;
  readonly im: Float64Array;
}

/** A pivot this much smaller than the largest number of its row is not to be divided by. */
const LEAST_PIVOT = 1e-13;

let workRe = new Float64Array(256);
let workIm = new Float64Array(256);

function reserve(n: number): void {
  if (workRe.length >= n) return;
  workRe = new Float64Array(2 * n);
  workIm = new Float64Array(2 * n);
}

/**
 * Factors in place; `re` and `im` are overwritten and owned by the result. Row by row: with w the row of A,
 * w ← w − (w_k / u_kk)·u_k for every k before it.
 * @returns undefined where a pivot is too small to divide by
 */
export function factorSparse(pattern: Pattern, re: Float64Array, im: Float64Array): SparseLu | undefined {
  const { n, start, column, diagonal } = pattern;
  reserve(n);
  for (let i = 0; i < n; i++) {
    const from = start[i]!;
    const to = start[i + 1]!;
    const own = diagonal[i]!;
    let largest = 0;
    for (let s = from; s < to; s++) {
      workRe[column[s]!] = re[s]!;
      workIm[column[s]!] = im[s]!;
      largest = max(largest, abs(re[s]!), abs(im[s]!));
    }
    for (let s = from; s < own; s++) {
      const k = column[s]!;
      const wr = workRe[k]!;
      const wi = workIm[k]!;
      if (wr === 0 && wi === 0) continue;
      const d = diagonal[k]!;
      const pr = re[d]!;
      const pi = im[d]!;
      const size = pr * pr + pi * pi;
      const mr = (wr * pr + wi * pi) / size;
      const mi = (wi * pr - wr * pi) / size;
      workRe[k] = mr;
      workIm[k] = mi;
      for (let t = d + 1; t < start[k + 1]!; t++) {
        const j = column[t]!;
        workRe[j]! -= mr * re[t]! - mi * im[t]!;
        workIm[j]! -= mr * im[t]! + mi * re[t]!;
      }
    }
    for (let s = from; s < to; s++) {
      re[s] = workRe[column[s]!]!;
      im[s] = workIm[column[s]!]!;
    }
    if (!(abs(re[own]!) + abs(im[own]!) > LEAST_PIVOT * largest)) return undefined;
  }
  return { pattern, re, im };
}

/** Solves A·x = b for b and x by unknown, n each; x may be b. */
export function solveSparseInto(
  { pattern, re, im }: SparseLu,
  bRe: Float64Array,
  bIm: Float64Array,
  xRe: Float64Array,
  xIm: Float64Array,
): void {
  const { n, order, start, column, diagonal } = pattern;
  reserve(n);
  for (let i = 0; i < n; i++) {
    let r = bRe[order[i]!]!;
    let s = bIm[order[i]!]!;
    for (let t = start[i]!; t < diagonal[i]!; t++) {
      const k = column[t]!;
      const yr = workRe[k]!;
      const yi = workIm[k]!;
      r -= re[t]! * yr - im[t]! * yi;
      s -= re[t]! * yi + im[t]! * yr;
    }
    workRe[i] = r;
    workIm[i] = s;
  }
  for (let i = n - 1; i >= 0; i--) {
    const d = diagonal[i]!;
    let r = workRe[i]!;
    let s = workIm[i]!;
    for (let t = d + 1; t < start[i + 1]!; t++) {
      const k = column[t]!;
      const yr = workRe[k]!;
      const yi = workIm[k]!;
      r -= re[t]! * yr - im[t]! * yi;
      s -= re[t]! * yi + im[t]! * yr;
    }
    const pr = re[d]!;
    const pi = im[d]!;
    const size = pr * pr + pi * pi;
    workRe[i] = (r * pr + s * pi) / size;
    workIm[i] = (s * pr - r * pi) / size;
  }
  for (let i = 0; i < n; i++) {
    xRe[order[i]!] = workRe[i]!;
    xIm[order[i]!] = workIm[i]!;
  }
}

/** Solves Aᵀ·x = b (transpose, not conjugate); as above. */
export function solveSparseTransposedInto(
  { pattern, re, im }: SparseLu,
  bRe: Float64Array,
  bIm: Float64Array,
  xRe: Float64Array,
  xIm: Float64Array,
): void {
  const { n, order, start, column, diagonal } = pattern;
  reserve(n);
  for (let i = 0; i < n; i++) {
    workRe[i] = bRe[order[i]!]!;
    workIm[i] = bIm[order[i]!]!;
  }
  for (let i = 0; i < n; i++) {
    const d = diagonal[i]!;
    const pr = re[d]!;
    const pi = im[d]!;
    const size = pr * pr + pi * pi;
    const r = (workRe[i]! * pr + workIm[i]! * pi) / size;
    const s = (workIm[i]! * pr - workRe[i]! * pi) / size;
    workRe[i] = r;
    workIm[i] = s;
    if (r !== 0 || s !== 0) subtractRow(d + 1, start[i + 1]!, column, re, im, r, s);
  }
  for (let i = n - 1; i >= 0; i--)
    subtractRow(start[i]!, diagonal[i]!, column, re, im, workRe[i]!, workIm[i]!);
  for (let i = 0; i < n; i++) {
    xRe[order[i]!] = workRe[i]!;
    xIm[order[i]!] = workIm[i]!;
  }
}

function subtractRow(
  from: number,
  to: number,
  column: Int32Array,
  re: Float64Array,
  im: Float64Array,
  r: number,
  s: number,
): void {
  for (let t = from; t < to; t++) {
    const j = column[t]!;
    workRe[j]! -= re[t]! * r - im[t]! * s;
    workIm[j]! -= re[t]! * s + im[t]! * r;
  }
}
