/** Miniature breakers for households and the like: IEC 60898-1, from memory. Multiples of the rated current. */
export const BREAKER_SOURCE = "IEC 60898-1, from memory";

/** At the first it must not trip at once, at the second it must, within a tenth of a second. */
export const INSTANT = { B: [3, 5], C: [5, 10], D: [10, 20] } as const;
export type BreakerCurve = keyof typeof INSTANT;

/** Conventional currents: the first must be held for the conventional time, the second must trip within it. */
export const CONVENTIONAL = [1.13, 1.45] as const;

/** The conventional time, s: one hour up to 63 A, two above. */
export const conventionalSeconds = (ratedAmps: number): number => (ratedAmps <= 63 ? 3600 : 7200);

/** At 2.55 times its rating it trips after a second or more, and within 60 s up to 32 A, 120 s above. */
export const OVERLOAD = 2.55;
export const overloadSeconds = (ratedAmps: number) =>
  ({ least: 1, most: ratedAmps <= 32 ? 60 : 120 }) as const;

export type Holding = "holds" | "may open" | "opens";

/**
 * The soonest that a good breaker opens, s, between the points that the standard lays down: the conventional time at 1.13 times
 * its rating and a second at 2.55 times, straight between them on double logarithmic paper, as makers draw it. Common
 * practice, no source; warm, or among warm neighbours, it opens sooner.
 */
function soonestSeconds(multiple: number, hour: number, least: number): number {
  const [from, to] = [CONVENTIONAL[0], OVERLOAD];
  if (multiple >= to) return least;
  return hour * (least / hour) ** (Math.log(multiple / from) / Math.log(to / from));
}

/** Whether a breaker holds a current for so long. */
export function breakerHolds(curve: BreakerCurve, ratedAmps: number, amps: number, seconds: number): Holding {
  const multiple = amps / ratedAmps;
  const [low, high] = INSTANT[curve];
  // Where it must trip at once a tenth of a second is allowed it; a shorter rush may pass.
  if (multiple >= high) return seconds >= 0.1 ? "opens" : "may open";
  if (multiple >= low) return "may open";
  if (multiple <= CONVENTIONAL[0]) return "holds";
  const hour = conventionalSeconds(ratedAmps);
  const overload = overloadSeconds(ratedAmps);
  const latest =
    multiple >= OVERLOAD ? overload.most : multiple >= CONVENTIONAL[1] ? hour : Number.POSITIVE_INFINITY;
  if (seconds >= latest) return "opens";
  return seconds >= soonestSeconds(multiple, hour, overload.least) ? "may open" : "holds";
}
