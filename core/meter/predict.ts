import type { OperatingPoint } from "#core/circuit/index.ts";
import { predictClampPairs, predictHertzPairs, predictSeriesPairs } from "./currents.ts";
import { predictDiodePairs, predictFaradPairs } from "./deadLines.ts";
import { predictAcPairs, predictDcPairs, predictOhmPairs } from "./lines.ts";
import { probePairsOf, type ProbePairs } from "./responses.ts";
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
export function predictPairs(point: OperatingPoint, fn: MeterFunction, lines: ProbePairs): void {
  switch (fn) {
    case "vac":
      return predictAcPairs(point, lines);
    case "lowz":
      return predictAcPairs(point, lines, LOW_INPUT_OHMS);
    case "vdc":
      return predictDcPairs(point, lines);
    case "mv": {
      predictDcPairs(point, lines);
      lines.value.forEach((v, m) => {
        if (Math.abs(v) > MILLIVOLT_LIMIT) lines.value[m] = Math.sign(v) * Infinity;
      });
      return;
    }
    case "ohm":
    case "continuity":
      return predictOhmPairs(point, lines);
    case "diode":
      return predictDiodePairs(point, lines);
    case "farad":
      return predictFaradPairs(point, lines);
    case "aac":
      return predictClampPairs(point, lines, "ac");
    case "adc":
      return predictClampPairs(point, lines, "dc");
    case "ua":
      return predictSeriesPairs(point, lines);
    case "hz":
      return predictHertzPairs(point, lines);
  }
}

/** The reading of one meter function between nodes p (red) and q (black). */
export function predictReading(point: OperatingPoint, fn: MeterFunction, p: number, q: number): Prediction {
  const lines = probePairsOf([[p, q]]);
  predictPairs(point, fn, lines);
  return { value: lines.value[0]!, spread: lines.spread[0]!, supplySlope: lines.slope[0]! };
}
