import type { OperatingPoint } from "#core/circuit/index.ts";
import { predictAcLines, predictDcLines, predictOhmLines } from "./lines.ts";
import { linesOf, type Lines } from "./responses.ts";
import type { MeterFunction } from "./meter.ts";

/** What the meter will show between two nodes, and how far it may be off for reasons the model knows. */
export interface Prediction {
  /** V (magnitude for AC, signed for DC) or Ω; Infinity for OL. */
  readonly value: number;
  /** Standard deviation from part tolerances and pick-up, in the same unit. Meter accuracy is not in it. */
  readonly spread: number;
  /** d(value)/d(supply scale): how the reading follows the mains. Zero for ohms. */
  readonly supplySlope: number;
}

/** The readings of one meter function on every line, left in the lines' own arrays. */
export function predictLines(point: OperatingPoint, fn: MeterFunction, lines: Lines): void {
  if (fn === "vac") predictAcLines(point, lines);
  else if (fn === "vdc") predictDcLines(point, lines);
  else predictOhmLines(point, lines);
}

/** The reading of one meter function between nodes p (red) and q (black). */
export function predictReading(point: OperatingPoint, fn: MeterFunction, p: number, q: number): Prediction {
  const lines = linesOf([[p, q]]);
  predictLines(point, fn, lines);
  return { value: lines.value[0]!, spread: lines.spread[0]!, supplySlope: lines.slope[0]! };
}
