import { branchCurrentInto } from "../equations/domainView.ts";
import { dcVolts, magnitude } from "../equations/solved.ts";
import type { Circuit } from "../model/circuit.ts";
import { settle, type OperatingPoint } from "../steady/operatingPoint.ts";

/** What stands on the capacitances of a unit, V from `a` to `b`, by the branch that has them. */
export type Charges = ReadonlyMap<string, number>;

/** First step after something has changed, s: shorter than a hand notices. */
const FIRST_STEP = 1e-3;
/** Each later step, as a share of the time since the change. */
const STEP_SHARE = 0.1;
/** 1 − 1/√2: the formula of two stages below is then of second order and damps what is stiff (Alexander 1977, from memory). */
const GAMMA = 1 - Math.SQRT1_2;
/** Below it nothing is left that a meter or a hand would find, V. */
const NOTHING = 0.01;

/**
 * What stands on each capacitance at the moment when the power goes: its direct volts, and of alternating ones the peak,
 * for a switch may open just then.
 */
export function chargesOf(live: OperatingPoint): Charges {
  const charges = new Map<string, number>();
  for (const { id, a, b, farads, dcVolts: emf } of live.circuit.branches) {
    if (farads === 0) continue;
    const direct = dcVolts(live.dc, a, b) - emf;
    keep(charges, id, direct + (direct < 0 ? -1 : 1) * Math.SQRT2 * magnitude(live.ac, a, b));
  }
  return charges;
}

/**
 * What is left of the charges after some seconds in a circuit without its supply. At each step the circuit is at its own
 * operating point with the charges as EMFs, so that regulators, diodes and relays go on working as long as these last.
 * With v the volts on a capacitance C and i(v) the current into it, dv/dt = i(v)/C; a step of h seconds is
 *
 *   k₁ = i(v + γh·k₁)/C,   k₂ = i(v + (1 − γ)h·k₁ + γh·k₂)/C,   v' = v + h·((1 − γ)·k₁ + γ·k₂)
 *
 * and each stage is the circuit itself with γh/C as a resistance in front of the EMF.
 *
 * @param since how long the circuit has been as it is, s: steps grow with it
 */
export function discharged(circuit: Circuit, charges: Charges, seconds: number, since = 0): Charges {
  let left = charges;
  // Each step differs from this one in what stands before the charges only.
  const base = chargedPoint(circuit, charges);
  for (let t = 0; t < seconds && left.size > 0;) {
    const h = Math.min(seconds - t, Math.max(FIRST_STEP, STEP_SHARE * (since + t)));
    left = step(circuit, base, left, h);
    t += h;
  }
  return left;
}

/** The circuit without its supply, driven by what stands on its capacitances. */
export function chargedPoint(circuit: Circuit, charges: Charges): OperatingPoint {
  return settle(withCharges(circuit, charges, 0));
}

/** Size of the direct volts at the ends of a branch, V; 0 where there is none of the name. */
export function voltsAcross({ circuit, dc }: OperatingPoint, branch: string): number {
  const ends = circuit.branches.find(({ id }) => id === branch);
  return ends ? Math.abs(dcVolts(dc, ends.a, ends.b)) : 0;
}

function step(circuit: Circuit, base: OperatingPoint, charges: Charges, h: number): Charges {
  const first = ratesIn(circuit, base, charges, GAMMA * h);
  const between = new Map([...first].map(([id, k]) => [id, (charges.get(id) ?? 0) + (1 - GAMMA) * h * k]));
  const second = ratesIn(circuit, base, between, GAMMA * h);
  const left = new Map<string, number>();
  for (const [id, k] of second) keep(left, id, between.get(id)! + GAMMA * h * k);
  return left;
}

/** dv/dt of every capacitance, V/s, at the end of an implicit step of h seconds. */
function ratesIn(circuit: Circuit, base: OperatingPoint, charges: Charges, h: number): Map<string, number> {
  const { dc } = settle(withCharges(circuit, charges, h), base);
  const amps = new Float64Array(2);
  const rates = new Map<string, number>();
  circuit.branches.forEach(({ id, a, b, farads }, index) => {
    if (farads === 0) return;
    branchCurrentInto(amps, dc, index, a, b);
    rates.set(id, amps[0]! / farads);
  });
  return rates;
}

function withCharges(circuit: Circuit, charges: Charges, h: number): Circuit {
  const branches = circuit.branches.map((branch) =>
    branch.farads === 0
      ? branch
      : {
          ...branch,
          ohms: branch.ohms + h / branch.farads,
          farads: 0,
          dcVolts: branch.dcVolts + (charges.get(branch.id) ?? 0),
        },
  );
  return { ...circuit, branches };
}

function keep(charges: Map<string, number>, id: string, volts: number): void {
  if (Math.abs(volts) > NOTHING) charges.set(id, volts);
}
