/**
 * How large a fault is where its size is anybody's guess: anywhere between two bounds, every ratio alike (a
 * log-uniform density). Bounds are common practice, no source; a unit may give its own.
 */
export interface SizeRange {
  readonly from: number;
  readonly to: number;
  /** Sizes solved as circuits, both bounds among them; between them readings are interpolated. */
  readonly points: number;
  /** What the number is: ohms put in, or the factor on what the part has when sound. */
  readonly as: "ohms" | "times";
}

export function ohmsFrom(from: number, to: number, points: number): SizeRange {
  return { from, to, points, as: "ohms" };
}

export function timesFrom(from: number, to: number, points: number): SizeRange {
  return { from, to, points, as: "times" };
}

/** A joint, pin, switch or contact gone high in resistance: from what a heater's current makes felt to what stops a sensor. */
export const JOINT_OHMS = ohmsFrom(0.5, 1e4, 6);

/** The sizes solved, ascending, a constant ratio apart. */
export function sizeGrid({ from, to, points }: SizeRange): number[] {
  return Array.from({ length: points }, (_, i) => from * (to / from) ** (i / (points - 1)));
}

/** The size a fault has when nobody says which: the middle of the range. */
export function middleSize({ from, to }: SizeRange): number {
  return Math.sqrt(from * to);
}
