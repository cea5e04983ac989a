/**
 * How long a miniature fuse takes to open, s, at multiples of its rating: the gates of IEC 60127-2, sheets 1 (quick)
 * and 3 (slow), from memory. Between the gates the times run straight on logarithmic scales, as fuse curves nearly do.
 */
const GATES = {
  quick: [
    [2.1, 1, 1800],
    [2.75, 0.01, 2],
    [4, 0.003, 0.3],
    [10, 0.001, 0.02],
  ],
  slow: [
    [2.1, 5, 120],
    [2.75, 0.4, 10],
    [4, 0.15, 3],
    [10, 0.02, 0.15],
  ],
} as const;

/**
 * @param multiple current over rated current
 * @returns least and most seconds; undefined below the first gate, where it may last for hours
 */
export function fuseSeconds(
  multiple: number,
  speed: keyof typeof GATES,
): { least: number; most: number } | undefined {
  const gates = GATES[speed];
  if (multiple < gates[0][0]) return undefined;
  const next = gates.findIndex(([at]) => at > multiple);
  const [x1, least1, most1] = gates[next < 0 ? gates.length - 1 : next]!;
  if (next < 0) return { least: least1, most: most1 };
  const [x0, least0, most0] = gates[next - 1]!;
  const share = Math.log(multiple / x0) / Math.log(x1 / x0);
  const between = (a: number, b: number) => a * (b / a) ** share;
  return { least: between(least0, least1), most: between(most0, most1) };
}
