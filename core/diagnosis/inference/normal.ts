const ROOT_TAU = Math.sqrt(2 * Math.PI);
const { exp } = Math;

/** Density of the normal distribution at x. `sd` > 0. */
export function normalDensity(x: number, mean: number, sd: number): number {
  const u = (x - mean) / sd;
  return exp(-0.5 * u * u) / (sd * ROOT_TAU);
}

/** Share of readings that lie further out than their spread says, and how much further. Common practice, no source. */
const STRAY = 0.04;
const STRAY_SPREAD = 2.5;

/**
 * Density of an honest reading: mostly normal, with some strays, since the model of a unit is never quite the unit.
 * A stray is a second normal of the same mean and two and a half times the spread.
 */
export function readingDensity(x: number, mean: number, sd: number): number {
  const near = (1 - STRAY) * normalDensity(x, mean, sd);
  return near + STRAY * normalDensity(x, mean, STRAY_SPREAD * sd);
}

/** Standard normal distribution function, error under 7.5e-8 (Abramowitz and Stegun 26.2.17). */
export function normalBelow(u: number): number {
  if (u > 6 || u < -6) return u > 0 ? 1 : 0;
  const t = 1 / (1 + 0.2316419 * Math.abs(u));
  const poly =
    t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const upper = (Math.exp(-0.5 * u * u) / ROOT_TAU) * poly;
  return u >= 0 ? 1 - upper : upper;
}
