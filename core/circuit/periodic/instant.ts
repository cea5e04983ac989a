import type { Branch, Constraint } from "../model/branch.ts";
import type { Circuit } from "../model/circuit.ts";
import { changedResponse, unchanged, type DomainView } from "../equations/domainView.ts";
import { updateDomain, type BranchChange, type ConstraintChange } from "../equations/lowRank.ts";
import { columnOf, pairVector, respond, solveDomain, type SolvedDomain } from "../equations/system.ts";
import { STEPS } from "./steps.ts";

/** What is taken out of a step's network, and what is left in it. */
export interface Outs {
  /** By index of the branch: a diode's, so out. */
  readonly diodes: ReadonlySet<number>;
  /** By index of the constraint: a regulator that is out. */
  readonly regulators: ReadonlySet<number>;
  readonly isReactive: (branch: Branch, index: number) => boolean;
}

/**
 * One step of the cycle without its ports, solved: every reactive branch is its companion resistance, every other the
 * resistance that takes the same power. Answers are by unknown, n each.
 */
export interface Instant {
  /** To the DC sources; to the AC sources at their own volts RMS. */
  readonly steady: Float64Array;
  readonly swing: Float64Array;
  /** To a unit current through a pair of nodes. */
  readonly column: (a: number, b: number) => Float64Array;
}

/** An instant that was factored, which others are changes of. */
export interface Root extends Instant {
  /** The circuit's own branches, and their companions. */
  readonly branches: readonly Branch[];
  readonly companions: readonly Branch[];
  readonly constraints: readonly Constraint[];
  readonly solved: SolvedDomain;
  /** Per branch, A: what its alternating EMF drives. */
  readonly driven: Float64Array;
}

/**
 * A diode's place while it is out, so that no island floats: as much as the digits of a step allow. Where a meter's own
 * current is all there is, the ports take it off again.
 */
export const OUT_OHMS = 1e9;

/** More changes than this are no longer cheaper than factoring. */
const MOST_CHANGES = 16;

export function factoredInstant(circuit: Circuit, outs: Outs): Root {
  const { branches } = circuit;
  const companions = branches.map((b, i) => companionOf(b, i, circuit.hertz, outs));
  const constraints = constraintsOf(circuit, outs);
  const driven = Float64Array.from(branches, (b, i) => drivenBy(b, companions[i]!));
  const solved = solveDomain({ ...circuit, branches: companions, constraints }, "instant");
  const swing = respond(
    solved,
    circuit.branches.flatMap(({ a, b }, i) =>
      driven[i] === 0
        ? []
        : pairVector(a, b).map(({ index, value }) => ({ index, value: value * driven[i]! })),
    ),
  ).re;
  const column = (a: number, b: number) => columnOf(solved, a, b).re;
  return { branches, companions, constraints, solved, driven, steady: solved.xRe, swing, column };
}

/** A circuit of the root's topology as a change of it; factored where it differs in too much. */
export function changedInstant(circuit: Circuit, outs: Outs, root: Root): Instant {
  const constraints = constraintsOf(circuit, outs);
  const branches: BranchChange[] = [];
  let { driven } = root;
  circuit.branches.forEach((own, index) => {
    // Most branches are the root's very own, and a diode is out in both.
    if (own === root.branches[index] || outs.diodes.has(index)) return;
    const was = root.companions[index]!;
    const branch = companionOf(own, index, circuit.hertz, outs);
    if (branch.ohms !== was.ohms || branch.dcVolts !== was.dcVolts) branches.push({ index, branch });
    const drives = drivenBy(own, branch);
    if (drives === driven[index]) return;
    if (driven === root.driven) driven = driven.slice();
    driven[index] = drives;
  });
  const equations = constraints.flatMap((now, i): ConstraintChange[] => {
    const was = root.constraints[i]!;
    return isSame(was, now) ? [] : [{ row: circuit.nodeNames.length - 1 + i, was, now }];
  });
  const few = branches.length + equations.length <= MOST_CHANGES;
  const none = branches.length + equations.length === 0;
  const view = none
    ? unchanged(root.solved)
    : few && updateDomain(root.solved, branches, equations, circuit.hertz);
  return view ? viewed(circuit, root, view, driven) : factoredInstant(circuit, outs);
}

function viewed({ branches }: Circuit, root: Root, view: DomainView, driven: Float64Array): Instant {
  let swing = root.swing;
  const sources: { index: number; amps: number }[] = [];
  driven.forEach((amps, index) => {
    const { a, b } = branches[index]!;
    if (amps !== 0) sources.push({ index, amps });
    if (amps === root.driven[index]) return;
    const column = root.column(a, b);
    const more = amps - root.driven[index]!;
    swing = swing.map((v, i) => v + more * column[i]!);
  });
  const alternating = (row: Float64Array) =>
    sources.reduce((sum, { index, amps }) => {
      const { a, b } = branches[index]!;
      return sum + amps * difference(row, a, b);
    }, 0);
  return {
    steady: view.xRe,
    swing: changedResponse(view, swing, alternating),
    column: (a, b) => changedResponse(view, root.column(a, b), (row) => difference(row, a, b)),
  };
}

/** V(a) − V(b) of a vector over the unknowns; node 0 is at 0. */
export function difference(x: Float64Array, a: number, b: number): number {
  return (a > 0 ? x[a - 1]! : 0) - (b > 0 ? x[b - 1]! : 0);
}

function companionOf(branch: Branch, index: number, hertz: number, { diodes, isReactive }: Outs): Branch {
  const { id, a, b, tolerance, dcVolts } = branch;
  const zero = { henries: 0, farads: 0, acVolts: 0 };
  // A diode may come with the values it has in the mean of a cycle; none of them are its own.
  if (diodes.has(index)) return { id, a, b, tolerance, ohms: OUT_OHMS, dcVolts: 0, ...zero };
  const ohms = isReactive(branch, index)
    ? companionOhms(branch, 1 / (hertz * STEPS))
    : equivalentOhms(branch, hertz);
  return { id, a, b, tolerance, ohms, dcVolts, ...zero };
}

function constraintsOf({ constraints }: Circuit, { regulators }: Outs): Constraint[] {
  return constraints.map((c, i) =>
    c.kind === "regulator" && regulators.has(i) ? { ...c, region: "off" as const } : c,
  );
}

/** A diode's branch has no alternating EMF. */
function drivenBy({ acVolts }: Branch, companion: Branch): number {
  return acVolts === 0 ? 0 : acVolts / companion.ohms;
}

function isSame(a: Constraint, b: Constraint): boolean {
  if (a.kind === "regulator" && b.kind === "regulator")
    return a.region === b.region && a.volts === b.volts && a.amps === b.amps;
  return a.kind === "transformer" && b.kind === "transformer" && a.ratio === b.ratio;
}

/** Such a branch as the resistance that takes the same power at the mains frequency, |Z|²/R; a capacitor takes none. */
function equivalentOhms({ ohms, henries, farads }: Branch, hertz: number): number {
  if (farads > 0) return OUT_OHMS;
  return henries > 0 ? ohms + (2 * Math.PI * hertz * henries) ** 2 / ohms : ohms;
}

/** v = e + (R + 3L/2h + 2h/3C)·i + history, by the second-order backward difference. */
export function companionOhms({ ohms, henries, farads }: Branch, h: number): number {
  return ohms + (1.5 * henries) / h + (farads > 0 ? (2 * h) / (3 * farads) : 0);
}
