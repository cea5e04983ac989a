import { columnOf, type SolvedDomain, type Split } from "./system.ts";

/**
 * A solved domain seen through k changes (k may be 0), without factoring again.
 *
 * With A' = A + U·D·Vᵀ, column i of U and V sparse (±1 at the two nodes of a changed branch), the Woodbury identity
 * gives Z' = Z − (Z·U)·K·(Vᵀ·Z) with K = M⁻¹·D and M = I + D·Vᵀ·Z·U. Held here: `left` = Z·U, `right` = Vᵀ·Z (both the
 * base's own, shared) and `kernel` = K, so that one transfer impedance costs O(k²) and a view keeps no vectors but x.
 */
export interface DomainView {
  readonly base: SolvedDomain;
  /** k columns of n. */
  readonly left: readonly Split[];
  /** k rows of n. */
  readonly right: readonly Split[];
  /** k² each part, row-major. */
  readonly kernel: Split;
  /** n each: potentials and constraint currents after the change. */
  readonly xRe: Float64Array;
  readonly xIm: Float64Array;
  /** Branches whose values are no longer the base's. */
  readonly changed: readonly ChangedBranch[];
}

/** A branch after the change: its admittance, S, and its EMF, V. */
export interface ChangedBranch {
  readonly index: number;
  readonly re: number;
  readonly im: number;
  readonly volts: number;
}

const NONE: Split = { re: new Float64Array(0), im: new Float64Array(0) };

export function unchanged(base: SolvedDomain): DomainView {
  const { xRe, xIm } = base;
  return { base, left: [], right: [], kernel: NONE, xRe, xIm, changed: [] };
}

/** Conductance of a branch as it stands, S. */
export function siemensOf({ base, changed }: DomainView, index: number): number {
  return changedOf(changed, index)?.re ?? base.gRe[index]!;
}

/** A plain loop over the one to four that there are: this is asked for every branch with a tolerance, in every case. */
function changedOf(changed: readonly ChangedBranch[], index: number): ChangedBranch | undefined {
  for (const branch of changed) if (branch.index === index) return branch;
  return undefined;
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
  const through = throughPair(view, a, b);
  let re = across(column.re, p, q);
  let im = across(column.im, p, q);
  view.left.forEach((left, i) => {
    const lr = across(left.re, p, q);
    const li = across(left.im, p, q);
    re -= lr * through[2 * i]! - li * through[2 * i + 1]!;
    im -= lr * through[2 * i + 1]! + li * through[2 * i]!;
  });
  out[0] = re;
  out[1] = im;
}

/**
 * A response Z·u of a base without imaginary parts, as the changed domain has it: Z·u − left·K·(right·u).
 * @param z Z·u, n
 * @param read u along a row: what injections u make of a row of responses
 */
export function changedResponse(
  { left, right, kernel }: DomainView,
  z: Float64Array,
  read: (row: Float64Array) => number,
): Float64Array {
  const k = left.length;
  if (k === 0) return z;
  const rows = right.map((row) => read(row.re));
  const x = z.slice();
  left.forEach(({ re }, i) => {
    let share = 0;
    for (let j = 0; j < k; j++) share += kernel.re[i * k + j]! * rows[j]!;
    if (share !== 0) for (let t = 0; t < x.length; t++) x[t]! -= share * re[t]!;
  });
  return x;
}

/** Kernel times the rows' differences across the pair: two numbers a rank. */
export function throughPair({ right, kernel }: DomainView, a: number, b: number): Float64Array {
  const k = right.length;
  const through = new Float64Array(2 * k);
  for (let j = 0; j < k; j++) {
    const rr = across(right[j]!.re, a, b);
    const ri = across(right[j]!.im, a, b);
    for (let i = 0; i < k; i++) {
      const kr = kernel.re[i * k + j]!;
      const ki = kernel.im[i * k + j]!;
      through[2 * i]! += kr * rr - ki * ri;
      through[2 * i + 1]! += kr * ri + ki * rr;
    }
  }
  return through;
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
  const { base } = view;
  const changed = changedOf(view.changed, index);
  const v = out[0]! - (changed ? changed.volts : base.emf[index]!);
  const w = out[1]!;
  const re = changed ? changed.re : base.gRe[index]!;
  const im = changed ? changed.im : base.gIm[index]!;
  out[0] = v * re - w * im;
  out[1] = v * im + w * re;
}
