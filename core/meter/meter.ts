import type { Unit } from "#core/quantity/index.ts";

/**
 * What the meter is set to. "lowz" is V AC through a low input resistance, "mv" the small DC range, "aac" and "adc" a
 * clamp around whatever joins the two points directly, "ua" the meter in series between them.
 */
export const METER_FUNCTIONS = [
  "vac",
  "vdc",
  "lowz",
  "mv",
  "ohm",
  "continuity",
  "diode",
  "farad",
  "aac",
  "adc",
  "ua",
  "hz",
] as const;

export type MeterFunction = (typeof METER_FUNCTIONS)[number];

interface FunctionKind {
  /** Label on the dial. */
  readonly name: string;
  readonly unit: Unit;
  /** Needs the unit live; else it needs it dead. */
  readonly live: boolean;
  /** What a probe that touches nothing shows. */
  readonly nothing: number;
}

const KINDS: Readonly<Record<MeterFunction, FunctionKind>> = {
  vac: { name: "V AC", unit: "V", live: true, nothing: 0 },
  vdc: { name: "V DC", unit: "V", live: true, nothing: 0 },
  lowz: { name: "V AC low Z", unit: "V", live: true, nothing: 0 },
  mv: { name: "mV DC", unit: "V", live: true, nothing: 0 },
  ohm: { name: "Ω", unit: "Ω", live: false, nothing: Infinity },
  continuity: { name: "beep", unit: "Ω", live: false, nothing: Infinity },
  diode: { name: "diode", unit: "V", live: false, nothing: Infinity },
  farad: { name: "capacitance", unit: "F", live: false, nothing: 0 },
  aac: { name: "A AC clamp", unit: "A", live: true, nothing: 0 },
  adc: { name: "A DC clamp", unit: "A", live: true, nothing: 0 },
  ua: { name: "µA DC", unit: "A", live: true, nothing: 0 },
  hz: { name: "Hz", unit: "Hz", live: true, nothing: 0 },
};

export const FUNCTION_NAME = mapKinds((kind) => kind.name);
export const FUNCTION_UNIT = mapKinds((kind) => kind.unit);

function mapKinds<T>(pick: (kind: FunctionKind) => T): Readonly<Record<MeterFunction, T>> {
  return Object.fromEntries(METER_FUNCTIONS.map((fn) => [fn, pick(KINDS[fn])])) as Record<MeterFunction, T>;
}

/** Functions that need the unit live; the others need it dead. */
export function needsLive(fn: MeterFunction): boolean {
  return KINDS[fn].live;
}

/** What the display shows when a probe touches nothing. */
export function noContact(fn: MeterFunction): number {
  return KINDS[fn].nothing;
}

/** Ohms, with or without the buzzer. */
export function isOhms(fn: MeterFunction): boolean {
  return fn === "ohm" || fn === "continuity";
}

/** Input resistance of a common digital meter on volts, Ω. */
export const INPUT_OHMS = 1e7;
/** Input resistance in the low-impedance mode, Ω. Common practice, no source: about 3 kΩ. */
export const LOW_INPUT_OHMS = 3e3;
/** Above this the ohm ranges show OL, Ω. */
export const OVERLOAD_OHMS = 6e7;
/** A continuity buzzer sounds below about this, Ω. Common practice, no source: 30 to 50 Ω. */
export const BEEP_OHMS = 40;
/** Largest reading of the small DC range, V. */
export const MILLIVOLT_LIMIT = 0.6;
/** What the meter drops in series on its microampere range, Ω. Common practice, no source: 100 µV a microampere. */
export const BURDEN_OHMS = 100;
