import { GAP_OHMS, ISLAND_LEAK_OHMS, OPEN_OHMS, type Branch, type Analysis } from "../model/branch.ts";
import { CircuitError, type CircuitProblem, type Circuit } from "../model/circuit.ts";
import { factorInPlace, solveInto, solveTransposedInto } from "./complexLu.ts";
import { constraintColumn, constraintRow, isIdle, type Sparse } from "./constraintRow.ts";
import { patternOf, slotOf, type Pattern } from "./eliminationOrder.ts";
import { factorSparse, solveSparseInto, solveSparseTransposedInto } from "./sparseLu.ts";

/**
 * One domain of a circuit, solved: modified nodal analysis.
 *
 * Unknowns are the potentials of nodes 1…N−1 followed by one current per constraint; n = N − 1 + constraints.
 * Responses to a current driven through a pair of nodes are solved for the pair itself (`columnOf`, `rowOf`) and kept:
 * taking them as differences of A⁻¹ would lose milliohms in the gigohms that tie a dead, floating circuit to earth.
 */
export interface SolvedDomain {
  readonly domain: Analysis;
  readonly n: number;
  readonly factors: Factors;
  /** No regulator is at work, so that the response at p to a current at q is that at q to one at p. */
  readonly reciprocal: boolean;
  /** n each: potentials (V) of nodes 1…, then constraint currents (A). */
  readonly xRe: Float64Array;
  readonly xIm: Float64Array;
  /** Per branch: admittance in siemens; this is the value a fault changes. */
  readonly gRe: Float64Array;
  readonly gIm: Float64Array;
  /** Per branch: EMF in volts. */
  readonly emf: Float64Array;
  /** Responses kept so far, by pair of nodes. */
  readonly columns: Map<number, Split>;
  readonly rows: Map<number, Split>;
}

/** A factored matrix: A·x = b and Aᵀ·x = b, n entries each by unknown; b may be overwritten. */
export interface Factors {
  solveInto(b: Split, x: Split): void;
  solveTransposedInto(b: Split, x: Split): void;
}

/** Circuits whose equations need pivoting are factored dense, up to this many unknowns. */
const DENSE_LIMIT = 1500;

/** A complex vector, real and imaginary parts apart. */
export interface Split {
  readonly re: Float64Array;
  readonly im: Float64Array;
}

export function split(length: number): Split {
  return { re: new Float64Array(length), im: new Float64Array(length) };
}

/** A⁻¹·u for sparse u: n entries each part. */
export function respond(base: SolvedDomain, u: Sparse): Split {
  const b = split(base.n);
  const x = split(base.n);
  for (const { index, value } of u) b.re[index]! += value;
  base.factors.solveInto(b, x);
  return x;
}

/** A⁻ᵀ·v for sparse v: n entries each part; vᵀ·A⁻¹ as a row. */
export function respondTransposed(base: SolvedDomain, v: Sparse): Split {
  const b = split(base.n);
  const x = split(base.n);
  for (const { index, value } of v) b.re[index]! += value;
  base.factors.solveTransposedInto(b, x);
  return x;
}

/** The sparse vector +1 at node a, −1 at node b; node 0 is the reference and has no entry. */
export function pairVector(a: number, b: number): Sparse {
  const entries: { index: number; value: number }[] = [];
  if (a > 0) entries.push({ index: a - 1, value: 1 });
  if (b > 0) entries.push({ index: b - 1, value: -1 });
  return entries;
}

/** Potentials per ampere driven into node a and out of node b. */
export function columnOf(base: SolvedDomain, a: number, b: number): Split {
  const key = a * (base.n + 1) + b;
  let column = base.columns.get(key);
  if (!column) base.columns.set(key, (column = respond(base, pairVector(a, b))));
  return column;
}

/** What V(a) − V(b) becomes per ampere driven into each node. In a reciprocal circuit it is the column of the pair. */
export function rowOf(base: SolvedDomain, a: number, b: number): Split {
  if (base.reciprocal) return columnOf(base, a, b);
  const key = a * (base.n + 1) + b;
  let row = base.rows.get(key);
  if (!row) base.rows.set(key, (row = respondTransposed(base, pairVector(a, b))));
  return row;
}

/** Admittance (S) of a series R–L–C branch; `into[0]` real, `into[1]` imaginary. */
export function admittanceInto(into: Float64Array, branch: Branch, domain: Analysis, hertz: number): void {
  if (domain !== "ac") {
    into[0] = 1 / (branch.farads > 0 ? OPEN_OHMS : (branch.dcOhms ?? branch.ohms));
    into[1] = 0;
    return;
  }
  const omega = 2 * Math.PI * hertz;
  const reactance = omega * branch.henries - (branch.farads > 0 ? 1 / (omega * branch.farads) : 0);
  const size = branch.ohms ** 2 + reactance ** 2;
  into[0] = branch.ohms / size;
  into[1] = -reactance / size;
}

/** The equations A·x = b of one domain, in the places of a pattern; the right-hand side is by unknown. */
export interface Equations {
  readonly pattern: Pattern;
  readonly aRe: Float64Array;
  readonly aIm: Float64Array;
  readonly b: Split;
  readonly values: Pick<SolvedDomain, "gRe" | "gIm" | "emf">;
}

