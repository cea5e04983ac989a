/** Preferred values of IEC 60063, one decade: E3 to E24 as tabled, E48 to E192 by rounding (with E192's one exception). */
const E24 = [
  10, 11, 12, 13, 15, 16, 18, 20, 22, 24, 27, 30, 33, 36, 39, 43, 47, 51, 56, 62, 68, 75, 82, 91,
] as const;

export type Series = 3 | 6 | 12 | 24 | 48 | 96 | 192;

/** The values of a series in one decade, 1 ≤ v < 10. */
export function eSeries(series: Series): number[] {
  if (series <= 24) return E24.filter((_, i) => i % (24 / series) === 0).map((v) => v / 10);
  return Array.from({ length: series }, (_, i) => {
    // IEC 60063 has 9.20 where rounding gives 9.19.
    const value = Math.round(100 * 10 ** (i / series)) / 100;
    return value === 9.19 ? 9.2 : value;
  });
}

/** The preferred value at or nearest to an amount, and its neighbours on either side. */
export function nearestPreferred(
  value: number,
  series: Series,
): { below: number; nearest: number; above: number } {
  const decade = 10 ** Math.floor(Math.log10(value));
  const all = [0.1, 1, 10].flatMap((d) =>
    eSeries(series).map((v) => Number((v * d * decade).toPrecision(4))),
  );
  const i = all.reduce((best, v, k) => (Math.abs(v - value) < Math.abs(all[best]! - value) ? k : best), 0);
  return { below: all[i - 1]!, nearest: all[i]!, above: all[i + 1]! };
}
