import type { Circuit } from "../model/circuit.ts";
import { junctionAt, limitStep, type Diode } from "../steady/junction.ts";
import { solveDomain } from "../equations/system.ts";

/** Everything that carries over from one instant to the next. */
export interface StepState {
  readonly t: number;
  /** Potentials of nodes 1… and constraint currents. */
  readonly x: Float64Array;
  /** Per branch: current from a to b, A. */
  readonly current: Float64Array;
  /** Per branch: voltage on its capacitance, V. */
  readonly charge: Float64Array;
  /** Per branch: voltage on its inductance, V. */
  readonly across: Float64Array;
  /** Per diode: its junction's voltage, V. */
  readonly junction: Float64Array;
  /** Per diode: conducting more than a microampere. */
  readonly conducting: readonly boolean[];
}

export type StepKind = "euler" | "trapezoid";

/** Leakage across each junction within a step, S: a winding that floats while all of them block has a place by it. */
const STEP_LEAK = 1e-10;
const NEWTON_STEPS = 60;

/** The circuit with its diodes as junctions again, whatever equivalents an operating point has left in their branches. */
export function withJunctions(circuit: Circuit): Circuit {
  const branches = [...circuit.branches];
  for (const { branch, seriesOhms } of diodesOf(circuit)) {
    const { id, a, b, tolerance } = branches[branch]!;
    const bare = { ohms: seriesOhms, henries: 0, farads: 0, acVolts: 0, dcVolts: 0 };
    branches[branch] = { id, a, b, tolerance, ...bare };
  }
  return { ...circuit, branches };
}

/** The circuit at rest at t = 0. */
export function startOf(circuit: Circuit): StepState {
  const count = circuit.branches.length;
  const diodes = diodesOf(circuit);
  return {
    t: 0,
    x: new Float64Array(circuit.nodeNames.length - 1 + circuit.constraints.length),
    current: new Float64Array(count),
    charge: new Float64Array(count),
    across: new Float64Array(count),
    junction: new Float64Array(diodes.length),
    conducting: diodes.map(() => false),
  };
}

function diodesOf(circuit: Circuit): Diode[] {
  return circuit.controls.filter((c) => c.kind === "diode");
}

/**
 * One step of h seconds. Each series R–L–C branch becomes a resistance with a source of history: with v its voltage,
 * e its EMF and i its current,
 *
 *   trapezoid  i·(R + 2L/h + h/2C) = v − e + v_L + (2L/h)·i₀ − v_C − (h/2C)·i₀
 *   Euler      i·(R + L/h + h/C)   = v − e + (L/h)·i₀ − v_C
 *
 * where i₀, v_L and v_C are those of the instant before. Diodes find their point by Newton's method within the step.
 * @returns undefined when Newton's method does not converge
 */
export function advance(circuit: Circuit, from: StepState, h: number, kind: StepKind): StepState | undefined {
  const t = from.t + h;
  const swing = Math.SQRT2 * Math.sin(2 * Math.PI * circuit.hertz * t);
  const diodes = diodesOf(circuit);
  const junction = from.junction.slice();
  const companions = circuit.branches.map((branch, i) => {
    const { ohms, henries, farads, acVolts, dcVolts } = branch;
    const emf = dcVolts + acVolts * swing;
    const [l, c] =
      kind === "euler"
        ? [henries / h, farads > 0 ? h / farads : 0]
        : [(2 * henries) / h, farads > 0 ? h / (2 * farads) : 0];
    const kick = kind === "euler" || henries === 0 ? 0 : from.across[i]!;
    const history =
      kick +
      l * from.current[i]! -
      (farads > 0 ? from.charge[i]! : 0) -
      (kind === "euler" ? 0 : c * from.current[i]!);
    return { ...branch, ohms: ohms + l + c, henries: 0, farads: 0, acVolts: 0, dcVolts: emf - history };
  });
  for (let step = 0; step < NEWTON_STEPS; step++) {
    diodes.forEach((diode, k) => {
      const junctionOnly = junctionAt(diode, junction[k]!);
      const amps = junctionOnly.amps + STEP_LEAK * junction[k]!;
      const siemens = junctionOnly.siemens + STEP_LEAK;
      companions[diode.branch] = {
        ...companions[diode.branch]!,
        ohms: diode.seriesOhms + 1 / siemens,
        dcVolts: diode.offsetVolts + junction[k]! - amps / siemens,
      };
    });
    const { xRe: x } = solveDomain({ ...circuit, branches: companions }, "instant");
    const volts = (i: number) =>
      (circuit.branches[i]!.a > 0 ? x[circuit.branches[i]!.a - 1]! : 0) -
      (circuit.branches[i]!.b > 0 ? x[circuit.branches[i]!.b - 1]! : 0);
    const amps = (i: number) => (volts(i) - companions[i]!.dcVolts) / companions[i]!.ohms;
    let still = true;
    diodes.forEach((diode, k) => {
      const wanted = volts(diode.branch) - diode.offsetVolts - amps(diode.branch) * diode.seriesOhms;
      const limited = limitStep(diode, wanted, junction[k]!);
      still &&= Math.abs(limited - junction[k]!) <= 1e-6 + 1e-6 * Math.abs(limited);
      junction[k] = limited;
    });
    if (still) return accepted(circuit, from, h, kind, t, x, junction, amps, volts, swing);
  }
  return undefined;
}

function accepted(
  circuit: Circuit,
  from: StepState,
  h: number,
  kind: StepKind,
  t: number,
  x: Float64Array,
  junction: Float64Array,
  amps: (i: number) => number,
  volts: (i: number) => number,
  swing: number,
): StepState {
  const count = circuit.branches.length;
  const current = new Float64Array(count);
  const charge = new Float64Array(count);
  const across = new Float64Array(count);
  circuit.branches.forEach(({ ohms, henries, farads, acVolts, dcVolts }, i) => {
    current[i] = amps(i);
    if (farads > 0)
      charge[i] =
        from.charge[i]! +
        (h / farads) * (kind === "euler" ? current[i] : (current[i] + from.current[i]!) / 2);
    if (henries > 0) across[i] = volts(i) - (dcVolts + acVolts * swing) - ohms * current[i] - charge[i]!;
  });
  return {
    t,
    x,
    current,
    charge,
    across,
    junction,
    conducting: diodesOf(circuit).map((d) => current[d.branch]! > 1e-6),
  };
}