/** Writes down one domain of the circuit with the values its branches and constraints carry now. */
export function assemble(circuit: Circuit, domain: Analysis): Equations {
  const pattern = patternOf(circuit);
  const nodes = circuit.nodeNames.length - 1;
  const aRe = new Float64Array(pattern.column.length);
  const aIm = new Float64Array(pattern.column.length);
  const b = split(pattern.n);
  const values = stampBranches(circuit, domain, pattern, aRe, aIm, b.re);
  circuit.constraints.forEach((constraint, k) => {
    const row = nodes + k;
    const equation = constraintRow(constraint, row, domain);
    for (const { index, value } of equation.entries) aRe[slotOf(pattern, row, index)]! += value;
    for (const { index, value } of constraintColumn(constraint)) aRe[slotOf(pattern, index, row)]! += value;
    b.re[row] = equation.volts;
    b.im[row] = equation.imaginary;
  });
  for (const node of looseIslands(circuit)) aRe[slotOf(pattern, node - 1, node - 1)]! += 1 / ISLAND_LEAK_OHMS;
  return { pattern, aRe, aIm, b, values };
}

/** The equations' matrix written out, row-major, n² each part. */
export function denseMatrix({ pattern, aRe, aIm }: Equations): Split {
  const { n, order, start, column } = pattern;
  const full = split(n * n);
  for (let i = 0; i < n; i++)
    for (let t = start[i]!; t < start[i + 1]!; t++) {
      const at = order[i]! * n + order[column[t]!]!;
      full.re[at] = aRe[t]!;
      full.im[at] = aIm[t]!;
    }
  return full;
}

/** Solves one domain of the circuit. Throws CircuitError where it has no single answer. */
export function solveDomain(circuit: Circuit, domain: Analysis): SolvedDomain {
  const equations = assemble(circuit, domain);
  const { pattern, b, values } = equations;
  const factors = factor(circuit, equations);
  const x = split(pattern.n);
  factors.solveInto(b, x);
  const reciprocal = circuit.constraints.every((c) => c.kind === "transformer" || isIdle(c, domain));
  return {
    domain,
    n: pattern.n,
    factors,
    reciprocal,
    xRe: x.re,
    xIm: x.im,
    ...values,
    columns: new Map(),
    rows: new Map(),
  };
}

/** Factors in the pattern's order; where a pivot is too small for that, dense with pivoting. */
function factor(circuit: Circuit, equations: Equations): Factors {
  const { pattern, aRe, aIm } = equations;
  const sparse = factorSparse(pattern, aRe.slice(), aIm.slice());
  if (sparse)
    return {
      solveInto: (b, x) => solveSparseInto(sparse, b.re, b.im, x.re, x.im),
      solveTransposedInto: (b, x) => solveSparseTransposedInto(sparse, b.re, b.im, x.re, x.im),
    };
  if (pattern.n > DENSE_LIMIT) throw new CircuitError({ code: "ill-conditioned", nodes: pattern.n });
  const { re, im } = denseMatrix(equations);
  const dense = factorInPlace(pattern.n, re, im);
  if (dense.status === "singular") throw new CircuitError(singularAt(circuit, dense.column));
  return {
    solveInto: (b, x) => solveInto(dense.lu, b.re, b.im, x.re, x.im),
    solveTransposedInto: (b, x) => solveTransposedInto(dense.lu, b.re, b.im, x.re, x.im),
  };
}

/** What to say of an unknown that elimination found nothing to fix it by: the net with the parts on it, or the source. */
function singularAt({ nodeNames, branches, constraints }: Circuit, column: number): CircuitProblem {
  const nodes = nodeNames.length - 1;
  const source = constraints[column - nodes];
  const ends = source ? [source.a, source.b, source.c] : [column + 1];
  const meet = (node: number) => node > 0 && ends.includes(node);
  const ids = [
    ...branches.flatMap(({ id, a, b }) => (meet(a) || meet(b) ? [id] : [])),
    ...constraints.flatMap(({ id, a, b, c }) => ([a, b, c].some(meet) ? [id] : [])),
  ];
  const parts = [...new Set(ids.map((id) => id.split("/")[0]!))].slice(0, 8);
  return { code: "singular", at: source ? source.id : nodeNames[column + 1]!, parts };
}

function stampBranches(
  circuit: Circuit,
  domain: Analysis,
  { branchSlots }: Pattern,
  aRe: Float64Array,
  aIm: Float64Array,
  bRe: Float64Array,
) {
  const count = circuit.branches.length;
  const gRe = new Float64Array(count);
  const gIm = new Float64Array(count);
  const emf = new Float64Array(count);
  const y = new Float64Array(2);
  for (let k = 0; k < count; k++) {
    const branch = circuit.branches[k]!;
    admittanceInto(y, branch, domain, circuit.hertz);
    const re = (gRe[k] = y[0]!);
    const im = (gIm[k] = y[1]!);
    const volts = (emf[k] = domain === "ac" ? branch.acVolts : branch.dcVolts);
    for (let end = 0; end < 4; end++) {
      const slot = branchSlots[4 * k + end]!;
      if (slot < 0) continue;
      aRe[slot]! += end < 2 ? re : -re;
      aIm[slot]! += end < 2 ? im : -im;
    }
    if (volts === 0) continue;
    const { a, b } = branch;
    // An EMF's branch is a pure resistance, so its Norton current has no imaginary part.
    if (a > 0) bRe[a - 1]! += volts * re;
    if (b > 0) bRe[b - 1]! -= volts * re;
  }
  return { gRe, gIm, emf };
}

/** One node of every island of nets that no branch ties to the reference; a sound gap between two conductors is no tie. */
function looseIslands(circuit: Circuit): number[] {
  const parent = circuit.nodeNames.map((_, i) => i);
  const root = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!;
    return i;
  };
  const join = (a: number, b: number) => {
    parent[root(a)] = root(b);
  };
  for (const { a, b, ohms } of circuit.branches) if (ohms < GAP_OHMS) join(a, b);
  const seen = new Set<number>([root(0)]);
  const loose: number[] = [];
  for (let i = 1; i < parent.length; i++)
    if (!seen.has(root(i))) {
      seen.add(root(i));
      loose.push(i);
    }
  return loose;
}
