import { createHash } from "node:crypto";
import { EXERCISE_KINDS, type ExerciseKind } from "#core/practice/index.ts";

/** Kinds that every unit has. */
const KINDS = EXERCISE_KINDS.filter((k) => k !== "trips" && k !== "misleading code");
const DAY_MS = 86_400_000;

export interface Todays {
  readonly unit: string;
  readonly kind: ExerciseKind;
  readonly difficulty: 2;
}

/** The same exercise for everybody of the shop on one day; undefined where no unit can be run. */
export function todays(units: readonly string[], now: number): Todays | undefined {
  if (units.length === 0) return undefined;
  const day = Math.floor(now / DAY_MS);
  const sorted = [...units].sort();
  return { unit: sorted[day % sorted.length]!, kind: KINDS[day % KINDS.length]!, difficulty: 2 };
}

/** Its seed, which cannot be worked out from the date: it is mixed with what only this server knows. */
export function todaysSeed(now: number): number {
  const secret = process.env["DATABASE_URL"] ?? "";
  return (
    createHash("sha256")
      .update(`${Math.floor(now / DAY_MS)} ${secret}`)
      .digest()
      .readUInt32BE(0) >>> 1
  );
}
