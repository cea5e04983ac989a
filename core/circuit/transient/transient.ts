import type { Branch } from "../model/branch.ts";
import type { Circuit } from "../model/circuit.ts";
import { advance, startOf, withJunctions, type StepKind, type StepState } from "./transientStep.ts";

export interface TransientOptions {
  /** Length of the run, s. */
  readonly seconds: number;
  /** Largest step, s; a fortieth of a mains cycle when left out. */
  readonly maxStep?: number;
  /** Local error allowed in a step, relative to the largest value a quantity has had. Default 1e-4. */
  readonly tolerance?: number;
  /** Nodes whose potentials are kept. */
  readonly nodes: readonly number[];
}

export interface TransientResult {
  /** "done", or why it stopped early: a step on which Newton's method failed even when it was cut to nothing. */
  readonly status: "done" | "no-convergence" | "too-many-steps";
  /** Time of each accepted step, s, from 0. */
  readonly time: Float64Array;
  /** Per node asked for, its potential at each time, V. */
  readonly volts: readonly Float64Array[];
}

const MOST_STEPS = 400_000;
/** Steps by backward Euler at the start and after a diode has switched: they damp what the trapezoid would let ring. */
const STIFF_STEPS = 2;

/**
 * Runs a circuit through time from rest (capacitors empty, inductances without current): trapezoidal integration,
 * backward Euler after every switching, step by the local truncation error. Sources are dcVolts + √2·acVolts·sin(ωt).
 * Contacts, outputs and regulators stand where the circuit's branches and constraints have them; diodes switch freely.
 *
 * The error of a step is estimated from the second-order predictor (Gresho, Lee and Sani 1980, from memory): with
 * x_p = x + h·((1 + h/2h₀)·f − (h/2h₀)·f₀), the trapezoid's error is (x − x_p)/(3·(1 + h₀/h)).
 */
export function transient(settled: Circuit, options: TransientOptions): TransientResult {
  const circuit = withJunctions(settled);
  const { seconds, maxStep = 1 / (40 * circuit.hertz), tolerance = 1e-4, nodes } = options;
  const time: number[] = [];
  const volts: number[][] = nodes.map(() => []);
  let state = startOf(circuit);
  let before: { state: StepState; h: number } | undefined;
  let h = maxStep / 100;
  let stiff = STIFF_STEPS;
  const largest = new Float64Array(2 * circuit.branches.length);
  const keep = () => {
    time.push(state.t);
    nodes.forEach((node, i) => volts[i]!.push(node > 0 ? state.x[node - 1]! : 0));
  };
  const result = (status: TransientResult["status"]): TransientResult => ({
    status,
    time: Float64Array.from(time),
    volts: volts.map((v) => Float64Array.from(v)),
  });

  keep();
  for (let step = 0; state.t < seconds * (1 - 1e-12); step++) {
    if (step === MOST_STEPS) return result("too-many-steps");
    h = Math.min(h, seconds - state.t);
    const kind: StepKind = stiff > 0 ? "euler" : "trapezoid";
    const next = advance(circuit, state, h, kind);
    if (!next) {
      h /= 4;
      stiff = STIFF_STEPS;
      if (h < 1e-13) return result("no-convergence");
      continue;
    }
    const error = stiff > 0 || !before ? 0 : localError(circuit.branches, state, before, next, h, largest);
    if (error > tolerance && h > 1e-11) {
      h *= Math.max(0.2, 0.8 * Math.cbrt(tolerance / error));
      continue;
    }
    const switched = next.conducting.some((on, i) => on !== state.conducting[i]);
    // A diode that switches within a long step is taken again in short ones, so that the corner is sharp.
    if (switched && h > maxStep / 60) {
      h /= 6;
      continue;
    }
    before = { state, h };
    state = next;
    keep();
    for (let i = 0; i < circuit.branches.length; i++) {
      largest[2 * i] = Math.max(largest[2 * i]!, Math.abs(state.current[i]!));
      largest[2 * i + 1] = Math.max(largest[2 * i + 1]!, Math.abs(state.charge[i]!));
    }
    stiff = switched ? STIFF_STEPS : Math.max(0, stiff - 1);
    const growth = stiff > 0 ? 1 : error === 0 ? 1.5 : Math.min(2, 0.9 * Math.cbrt(tolerance / error));
    h = Math.min(maxStep, h * growth);
  }
  return result("done");
}

/** Largest local error of a step over the capacitors' voltages and the inductances' currents, relative to their range. */
function localError(
  branches: readonly Branch[],
  state: StepState,
  before: { state: StepState; h: number },
  next: StepState,
  h: number,
  largest: Float64Array,
): number {
  const ratio = h / (2 * before.h);
  const share = 1 / (3 * (1 + before.h / h));
  let worst = 0;
  branches.forEach(({ henries, farads }, i) => {
    if (farads > 0) {
      const predicted =
        state.charge[i]! +
        (h / farads) * ((1 + ratio) * state.current[i]! - ratio * before.state.current[i]!);
      worst = Math.max(
        worst,
        (Math.abs(next.charge[i]! - predicted) * share) / Math.max(largest[2 * i + 1]!, 1e-3),
      );
    }
    if (henries > 0) {
      const predicted =
        state.current[i]! +
        (h / henries) * ((1 + ratio) * state.across[i]! - ratio * before.state.across[i]!);
      worst = Math.max(
        worst,
        (Math.abs(next.current[i]! - predicted) * share) / Math.max(largest[2 * i]!, 1e-6),
      );
    }
  });
  return worst;
}
