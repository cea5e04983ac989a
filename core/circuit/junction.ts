import type { Control } from "./control.ts";

type Diode = Extract<Control, { kind: "diode" }>;

/** kT/q at 27 °C, V: Boltzmann's constant 1.380649e-23 J/K over the elementary charge 1.602176634e-19 C (SI), × 300.15 K. */
export const THERMAL_VOLTS = (1.380649e-23 / 1.602176634e-19) * 300.15;

/** Leakage across every junction, S: what an open contact has, so that a blocked diode is one. */
const LEAK = 1e-10;
/** Beyond this exponent the curve goes on along its tangent; no junction that is whole gets there. */
const STEEPEST = 60;

/** Current (A) and slope (S) of a junction at v volts: Shockley's equation, I = Is·(exp(v/(n·Vt)) − 1), plus leakage. */
export function junctionAt(diode: Diode, v: number): { amps: number; siemens: number } {
  const scale = diode.emission * THERMAL_VOLTS;
  const u = Math.min(v / scale, STEEPEST);
  const grown = diode.saturation * Math.exp(u);
  const beyond = Math.max(0, v / scale - STEEPEST);
  return { amps: grown * (1 + beyond) - diode.saturation + LEAK * v, siemens: grown / scale + LEAK };
}

/**
 * A step of Newton's method kept where the exponential can follow: beyond the critical voltage the step is taken on
 * the current's logarithm instead (the junction limiting of L. W. Nagel, "SPICE2", UCB/ERL M520, 1975; from memory).
 */
export function limitStep(diode: Diode, wanted: number, from: number): number {
  const scale = diode.emission * THERMAL_VOLTS;
  const critical = scale * Math.log(scale / (Math.SQRT2 * diode.saturation));
  if (wanted <= critical || Math.abs(wanted - from) <= 2 * scale) return wanted;
  if (from <= 0) return scale * Math.log(wanted / scale);
  const step = 1 + (wanted - from) / scale;
  return step > 0 ? from + scale * Math.log(step) : critical;
}

/** The junction's tangent at v as a branch: series ohms and EMF, the diode's own series resistance and offset included. */
export function tangentAt(diode: Diode, v: number): { ohms: number; dcVolts: number } {
  const { amps, siemens } = junctionAt(diode, v);
  return { ohms: diode.seriesOhms + 1 / siemens, dcVolts: diode.offsetVolts + v - amps / siemens };
}
