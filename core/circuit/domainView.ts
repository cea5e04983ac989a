import { columnOf, type SolvedDomain, type Split } from "./system.ts";

/**
 * A solved domain seen through k changes (k may be 0), without factoring again.
 *
 * With A' = A + U·D·Vᵀ, column i of U and V sparse (±1 at the two nodes of a changed branch), the Woodbury identity
 * gives Z' = Z − (Z·U)·M⁻¹·(D·Vᵀ·Z) with M = I + D·Vᵀ·Z·U. Held here: `left` = Z·U and `right` = M⁻¹·D·Vᵀ·Z, so that
 * one transfer impedance costs O(k).
 */
export interface DomainView {
  readonly base: SolvedDomain;
  /** k columns of n. */
  readonly left: readonly Split[];
  /** k rows of n. */
  readonly right: readonly Split[];
  /** n each: potentials and constraint currents after the change. */
  readonly xRe: Float64Array;
  readonly xIm: Float64Array;
  /** Per branch, after the change. */
  readonly gRe: Float64Array;
  readonly gIm: Float64Array;
  readonly emf: Float64Array;
}

export function unchanged(base: SolvedDomain): DomainView {
  const { xRe, xIm, gRe, gIm, emf } = base;
  return { base, left: [], right: [], xRe, xIm, gRe, gIm, emf };
}

/** V(p) − V(q) in volts, phasor: `out[0]` real, `out[1]` imaginary. Node 0 is the reference at 0 V. */
export function voltageInto(out: Float64Array, view: DomainView, p: number, q: number): void {
  out[0] = across(view.xRe, p, q);
  out[1] = across(view.xIm, p, q);
}

/**
 * Transfer impedance in Ω from a current driven into node a and out of node b to the voltage V(p) − V(q).
 * With (p, q) = (a, b) it is the Thévenin impedance of the pair.
 */
export function transferInto(
  out: Float64Array,
  view: DomainView,
  p: number,
  q: number,
  a: number,
  b: number,
): void {
  const column = columnOf(view.base, a, b);
  let re = across(column.re, p, q);
  let im = across(column.im, p, q);
  for (let i = 0; i < view.left.length; i++) {
    const left = view.left[i]!;
    const right = view.right[i]!;
    const lr = across(left.re, p, q);
    const li = across(left.im, p, q);
    const rr = across(right.re, a, b);
    const ri = across(right.im, a, b);
    re -= lr * rr - li * ri;
    im -= lr * ri + li * rr;
  }
  out[0] = re;
  out[1] = im;
}

/**
 * The response to a current through one pair of nodes, ready to be read at many others: `column` is the base's, and
 * `through` holds, per rank of the view, the row's difference across the pair (real, imaginary, …).
 */
export interface PairResponse {
  readonly column: Split;
  readonly through: Float64Array;
}

export function pairResponse(view: DomainView, a: number, b: number): PairResponse {
  const through = new Float64Array(2 * view.right.length);
  view.right.forEach((right, i) => {
    through[2 * i] = across(right.re, a, b);
    through[2 * i + 1] = across(right.im, a, b);
  });
  return { column: columnOf(view.base, a, b), through };
}

/** The ranks' columns read across (p, q): 2k numbers written to `left`, to be used with `responseAtInto`. */
export function leftAcrossInto(left: Float64Array, view: DomainView, p: number, q: number): void {
  for (let i = 0; i < view.left.length; i++) {
    left[2 * i] = across(view.left[i]!.re, p, q);
    left[2 * i + 1] = across(view.left[i]!.im, p, q);
  }
}

/** Same as `transferInto` for the pair that `response` was made for; `left` as written for (p, q). */
export function responseAtInto(
  out: Float64Array,
  response: PairResponse,
  left: Float64Array,
  p: number,
  q: number,
): void {
  const { column, through } = response;
  let re = across(column.re, p, q);
  let im = across(column.im, p, q);
  for (let i = 0; i < through.length; i += 2) {
    re -= left[i]! * through[i]! - left[i + 1]! * through[i + 1]!;
    im -= left[i]! * through[i + 1]! + left[i + 1]! * through[i]!;
  }
  out[0] = re;
  out[1] = im;
}

/** Difference of a vector over the unknowns between two nodes; node 0 counts as 0. */
function across(vector: Float64Array, p: number, q: number): number {
  return (p > 0 ? vector[p - 1]! : 0) - (q > 0 ? vector[q - 1]! : 0);
}

/** Current in amperes from a to b through branch `index` (a, b its nodes): `out[0]` real, `out[1]` imaginary. */
export function branchCurrentInto(
  out: Float64Array,
  view: DomainView,
  index: number,
  a: number,
  b: number,
): void {
  voltageInto(out, view, a, b);
  const v = out[0]! - view.emf[index]!;
  const w = out[1]!;
  out[0] = v * view.gRe[index]! - w * view.gIm[index]!;
  out[1] = v * view.gIm[index]! + w * view.gRe[index]!;
}
