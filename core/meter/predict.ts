import type { OperatingPoint } from "#core/circuit/index.ts";
import { predictClampLines, predictHertzLines, predictSeriesLines } from "./currents.ts";
import { predictDiodeLines, predictFaradLines } from "./deadLines.ts";
import { predictAcLines, predictDcLines, predictOhmLines } from "./lines.ts";
import { linesOf, type Lines } from "./responses.ts";
import { LOW_INPUT_OHMS, MILLIVOLT_LIMIT, type MeterFunction } from "./meter.ts";

/** What the meter will show between two nodes, and how far it may be off for reasons the model knows. */
export interface Prediction {
  /** V (magnitude for AC, signed for DC) or Ω; Infinity for OL. */
  readonly value: number;
  /** Standard deviation from part tolerances and pick-up, in the same unit. Meter accuracy is not in it. */
  readonly spread: number;
  /** d(value)/d(supply scale): how the reading follows the mains. Zero for ohms. */
  readonly supplySlope: number;
}

/** The readings of one meter function on every line, left in the lines' own arrays; keep a set of lines to one function. */
export function predictLines(point: OperatingPoint, fn: MeterFunction, lines: Lines): void {
  switch (fn) {
    case "vac":
      return predictAcLines(point, lines);
    case "lowz":
      return predictAcLines(point, lines, LOW_INPUT_OHMS);
    case "vdc":
      return predictDcLines(point, lines);
    case "mv": {
      predictDcLines(point, lines);
      lines.value.forEach((v, m) => {
        if (Math.abs(v) > MILLIVOLT_LIMIT) lines.value[m] = Math.sign(v) * Infinity;
      });
      return;
    }
    case "ohm":
    case "continuity":
      return predictOhmLines(point, lines);
    case "diode":
      return predictDiodeLines(point, lines);
    case "farad":
      return predictFaradLines(point, lines);
    case "aac":
      return predictClampLines(point, lines, "ac");
    case "adc":
      return predictClampLines(point, lines, "dc");
    case "ua":
      return predictSeriesLines(point, lines);
    case "hz":
      return predictHertzLines(point, lines);
  }
}

/** The reading of one meter function between nodes p (red) and q (black). */
export function predictReading(point: OperatingPoint, fn: MeterFunction, p: number, q: number): Prediction {
  const lines = linesOf([[p, q]]);
  predictLines(point, fn, lines);
  return { value: lines.value[0]!, spread: lines.spread[0]!, supplySlope: lines.slope[0]! };
}
