import { accuracy, type MeterFunction } from "#core/meter/index.ts";

/**
 * Readings are compared on a scale where their errors are about Gaussian: volts as they are, ohms as
 * log₁₀(Ω + 0.3), so that 0.02 Ω and 0.1 Ω count as the same through a pair of leads and OL lies at 8.
 */
const LEAD_OHMS = 0.3;
const OVERLOAD = 8;

/** What the model leaves out (temperature, layout, meter in use), relative to the reading. */
const MODEL_SPREAD = 0.015;

export function toScale(fn: MeterFunction, value: number): number {
  if (fn === "vac" || fn === "vdc") return value;
  if (!Number.isFinite(value)) return OVERLOAD;
  return Math.min(OVERLOAD, Math.log10(Math.max(0, value) + LEAD_OHMS));
}

export function fromScale(fn: MeterFunction, y: number): number {
  if (fn === "vac" || fn === "vdc") return y;
  return y > OVERLOAD - 0.3 ? Infinity : Math.max(0, 10 ** y - LEAD_OHMS);
}

/** Standard deviation on the scale, from the predicted value's own spread and the meter's accuracy. */
export function spreadOnScale(fn: MeterFunction, value: number, spread: number): number {
  if (!Number.isFinite(value)) return 0.1;
  const meter = accuracy(fn, value) / Math.sqrt(3);
  const left = MODEL_SPREAD * value;
  const sd = Math.sqrt(meter * meter + spread * spread + left * left);
  if (fn === "vac" || fn === "vdc") return sd;
  // Megohms on a dirty, damp unit are no precise thing.
  const damp = value > 5e5 ? 0.3 : 0;
  const onScale = sd / ((value + LEAD_OHMS) * Math.LN10);
  return Math.sqrt(onScale * onScale + damp * damp);
}
