import { accuracy, isOhms, type MeterFunction } from "#core/meter/index.ts";
import { combined, rectangular } from "./uncertainty.ts";

/** Taken out once: in a sandbox every look at a global costs as much as the sum it is for. */
const { abs, log10, max, min, sign, sqrt } = Math;

/**
 * Readings are compared on a scale where their errors are about Gaussian: ohms as log₁₀(Ω + 0.3), so that 0.02 Ω and
 * 0.1 Ω count as the same through a pair of leads and OL lies at 8; farads as log₁₀(F + 10 pF), OL at −1; a diode's
 * drop as it is, OL at 3.2 V; all else as it is.
 */
const LEAD_OHMS = 0.3;
const OPEN_LEADS_FARADS = 1e-11;

/** Where OL lies on the scale of a function, if it has one. */
export function overloadOf(fn: MeterFunction): number {
  if (isOhms(fn)) return 8;
  if (fn === "farad") return -1;
  if (fn === "diode") return 3.2;
  return fn === "mv" ? 0.65 : Infinity;
}

/** What the model leaves out (temperature, layout, meter in use), relative to the reading. */
const MODEL_SPREAD = 0.015;

/**
 * Half-width of what no reading in a running unit is free of, in the reading's unit. Common practice, no source. What
 * leads and layout add to volts goes by the supply, and is in the prediction's own spread; AC volts on the range that takes
 * mains are written down without their tenths, so that "0" is no proof of a supply that is dead to the millivolt.
 */
const UNREST: Readonly<Record<MeterFunction, number>> = {
  vac: 0.3,
  lowz: 0.3,
  vdc: 0.003,
  mv: 0.0005,
  ohm: 0.25,
  continuity: 0.25,
  diode: 0.01,
  farad: 2e-11,
  aac: 0.05,
  adc: 0.1,
  ua: 2e-7,
  hz: 0.1,
};

export function toScale(fn: MeterFunction, value: number): number {
  const overload = overloadOf(fn);
  if (!Number.isFinite(value)) return Number.isFinite(overload) ? sign(value) * overload : value;
  if (isOhms(fn)) return min(overload, log10(max(0, value) + LEAD_OHMS));
  if (fn === "farad") return min(overload, log10(max(0, value) + OPEN_LEADS_FARADS));
  return value;
}

export function fromScale(fn: MeterFunction, y: number): number {
  const overload = overloadOf(fn);
  if (isOhms(fn)) return y > overload - 0.3 ? Infinity : max(0, 10 ** y - LEAD_OHMS);
  if (fn === "farad") return y > overload - 0.3 ? Infinity : max(0, 10 ** y - OPEN_LEADS_FARADS);
  if (abs(y) > overload - 0.02) return sign(y) * Infinity;
  return y;
}

/** Spread of OL on the scale. */
const OVERLOAD_SPREAD: Partial<Record<MeterFunction, number>> = { mv: 0.01 };

/** Standard deviation on the scale, from the predicted value's own spread and the meter's accuracy. */
export function spreadOnScale(fn: MeterFunction, value: number, spread: number): number {
  if (!Number.isFinite(value)) return OVERLOAD_SPREAD[fn] ?? 0.1;
  const meter = rectangular(accuracy(fn, value));
  const sd = combined(meter, rectangular(UNREST[fn]), spread, MODEL_SPREAD * value);
  if (isOhms(fn)) {
    // Megohms on a dirty, damp unit are no precise thing.
    const damp = value > 5e5 ? 0.3 : 0;
    const onScale = sd / ((value + LEAD_OHMS) * Math.LN10);
    return sqrt(onScale * onScale + damp * damp);
  }
  if (fn === "farad") return sd / ((value + OPEN_LEADS_FARADS) * Math.LN10);
  return sd;
}
