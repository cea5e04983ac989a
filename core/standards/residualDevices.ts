/** Residual-current devices: IEC 61008-1, IEC 62423 (F and B) and UL 943, from memory. Shares of the rated current. */
export const RESIDUAL_SOURCE = "IEC 61008-1, from memory";

/** It must hold up to half its rating and trip at the whole of it, sine. */
export const HOLDS_SHARE = 0.5;

export type ResidualType = "AC" | "A" | "F" | "B";

/** What each type sees, in a word for the bench. */
export const SEES: Readonly<Record<ResidualType, string>> = {
  AC: "sine only: a leak behind a rectifier may pass it by",
  A: "sine and pulsating DC, up to 6 mA of smooth DC",
  F: "as A, and mixed frequencies of single-phase inverters, up to 10 mA of smooth DC",
  B: "as F, and smooth DC",
};

/** Pulsating DC trips type A and better within these shares; devices of 10 mA and less have up to twice. */
export const pulsatingShares = (ratedAmps: number): readonly [number, number] =>
  ratedAmps <= 0.01 ? [0.35, 2] : [0.35, 1.4];

/** Smooth DC trips type B within these shares. */
export const SMOOTH_SHARES = [0.5, 2] as const;

/** Longest times to trip, s, at one, two and five times the rating; selective ones (S) have least times too. */
export const TRIP_SECONDS = {
  general: [
    { at: 1, least: 0, most: 0.3 },
    { at: 2, least: 0, most: 0.15 },
    { at: 5, least: 0, most: 0.04 },
  ],
  selective: [
    { at: 1, least: 0.13, most: 0.5 },
    { at: 2, least: 0.06, most: 0.2 },
    { at: 5, least: 0.05, most: 0.15 },
  ],
} as const;

/** North American class A for people: holds 4 mA, trips at 6 mA; seconds at most (20/I)^1.43, I in mA (UL 943). */
export const GROUND_FAULT_AMPS = [0.004, 0.006] as const;
export const GROUND_FAULT_SOURCE = "UL 943, from memory";
export const groundFaultSeconds = (amps: number): number => (20 / (1000 * amps)) ** 1.43;
