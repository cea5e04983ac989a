import type { OperatingPoint } from "#core/circuit/index.ts";
import { predictReading } from "./predict.ts";

/** RMS over rectified mean of a sine: π / (2·√2). An average-responding meter multiplies by it whatever the wave is. */
export const FORM_FACTOR = Math.PI / (2 * Math.SQRT2);

/**
 * V AC as an average-responding meter shows it: mean of |v − mean(v)| times the form factor of a sine. On a sine it is
 * the RMS; on a wave that diodes have bent it is not, and a true-RMS meter reads otherwise.
 */
export function averageVolts(point: OperatingPoint, p: number, q: number): number {
  const trueRms = predictReading(point, "vac", p, q).value;
  if (!point.periodic) return trueRms;
  const wave = point.periodic.wave(p, q);
  const mean = wave.reduce((sum, v) => sum + v, 0) / wave.length;
  let [rectified, square] = [0, 0];
  for (const v of wave) {
    rectified += Math.abs(v - mean);
    square += (v - mean) ** 2;
  }
  const rms = Math.sqrt(square / wave.length);
  return rms < 1e-9 ? trueRms : (trueRms * FORM_FACTOR * (rectified / wave.length)) / rms;
}
