import { ISLAND_LEAK_OHMS, OPEN_OHMS, type Branch, type Domain } from "./branch.ts";
import { CircuitError, type Circuit } from "./circuit.ts";
import { factorInPlace, solveInto, solveTransposedInto, type ComplexLu } from "./complexLu.ts";
import { constraintColumn, constraintRow, isIdle, type Sparse } from "./constraintRow.ts";

/**
 * One domain of a circuit, solved: modified nodal analysis.
 *
 * Unknowns are the potentials of nodes 1…N−1 followed by one current per constraint; n = N − 1 + constraints.
 * Responses to a current driven through a pair of nodes are solved for the pair itself (`columnOf`, `rowOf`) and kept:
 * taking them as differences of A⁻¹ would lose milliohms in the gigohms that tie a dead, floating circuit to earth.
 */
export interface SolvedDomain {
  readonly domain: Domain;
  readonly n: number;
  readonly lu: ComplexLu;
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
  solveInto(base.lu, b.re, b.im, x.re, x.im);
  return x;
}

/** A⁻ᵀ·v for sparse v: n entries each part; vᵀ·A⁻¹ as a row. */
export function respondTransposed(base: SolvedDomain, v: Sparse): Split {
  const b = split(base.n);
  const x = split(base.n);
  for (const { index, value } of v) b.re[index]! += value;
  solveTransposedInto(base.lu, b.re, b.im, x.re, x.im);
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
export function admittanceInto(into: Float64Array, branch: Branch, domain: Domain, hertz: number): void {
  if (domain === "dc") {
    into[0] = 1 / (branch.farads > 0 ? OPEN_OHMS : branch.ohms);
    into[1] = 0;
    return;
  }
  const omega = 2 * Math.PI * hertz;
  const reactance = omega * branch.henries - (branch.farads > 0 ? 1 / (omega * branch.farads) : 0);
  const size = branch.ohms ** 2 + reactance ** 2;
  into[0] = branch.ohms / size;
  into[1] = -reactance / size;
}

/** The equations A·x = b of one domain: n² and n entries, real and imaginary parts apart. */
export interface Equations {
  readonly n: number;
  readonly aRe: Float64Array;
  readonly aIm: Float64Array;
  readonly bRe: Float64Array;
  readonly bIm: Float64Array;
  readonly values: Pick<SolvedDomain, "gRe" | "gIm" | "emf">;
}

/** Writes down one domain of the circuit with the values its branches and constraints carry now. */
export function assemble(circuit: Circuit, domain: Domain): Equations {
  const nodes = circuit.nodeNames.length - 1;
  const n = nodes + circuit.constraints.length;
  const aRe = new Float64Array(n * n);
  const aIm = new Float64Array(n * n);
  const bRe = new Float64Array(n);
  const bIm = new Float64Array(n);
  const values = stampBranches(circuit, domain, n, aRe, aIm, bRe);
  circuit.constraints.forEach((constraint, k) => {
    const row = nodes + k;
    const equation = constraintRow(constraint, row, domain);
    for (const { index, value } of equation.entries) aRe[row * n + index]! += value;
    for (const { index, value } of constraintColumn(constraint)) aRe[index * n + row]! += value;
    bRe[row] = equation.volts;
  });
  for (const node of looseIslands(circuit)) aRe[(node - 1) * n + node - 1]! += 1 / ISLAND_LEAK_OHMS;
  return { n, aRe, aIm, bRe, bIm, values };
}

/** Solves one domain of the circuit. Throws CircuitError where it has no single answer. */
export function solveDomain(circuit: Circuit, domain: Domain): SolvedDomain {
  const { n, aRe, aIm, bRe, bIm, values } = assemble(circuit, domain);
  const factored = factorInPlace(n, aRe, aIm);
  if (factored.status === "singular")
    throw new CircuitError({ code: "singular", at: unknownName(circuit, factored.column) });
  const x = split(n);
  solveInto(factored.lu, bRe, bIm, x.re, x.im);
  const reciprocal = circuit.constraints.every((c) => c.kind === "transformer" || isIdle(c, domain));
  return {
    domain,
    n,
    lu: factored.lu,
    reciprocal,
    xRe: x.re,
    xIm: x.im,
    ...values,
    columns: new Map(),
    rows: new Map(),
  };
}

function unknownName(circuit: Circuit, column: number): string {
  const nodes = circuit.nodeNames.length - 1;
  return column < nodes ? circuit.nodeNames[column + 1]! : circuit.constraints[column - nodes]!.id;
}

function stampBranches(
  circuit: Circuit,
  domain: Domain,
  n: number,
  aRe: Float64Array,
  aIm: Float64Array,
  bRe: Float64Array,
) {
  const count = circuit.branches.length;
  const gRe = new Float64Array(count);
  const gIm = new Float64Array(count);
  const emf = new Float64Array(count);
  const y = new Float64Array(2);
  circuit.branches.forEach((branch, k) => {
    admittanceInto(y, branch, domain, circuit.hertz);
    gRe[k] = y[0]!;
    gIm[k] = y[1]!;
    emf[k] = domain === "ac" ? branch.acVolts : branch.dcVolts;
    const { a, b } = branch;
    addPair(aRe, n, a, b, y[0]!);
    addPair(aIm, n, a, b, y[1]!);
    // An EMF's branch is a pure resistance, so its Norton current has no imaginary part.
    const inject = emf[k] * y[0]!;
    if (a > 0) bRe[a - 1]! += inject;
    if (b > 0) bRe[b - 1]! -= inject;
  });
  return { gRe, gIm, emf };
}

function addPair(matrix: Float64Array, n: number, a: number, b: number, y: number): void {
  if (a > 0) matrix[(a - 1) * n + a - 1]! += y;
  if (b > 0) matrix[(b - 1) * n + b - 1]! += y;
  if (a > 0 && b > 0) {
    matrix[(a - 1) * n + b - 1]! -= y;
    matrix[(b - 1) * n + a - 1]! -= y;
  }
}

/** One node of every island of nets that no branch ties to the reference. */
function looseIslands(circuit: Circuit): number[] {
  const parent = circuit.nodeNames.map((_, i) => i);
  const root = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!;
    return i;
  };
  const join = (a: number, b: number) => {
    parent[root(a)] = root(b);
  };
  for (const { a, b } of circuit.branches) join(a, b);
  const seen = new Set<number>([root(0)]);
  const loose: number[] = [];
  for (let i = 1; i < parent.length; i++)
    if (!seen.has(root(i))) {
      seen.add(root(i));
      loose.push(i);
    }
  return loose;
}
