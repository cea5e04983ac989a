import type { Unit } from "#core/quantity/index.ts";

/** What the meter is set to. */
export type MeterFunction = "vac" | "vdc" | "ohm" | "continuity";

export const METER_FUNCTIONS: readonly MeterFunction[] = ["vac", "vdc", "ohm", "continuity"];

/** Label on the dial. */
export const FUNCTION_NAME: Readonly<Record<MeterFunction, string>> = {
  vac: "V AC",
  vdc: "V DC",
  ohm: "Ω",
  continuity: "beep",
};

export const FUNCTION_UNIT: Readonly<Record<MeterFunction, Unit>> = {
  vac: "V",
  vdc: "V",
  ohm: "Ω",
  continuity: "Ω",
};

/** Functions that need the unit live; the others need it dead. */
export function needsLive(fn: MeterFunction): boolean {
  return fn === "vac" || fn === "vdc";
}

/** Input resistance of a common digital meter on volts, Ω. */
export const INPUT_OHMS = 1e7;
/** Above this the ohm ranges show OL, Ω. A 4000-count meter ends near 40 to 60 MΩ. */
export const OVERLOAD_OHMS = 5e7;
/** A continuity buzzer sounds below about this, Ω. Common practice, no source: 30 to 50 Ω. */
export const BEEP_OHMS = 40;

/**
 * Half-width of the reading's error for a mid-class handheld meter with its leads, in the reading's unit:
 * ±(% of reading + a fixed part). The fixed ohm part is the leads. Common practice, no source.
 */
export function accuracy(fn: MeterFunction, value: number): number {
  const size = Math.abs(value);
  if (fn === "vac") return 0.012 * size + 0.4;
  if (fn === "vdc") return 0.008 * size + 0.03;
  return 0.012 * size + 0.25;
}
