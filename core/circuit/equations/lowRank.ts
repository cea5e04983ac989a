import type { Branch, Constraint } from "../model/branch.ts";
import { factorInPlace, solveInto, type ComplexLu } from "./complexLu.ts";
import { constraintRow, type Sparse } from "./constraintRow.ts";
import type { ChangedBranch, DomainView } from "./domainView.ts";
import {
  admittanceInto,
  columnOf,
  pairVector,
  respond,
  respondTransposed,
  rowOf,
  split,
  type SolvedDomain,
  type Split,
} from "./system.ts";

/** A branch whose value is no longer the one the base was solved with. */
export interface BranchChange {
  readonly index: number;
  readonly branch: Branch;
}

/** A constraint whose equation changed; `row` is its unknown. */
export interface ConstraintChange {
  readonly row: number;
  readonly was: Constraint;
  readonly now: Constraint;
}

/** Below this, an update has lost too many digits to cancellation and the domain is factored afresh. */
const PIVOT_FLOOR = 1e-13;

/** One rank of the change, A' = A + u·d·vᵀ, with its responses Z·u and vᵀ·Z. */
interface Rank {
  readonly v: Sparse;
  readonly dRe: number;
  readonly dIm: number;
  readonly column: Split;
  readonly row: Split;
}

/**
 * The base domain with some branches and constraints at new values, by a rank-k update (see `DomainView`):
 * a branch changes A by ±Δy at its two nodes, a constraint by one row.
 * @returns undefined when the update would be numerically worthless; the caller then solves from scratch
 */
export function updateDomain(
  base: SolvedDomain,
  branches: readonly BranchChange[],
  constraints: readonly ConstraintChange[],
  hertz: number,
): DomainView | undefined {
  const real = base.domain !== "ac";
  const changed: ChangedBranch[] = [];
  const x: Split = { re: base.xRe.slice(), im: real ? base.xIm : base.xIm.slice() };
  const add = real ? addRealInPlace : addInPlace;
  const ranks: Rank[] = [];
  const y = new Float64Array(2);
  for (const { index, branch } of branches) {
    const { a, b } = branch;
    admittanceInto(y, branch, base.domain, hertz);
    const volts = base.domain === "ac" ? branch.acVolts : branch.dcVolts;
    const inject = volts * y[0]! - base.emf[index]! * base.gRe[index]!;
    if (inject !== 0) add(x, columnOf(base, a, b), inject, 0);
    const dRe = y[0]! - base.gRe[index]!;
    const dIm = y[1]! - base.gIm[index]!;
    if (dRe !== 0 || dIm !== 0)
      ranks.push({ v: pairVector(a, b), dRe, dIm, column: columnOf(base, a, b), row: rowOf(base, a, b) });
    changed.push({ index, re: y[0]!, im: y[1]!, volts });
  }
  for (const { row, was, now } of constraints) {
    const before = constraintRow(was, row, base.domain);
    const after = constraintRow(now, row, base.domain);
    const v = differenceOf(after.entries, before.entries);
    const column = respond(base, [{ index: row, value: 1 }]);
    add(x, column, after.volts - before.volts, after.imaginary - before.imaginary);
    if (v.length > 0) ranks.push({ v, dRe: 1, dIm: 0, column, row: respondTransposed(base, v) });
  }
  const m = middle(ranks);
  if (m === undefined) return undefined;
  const response = solveSmall(m, ranks, (rank) => dot(rank.v, x));
  ranks.forEach(({ column }, i) => add(x, column, -response.re[i]!, -response.im[i]!));
  return {
    base,
    left: ranks.map((r) => r.column),
    right: ranks.map((r) => r.row),
    kernel: kernelOf(ranks, m),
    xRe: x.re,
    xIm: x.im,
    changed,
  };
}

/** Entries of a − b, those that cancel left out. */
function differenceOf(a: Sparse, b: Sparse): Sparse {
  const sum = new Map(a.map(({ index, value }) => [index, value]));
  for (const { index, value } of b) sum.set(index, (sum.get(index) ?? 0) - value);
  return [...sum].flatMap(([index, value]) => (value === 0 ? [] : [{ index, value }]));
}

/** x ← x + re·y, for a domain without imaginary parts. */
function addRealInPlace(x: Split, y: Split, re: number): void {
  for (let j = 0; j < x.re.length; j++) x.re[j]! += re * y.re[j]!;
}

/** x ← x + (re + j·im)·y. */
function addInPlace(x: Split, y: Split, re: number, im: number): void {
  for (let j = 0; j < x.re.length; j++) {
    const yr = y.re[j]!;
    const yi = y.im[j]!;
    x.re[j]! += re * yr - im * yi;
    x.im[j]! += re * yi + im * yr;
  }
}

function dot(v: Sparse, x: Split): [re: number, im: number] {
  let re = 0;
  let im = 0;
  for (const { index, value } of v) {
    re += value * x.re[index]!;
    im += value * x.im[index]!;
  }
  return [re, im];
}

/** M = I + D·Vᵀ·Z·U, k×k, factored. */
function middle(ranks: readonly Rank[]): ComplexLu | undefined {
  const k = ranks.length;
  const { re, im } = split(k * k);
  ranks.forEach(({ v, dRe, dIm }, i) =>
    ranks.forEach(({ column }, j) => {
      const [r, s] = dot(v, column);
      re[i * k + j] = (i === j ? 1 : 0) + dRe * r - dIm * s;
      im[i * k + j] = dRe * s + dIm * r;
    }),
  );
  const factored = factorInPlace(k, re, im);
  return factored.status === "singular" || factored.lu.pivotRatio < PIVOT_FLOOR ? undefined : factored.lu;
}

/** M⁻¹·D·c, where c has one complex entry per rank. */
function solveSmall(
  m: ComplexLu,
  ranks: readonly Rank[],
  entry: (rank: Rank) => [re: number, im: number],
): Split {
  const b = split(ranks.length);
  const x = split(ranks.length);
  ranks.forEach((rank, i) => {
    const [r, s] = entry(rank);
    b.re[i] = rank.dRe * r - rank.dIm * s;
    b.im[i] = rank.dRe * s + rank.dIm * r;
  });
  solveInto(m, b.re, b.im, x.re, x.im);
  return x;
}

/** K = M⁻¹·D, k² row-major. */
function kernelOf(ranks: readonly Rank[], m: ComplexLu): Split {
  const k = ranks.length;
  const kernel = split(k * k);
  ranks.forEach((source, j) => {
    const column = solveSmall(m, ranks, (rank) => (rank === source ? [1, 0] : [0, 0]));
    for (let i = 0; i < k; i++) {
      kernel.re[i * k + j] = column.re[i]!;
      kernel.im[i * k + j] = column.im[i]!;
    }
  });
  return kernel;
}
