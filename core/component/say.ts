import { formatQuantity, type Unit } from "#core/quantity/index.ts";
import type { Judgement, Limit, Verdict } from "./test.ts";

/** A value with its unit, as the working lines write it. */
export const say = (value: number, unit: Unit, digits = 3): string => formatQuantity(value, unit, digits);

export const percent = (share: number): string => `${Number((100 * share).toPrecision(3))} %`;

export function judged(
  verdict: Verdict,
  sentence: string,
  working: readonly string[] = [],
  limits: readonly Limit[] = [],
  extra: Omit<Judgement, "verdict" | "sentence" | "working" | "limits"> = {},
): Judgement {
  return { verdict, sentence, working, limits, ...extra };
}

/** Resistances side by side; Infinity is nothing. */
export function parallel(...ohms: readonly number[]): number {
  const siemens = ohms.reduce((sum, r) => sum + 1 / r, 0);
  return siemens === 0 ? Infinity : 1 / siemens;
}
