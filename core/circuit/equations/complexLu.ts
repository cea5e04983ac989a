/**
 * Dense LU factorisation with partial pivoting of a complex n×n matrix, P·A = L·U.
 *
 * Matrices are row-major and split: `re` and `im` hold n² numbers each. DC systems use the same kernel with `im` zero.
 */
export interface ComplexLu {
  readonly n: number;
  /** n², L below the diagonal (unit diagonal implied), U on and above it. */
  readonly re: Float64Array;
  readonly im: Float64Array;
  /** n, row i of the factors came from row order[i] of A. */
  readonly order: Int32Array;
  /** Smallest pivot over largest pivot, by magnitude; near 1e-16 the result is noise. */
  readonly pivotRatio: number;
}

export type FactorResult =
  | { readonly status: "ok"; readonly lu: ComplexLu }
  /** `column` is the unknown whose equations leave it undetermined. */
  | { readonly status: "singular"; readonly column: number };

/**
 * Factors A in place: `re` and `im` (n² each) are overwritten and owned by the result.
 * A pivot below 1e-15 of the column's original scale counts as zero.
 */
export function factorInPlace(n: number, re: Float64Array, im: Float64Array): FactorResult {
  const order = Int32Array.from({ length: n }, (_, i) => i);
  const scale = columnScales(n, re, im);
  let smallest = Infinity;
  let largest = 0;
  for (let k = 0; k < n; k++) {
    const p = pivotRow(n, re, im, k);
    const size = Math.hypot(re[p * n + k]!, im[p * n + k]!);
    if (!(size > 1e-15 * scale[k]!)) return { status: "singular", column: k };
    if (p !== k) swapRows(n, re, im, order, p, k);
    smallest = Math.min(smallest, size);
    largest = Math.max(largest, size);
    eliminateBelow(n, re, im, k);
  }
  return { status: "ok", lu: { n, re, im, order, pivotRatio: n === 0 ? 1 : smallest / largest } };
}

function columnScales(n: number, re: Float64Array, im: Float64Array): Float64Array {
  const scale = new Float64Array(n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) scale[j] = Math.max(scale[j]!, Math.hypot(re[i * n + j]!, im[i * n + j]!));
  return scale;
}

function pivotRow(n: number, re: Float64Array, im: Float64Array, k: number): number {
  let best = k;
  let bestSize = -1;
  for (let i = k; i < n; i++) {
    const size = re[i * n + k]! ** 2 + im[i * n + k]! ** 2;
    if (size > bestSize) {
      bestSize = size;
      best = i;
    }
  }
  return best;
}

function swapRows(
  n: number,
  re: Float64Array,
  im: Float64Array,
  order: Int32Array,
  p: number,
  k: number,
): void {
  for (let j = 0; j < n; j++) {
    const r = re[p * n + j]!;
    const s = im[p * n + j]!;
    re[p * n + j] = re[k * n + j]!;
    im[p * n + j] = im[k * n + j]!;
    re[k * n + j] = r;
    im[k * n + j] = s;
  }
  const o = order[p]!;
  order[p] = order[k]!;
  order[k] = o;
}

/** Row i ← row i − (a_ik / a_kk) · row k for every i > k; the multiplier is kept as L. Zero multipliers are skipped. */
function eliminateBelow(n: number, re: Float64Array, im: Float64Array, k: number): void {
  const kk = k * n + k;
  const pr = re[kk]!;
  const pi = im[kk]!;
  const size = pr * pr + pi * pi;
  for (let i = k + 1; i < n; i++) {
    const ik = i * n + k;
    const ar = re[ik]!;
    const ai = im[ik]!;
    if (ar === 0 && ai === 0) continue;
    const mr = (ar * pr + ai * pi) / size;
    const mi = (ai * pr - ar * pi) / size;
    re[ik] = mr;
    im[ik] = mi;
    const row = i * n;
    const top = k * n;
    for (let j = k + 1; j < n; j++) {
      const ur = re[top + j]!;
      const ui = im[top + j]!;
      re[row + j] = re[row + j]! - mr * ur + mi * ui;
      im[row + j] = im[row + j]! - mr * ui - mi * ur;
    }
  }
}

/** Solves A·x = b. `bRe`, `bIm` (n) are inputs; `xRe`, `xIm` (n) are written and may not alias them. */
export function solveInto(
  lu: ComplexLu,
  bRe: Float64Array,
  bIm: Float64Array,
  xRe: Float64Array,
  xIm: Float64Array,
): void {
  const { n, re, im, order } = lu;
  for (let i = 0; i < n; i++) {
    let r = bRe[order[i]!]!;
    let s = bIm[order[i]!]!;
    for (let j = 0; j < i; j++) {
      const lr = re[i * n + j]!;
      const li = im[i * n + j]!;
      r -= lr * xRe[j]! - li * xIm[j]!;
      s -= lr * xIm[j]! + li * xRe[j]!;
    }
    xRe[i] = r;
    xIm[i] = s;
  }
  for (let i = n - 1; i >= 0; i--) {
    let r = xRe[i]!;
    let s = xIm[i]!;
    for (let j = i + 1; j < n; j++) {
      const ur = re[i * n + j]!;
      const ui = im[i * n + j]!;
      r -= ur * xRe[j]! - ui * xIm[j]!;
      s -= ur * xIm[j]! + ui * xRe[j]!;
    }
    const pr = re[i * n + i]!;
    const pi = im[i * n + i]!;
    const size = pr * pr + pi * pi;
    xRe[i] = (r * pr + s * pi) / size;
    xIm[i] = (s * pr - r * pi) / size;
  }
}

/** Solves Aᵀ·x = b (transpose, not conjugate). `bRe`, `bIm` (n) are overwritten as workspace; `xRe`, `xIm` (n) are written. */
export function solveTransposedInto(
  lu: ComplexLu,
  bRe: Float64Array,
  bIm: Float64Array,
  xRe: Float64Array,
  xIm: Float64Array,
): void {
  const { n, re, im, order } = lu;
  // Uᵀ·y = b forward, y kept in b; each finished entry is subtracted from those below it, along a row of U.
  for (let i = 0; i < n; i++) {
    const pr = re[i * n + i]!;
    const pi = im[i * n + i]!;
    const size = pr * pr + pi * pi;
    const r = (bRe[i]! * pr + bIm[i]! * pi) / size;
    const s = (bIm[i]! * pr - bRe[i]! * pi) / size;
    bRe[i] = r;
    bIm[i] = s;
    if (r === 0 && s === 0) continue;
    for (let j = i + 1; j < n; j++) {
      const ur = re[i * n + j]!;
      const ui = im[i * n + j]!;
      bRe[j]! -= ur * r - ui * s;
      bIm[j]! -= ur * s + ui * r;
    }
  }
  for (let i = n - 1; i >= 0; i--) {
    const r = bRe[i]!;
    const s = bIm[i]!;
    xRe[order[i]!] = r;
    xIm[order[i]!] = s;
    for (let j = 0; j < i; j++) {
      const lr = re[i * n + j]!;
      const li = im[i * n + j]!;
      bRe[j]! -= lr * r - li * s;
      bIm[j]! -= lr * s + li * r;
    }
  }
}
