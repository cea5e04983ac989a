import type { Unit } from "./quantity.ts";

const STEPS = [
  { scale: 1e9, prefix: "G" },
  { scale: 1e6, prefix: "M" },
  { scale: 1e3, prefix: "k" },
  { scale: 1, prefix: "" },
  { scale: 1e-3, prefix: "m" },
  { scale: 1e-6, prefix: "µ" },
  { scale: 1e-9, prefix: "n" },
  { scale: 1e-12, prefix: "p" },
] as const;

/**
 * Writes a value as a meter would show it: a prefix that leaves one to three digits before the point,
 * and `digits` significant figures (default 4, as a 4000-count meter). Volts keep V down to 0.1 V and up to 1 kV,
 * as technicians speak of 0.3 V and 230 V.
 */
export function formatQuantity(value: number, unit: Unit, digits = 4): string {
  if (value === Infinity) return "OL";
  if (value === -Infinity) return "−OL";
  const { text, prefix } = scaled(value, unit, digits);
  return `${text} ${prefix}${unit}`;
}

/** The number alone, in the base unit, for a chart label: "230.3", "0.41", "OL"; two places at most. */
export function formatNumber(value: number, digits = 4): string {
  if (!Number.isFinite(value)) return value > 0 ? "OL" : "−OL";
  const magnitude = Math.abs(value);
  const whole = magnitude < 1 ? 0 : Math.floor(Math.log10(magnitude)) + 1;
  const places = Math.max(0, Math.min(digits - Math.max(whole, 1), 2));
  return minus(Number(value.toFixed(places)).toFixed(places));
}

function scaled(value: number, unit: Unit, digits: number): { text: string; prefix: string } {
  const magnitude = Math.abs(value);
  const rounded = magnitude === 0 ? 0 : Number(magnitude.toPrecision(digits));
  const keepBase = rounded === 0 || (unit === "V" && rounded >= 0.1 && rounded < 1000) || unit === "°C";
  const step = keepBase ? STEPS[3] : (STEPS.find((s) => rounded >= s.scale) ?? STEPS[STEPS.length - 1]!);
  const inStep = value / step.scale;
  const size = Math.abs(inStep);
  const whole = size < 1 ? 1 : Math.floor(Math.log10(size) + 1e-12) + 1;
  const places = Math.max(0, Math.min(digits - whole, 3));
  return { text: minus(inStep.toFixed(places)), prefix: step.prefix };
}

function minus(text: string): string {
  return /^-0(?:\.0*)?$/u.test(text) ? text.slice(1) : text.replace("-", "−");
}
