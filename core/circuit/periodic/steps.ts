/** Equal steps that one mains cycle is cut into. */
export const STEPS = 128;
/** √2·sin and √2·cos of the angle each step ends at. */
export const SINE = angles(Math.sin);
export const COSINE = angles(Math.cos);

function angles(of: (x: number) => number): Float64Array {
  return Float64Array.from({ length: STEPS }, (_, i) => Math.SQRT2 * of((2 * Math.PI * (i + 1)) / STEPS));
}

/** Mean and fundamental of a cycle: x(t) = mean + √2·(re·sin ωt + im·cos ωt) + … */
export interface Harmonics {
  readonly mean: number;
  readonly re: number;
  readonly im: number;
}

/** Of a cycle's STEPS samples. */
export function fourier(x: Float64Array): Harmonics {
  let [mean, re, im] = [0, 0, 0];
  for (let i = 0; i < x.length; i++) {
    const v = x[i]! / x.length;
    mean += v;
    re += v * SINE[i]!;
    im += v * COSINE[i]!;
  }
  return { mean, re, im };
}
