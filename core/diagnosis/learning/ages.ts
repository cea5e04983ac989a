import type { UnitModel } from "#core/unit/index.ts";
import type { PastCalls } from "./experience.ts";

/** How old a unit is where parts of another age begin, years. Chosen: guarantee, middle of life, wear; no source. */
export const AGES = { young: 0, middle: 3, old: 9 } as const;
export type AgeGroup = keyof typeof AGES;

/** What kinds of parts did on units of an age, beside what they did on all whose age was known. */
export interface AgeExperience {
  readonly years: number;
  /** By kind of part: how many times as often it was at fault as in the same units of any age. */
  readonly kinds: Readonly<Record<string, number>>;
}

export function ageGroup(years: number): AgeGroup {
  if (years >= AGES.old) return "old";
  return years >= AGES.middle ? "middle" : "young";
}

/** Years between the year on the rating plate and the day a job was taken in; undefined where no year is known. */
export function ageOf(made: number | undefined, openedAt: string): number | undefined {
  return made === undefined ? undefined : Math.max(0, Number(openedAt.slice(0, 4)) - made);
}

/** Faults that a kind of part was expected to have at an age before its factor moves half of the way. Chosen, not measured. */
const AGE_FAULTS = 4;
/** No kind is moved further than this by a unit's age. */
const MOST_FACTOR = 4;

/**
 * What a unit's age says of its kinds of parts. By Bayes P(kind | age) = P(kind)·P(age | kind)/P(age), and the ratio of the last
 * two is estimated as the mean of a gamma: (B + n)/(B + e), with n the trusted faults of that kind in units of that age, e what
 * as many jobs on the same units had at any age, B = 4. It is counted unit by unit, so that a shop whose kilns are old learns
 * nothing of heaters from that alone.
 * @param calls those whose unit's age is known count
 */
export function ageExperience(
  units: ReadonlyMap<string, UnitModel>,
  calls: readonly PastCalls[],
  years: number,
): AgeExperience {
  const group = ageGroup(years);
  const met = new Map<string, number>();
  const expected = new Map<string, number>();
  const add = (to: Map<string, number>, kind: string, n: number) => to.set(kind, (to.get(kind) ?? 0) + n);
  for (const [id, unit] of units) {
    const typeOf = new Map(unit.parts.map((p) => [p.id, p.type]));
    const known = calls.filter((c) => c.unit === id && c.years !== undefined);
    const sum = (of: readonly PastCalls[]) => of.reduce((all, c) => all + c.jobs * c.trust, 0);
    const share = sum(known.filter((c) => ageGroup(c.years!) === group)) / (sum(known) || 1);
    for (const { suspect, jobs, trust, years: age } of known) {
      const type = typeOf.get(suspect.slice(0, suspect.indexOf(":")));
      if (type === undefined) continue;
      add(expected, type, jobs * trust * share);
      if (ageGroup(age!) === group) add(met, type, jobs * trust);
    }
  }
  const kinds = [...expected].flatMap(([type, e]) => {
    const factor = (AGE_FAULTS + (met.get(type) ?? 0)) / (AGE_FAULTS + e);
    const bounded = Math.min(MOST_FACTOR, Math.max(1 / MOST_FACTOR, factor));
    // Three digits after the point, as all of an entry that people read.
    const rounded = Math.round(bounded * 1000) / 1000;
    return rounded === 1 ? [] : [[type, rounded] as const];
  });
  return { years, kinds: Object.fromEntries(kinds.sort(([a], [b]) => (a < b ? -1 : 1))) };
}
