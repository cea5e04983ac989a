import type { Control } from "../model/control.ts";

/** Taken out once: in a sandbox every look at a global costs as much as the sum it is for. */
const { abs, exp, log, max, min } = Math;

export type Diode = Extract<Control, { kind: "diode" }>;

/** kT/q at 27 °C, V: Boltzmann's constant 1.380649e-23 J/K over the elementary charge 1.602176634e-19 C (SI), × 300.15 K. */
export const THERMAL_VOLTS = (1.380649e-23 / 1.602176634e-19) * 300.15;

/** Leakage across every junction, S: next to nothing beside its saturation current (the reference simulator has the same). */
const LEAK = 1e-12;
/** Beyond this exponent the curve goes on along its tangent; no junction that is whole gets there. */
const STEEPEST = 60;

/** Current (A) and slope (S) of a junction at v volts: Shockley's equation, I = Is·(exp(v/(n·Vt)) − 1), plus leakage. */
export function junctionAt(diode: Diode, v: number): { amps: number; siemens: number } {
  junctionInto(oneAmps, oneSiemens, 0, diode, v);
  return { amps: oneAmps[0]!, siemens: oneSiemens[0]! };
}

const oneAmps = new Float64Array(1);
const oneSiemens = new Float64Array(1);

/** The same, written to entry `at` of two arrays. */
export function junctionInto(
  amps: Float64Array,
  siemens: Float64Array,
  at: number,
  diode: Diode,
  v: number,
): void {
  const scale = diode.emission * THERMAL_VOLTS;
  const u = v / scale;
  const grown = diode.saturation * exp(min(u, STEEPEST));
  amps[at] = grown * (1 + max(0, u - STEEPEST)) - diode.saturation + LEAK * v;
  siemens[at] = grown / scale + LEAK;
}

/**
 * A step of Newton's method kept where the exponential can follow: beyond the critical voltage the step is taken on
 * the current's logarithm instead (the junction limiting of L. W. Nagel, "SPICE2", UCB/ERL M520, 1975; from memory).
 */
export function limitStep(diode: Diode, wanted: number, from: number): number {
  const scale = diode.emission * THERMAL_VOLTS;
  const critical = scale * log(scale / (Math.SQRT2 * diode.saturation));
  if (wanted <= critical || abs(wanted - from) <= 2 * scale) return wanted;
  if (from <= 0) return scale * log(wanted / scale);
  const step = 1 + (wanted - from) / scale;
  return step > 0 ? from + scale * log(step) : critical;
}

/**
 * The junction's tangent at v as a branch: series ohms and EMF, the diode's own series resistance and offset included.
 * `leak` is an extra conductance across the junction, S, by which a stubborn circuit is led to its point.
 */
export function tangentAt(
  diode: Diode,
  v: number,
  leak = 0,
): { ohms: number; henries: number; dcVolts: number } {
  const { amps, siemens } = junctionAt(diode, v);
  const slope = siemens + leak;
  return {
    ohms: diode.seriesOhms + 1 / slope,
    henries: 0,
    dcVolts: diode.offsetVolts + v - (amps + leak * v) / slope,
  };
}
