import type { Branch, Constraint, Domain } from "../model/branch.ts";
import type { Circuit } from "../model/circuit.ts";
import type { Setting } from "../model/control.ts";
import { branchCurrentInto, transferInto, unchanged, voltageInto, type DomainView } from "./domainView.ts";
import { updateDomain, type BranchChange, type ConstraintChange } from "./lowRank.ts";
import type { PeriodicState } from "../periodic/periodicState.ts";
import { solveDomain } from "./system.ts";

/** A circuit with its controls in place, in both domains. */
export interface Solved {
  readonly circuit: Circuit;
  readonly ac: DomainView;
  readonly dc: DomainView;
  /** Where diodes are swung by the mains: the cycle that repeats. */
  readonly periodic: PeriodicState | undefined;
}

/** A solved circuit with the settings that made it. */
export interface AtRest extends Solved {
  readonly settings: readonly Setting[];
}

/** A domain is solved when it is first looked at: a dead unit never needs its phasors, nor most live ones the other. */
export function solvedWhenAsked(
  circuit: Circuit,
  base: Solved | undefined,
  periodic?: PeriodicState,
): Solved {
  let ac: DomainView | undefined;
  let dc: DomainView | undefined;
  return {
    circuit,
    periodic,
    get ac() {
      return (ac ??= viewOf(circuit, "ac", base));
    },
    get dc() {
      return (dc ??= viewOf(circuit, "dc", base));
    },
  };
}

/** The solved circuit with the settings that made it, its domains still unsolved where nobody has asked. */
export function restingIn(solved: Solved, settings: readonly Setting[]): AtRest {
  return {
    circuit: solved.circuit,
    periodic: solved.periodic,
    settings,
    get ac() {
      return solved.ac;
    },
    get dc() {
      return solved.dc;
    },
  };
}

function viewOf(circuit: Circuit, domain: Domain, base: Solved | undefined): DomainView {
  if (base) {
    const branches: BranchChange[] = [];
    circuit.branches.forEach((branch, index) => {
      if (branch !== base.circuit.branches[index]) branches.push({ index, branch });
    });
    const constraints: ConstraintChange[] = [];
    const nodes = circuit.nodeNames.length - 1;
    circuit.constraints.forEach((now, i) => {
      const was = base.circuit.constraints[i]!;
      if (!sameEquation(domain, was, now)) constraints.push({ row: nodes + i, was, now });
    });
    if (
      branches.every(({ index, branch }) => sameIn(domain, branch, base.circuit.branches[index]!)) &&
      constraints.length === 0
    )
      return base[domain];
    const view = updateDomain(base[domain].base, branches, constraints, circuit.hertz);
    if (view) return view;
  }
  return unchanged(solveDomain(circuit, domain));
}

/** Two states of one branch that this domain cannot tell apart. */
function sameIn(domain: Domain, a: Branch, b: Branch): boolean {
  const same = a.ohms === b.ohms && a.henries === b.henries && a.farads === b.farads;
  return domain === "ac"
    ? same && a.acVolts === b.acVolts
    : same && a.dcVolts === b.dcVolts && a.dcOhms === b.dcOhms;
}

function sameEquation(domain: Domain, a: Constraint, b: Constraint): boolean {
  if (a.kind === "regulator" && b.kind === "regulator")
    return domain === "ac"
      ? (a.acRe ?? 0) === (b.acRe ?? 0) && (a.acIm ?? 0) === (b.acIm ?? 0)
      : a.region === b.region && a.volts === b.volts && a.amps === b.amps;
  return domain === "dc" || (a.kind === "transformer" && b.kind === "transformer" && a.ratio === b.ratio);
}

const scratch = new Float64Array(2);

export function magnitude(view: DomainView, a: number, b: number): number {
  voltageInto(scratch, view, a, b);
  return Math.hypot(scratch[0]!, scratch[1]!);
}

export function dcVolts(view: DomainView, a: number, b: number): number {
  voltageInto(scratch, view, a, b);
  return scratch[0]!;
}

/** RMS current of a branch, both domains and what a rectifier's pulses add to them, A. */
export function amps(solved: Solved, index: number): number {
  const { a, b, ohms, henries, farads } = solved.circuit.branches[index]!;
  const pulses = solved.periodic && henries === 0 && farads === 0 ? harmonicsAcross(solved, a, b) / ohms : 0;
  return Math.hypot(ampsIn(solved, "ac", index), ampsIn(solved, "dc", index), pulses);
}

/** RMS of V(a) − V(b) beyond its mean and its fundamental, V. */
export function harmonicsAcross({ periodic }: Solved, a: number, b: number): number {
  return periodic?.harmonics(a, b) ?? 0;
}

/** Size of a branch's current in one domain, A. Without a source in that domain nothing flows, and nothing is solved. */
export function ampsIn(solved: Solved, domain: Domain, index: number): number {
  if (!isDriven(solved.circuit, domain)) return 0;
  const { a, b } = solved.circuit.branches[index]!;
  branchCurrentInto(scratch, solved[domain], index, a, b);
  return Math.hypot(scratch[0]!, scratch[1]!);
}

export function isDriven({ branches, constraints }: Circuit, domain: Domain): boolean {
  return domain === "ac"
    ? branches.some((b) => b.acVolts !== 0)
    : branches.some((b) => b.dcVolts !== 0) ||
        constraints.some((c) => c.kind === "regulator" && c.region !== "off");
}

/** Real part of the transfer impedance from a current through (a, b) to the voltage V(p) − V(q), Ω. */
export function transferOver(view: DomainView, p: number, q: number, a: number, b: number): number {
  transferInto(scratch, view, p, q, a, b);
  return scratch[0]!;
}
