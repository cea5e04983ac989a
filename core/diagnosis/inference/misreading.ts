import { needsLive, noContact, type MeterFunction } from "#core/meter/index.ts";
import { readingCheck, type ReadingCheck } from "../planning/checks.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { ReadingRow } from "../dictionary/rows.ts";
import type { Posterior } from "./posterior.ts";
import { toScale } from "../dictionary/scale.ts";

/** What a reading that no suspect explains looks like instead. */
export type MisreadingHint =
  /** It is what another setting of the dial would show at this pair. */
  | { readonly kind: "other-function"; readonly fn: MeterFunction }
  /** It is what the red probe would show against another reference. */
  | { readonly kind: "other-reference"; readonly point: string }
  | { readonly kind: "probes-swapped" }
  /** A prefix misread: the display said m or k. */
  | { readonly kind: "factor"; readonly factor: 1000 | 0.001 }
  | { readonly kind: "no-contact" }
  | { readonly kind: "unexplained" };

/** Standard deviations beyond which a case does not explain a reading. */
const IMPOSSIBLE = 5;
/** … and within which another check does, under a case that is likely. */
const MATCH = 2.5;
const LIKELY = 0.02;
/** Volts from which a sign is one: below, leads and layout make it. */
const LEAST_SIGNED = 0.2;
/** Share of a reading below which what a case predicts has no sign to speak of. */
const NO_SIGN = 0.02;

/** Dial settings mistaken for one another. */
const MISTAKEN: Partial<Record<MeterFunction, readonly MeterFunction[]>> = {
  vac: ["vdc"],
  vdc: ["vac"],
  lowz: ["vdc"],
};

/**
 * What a reading betrays that the circuit cannot give in any case of the dictionary: first that the probes did not
 * touch, then a slip of sign or prefix, then another reference, then another setting.
 * @returns undefined where some case explains the reading
 */
export function explainMisreading(
  dictionary: Dictionary,
  posterior: Posterior,
  check: ReadingCheck,
  value: number,
): MisreadingHint | undefined {
  const row = dictionary.row(check);
  if (!("mean" in row)) return undefined;
  const { fn, setup, red, black } = check;
  const y = toScale(fn, value);
  // A case whose size is unknown is wide, but no wider than to nothing: it never has the other sign.
  const isTurned =
    fn === "vdc" &&
    Math.abs(value) > LEAST_SIGNED &&
    row.mean.every((m) => m * y <= 0 || Math.abs(m) < NO_SIGN * Math.abs(y));
  if (!isTurned && row.mean.some((_, i) => deviations(row, i, y) < IMPOSSIBLE)) return undefined;
  const likely = dictionary.cases.flatMap((_, i) => (i === 0 || posterior.cases[i]! > LIKELY ? [i] : []));
  const explains = (other: ReadingCheck, reading: number) => {
    const there = dictionary.row(other);
    if (!("mean" in there)) return false;
    const at = toScale(other.fn, reading);
    const nothing = toScale(other.fn, noContact(other.fn));
    // What reads as nothing fits too many slips to say anything.
    return likely.some((i) => deviations(there, i, at) < MATCH && deviations(there, i, nothing) > IMPOSSIBLE);
  };

  if (!Number.isFinite(value) || Math.abs(value - noContact(fn)) < 0.05) return { kind: "no-contact" };
  if (explains(check, -value)) return { kind: "probes-swapped" };
  for (const factor of [1000, 0.001] as const)
    if (explains(check, value * factor)) return { kind: "factor", factor };
  if (needsLive(fn)) {
    for (const { point } of dictionary.unit.references)
      if (point !== black && point !== red && explains(readingCheck(setup, fn, red, point), value))
        return { kind: "other-reference", point };
    for (const other of MISTAKEN[fn] ?? [])
      if (explains(readingCheck(setup, other, red, black), value))
        return { kind: "other-function", fn: other };
  }
  return { kind: "unexplained" };
}

/** How many standard deviations, the supply's swing among them, a reading lies from what case i predicts. */
function deviations(row: ReadingRow, i: number, y: number): number {
  const sd = Math.hypot(row.sd[i]!, 0.03 * row.slope[i]!);
  return Math.abs(y - row.mean[i]!) / sd;
}
