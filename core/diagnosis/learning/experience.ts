import { listSuspects, type Suspect } from "../suspects/suspects.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { ageExperience, type AgeExperience } from "./ages.ts";

/** What a shop's closed jobs say of a unit's faults, beside the catalogue. */
export interface Experience {
  /** Jobs on this unit that count, each by how far its call is trusted. */
  readonly jobs: number;
  /** Of these, by suspect. */
  readonly faults: Readonly<Record<string, number>>;
  /** Of these, by item, where the suspect is none of the list or only the item is sure. */
  readonly items: Readonly<Record<string, number>>;
  /** On other units: how many times as often as the catalogue says a kind of part failed so, by "kind:mode". */
  readonly kinds: Readonly<Record<string, number>>;
  /** What a claim that an item was replaced does to its chance. */
  readonly claim: number;
  /** What this unit's age says, where it is known. */
  readonly age?: AgeExperience;
}

/** Jobs on a unit that weigh as much as the catalogue does. Chosen on generated histories (docs/engine.md), not measured. */
export const CATALOGUE_JOBS = 20;
/** Share of a call's trust that goes to the suspect it named; the rest goes to its item as the catalogue divides it. */
const NAMED_SHARE = 0.5;

/**
 * The unit's suspects with starting weights that this shop's jobs have moved. Kinds of part first move the catalogue's shares
 * p₀ by what they did on other units; then, as the mean of a Dirichlet of strength A = 20 jobs,
 * p = (A·p₀ + c) / (A + Σc), with c the jobs by suspect. At last the unit's age moves its kinds of parts (ages.ts). What is no
 * fault of a part keeps its weight, and so does the sum.
 */
export function learnedSuspects(
  unit: UnitModel,
  suspects: readonly Suspect[],
  { faults, items, kinds, age }: Experience,
): readonly Suspect[] {
  const typeOf = new Map(unit.parts.map((p) => [p.id, p.type]));
  const isListed = (s: Suspect) => s.part !== undefined && s.unlisted === undefined && s.both === undefined;
  const sum = suspects.reduce((all, s) => all + (isListed(s) ? s.prior : 0), 0);
  const moved = suspects.map((s) =>
    isListed(s) ? s.prior * (kinds[kindOf(typeOf.get(s.part!)!, s.id)] ?? 1) : 0,
  );
  const whole = moved.reduce((all, p) => all + p, 0);
  const share = moved.map((p) => p / whole);
  const ofItem = new Map<string, number>();
  suspects.forEach(({ item }, i) => {
    if (item !== undefined) ofItem.set(item, (ofItem.get(item) ?? 0) + share[i]!);
  });
  const count = suspects.map((s, i) =>
    isListed(s)
      ? NAMED_SHARE * (faults[s.id] ?? 0) +
        ((1 - NAMED_SHARE) * (items[s.item!] ?? 0) * share[i]!) / ofItem.get(s.item!)!
      : 0,
  );
  const aged = suspects.map((s, i) =>
    isListed(s) ? (CATALOGUE_JOBS * share[i]! + count[i]!) * (age?.kinds[typeOf.get(s.part!)!] ?? 1) : 0,
  );
  const all = aged.reduce((a, p) => a + p, 0);
  return suspects.map((s, i) => (isListed(s) ? { ...s, prior: (sum * aged[i]!) / all } : s));
}

/** The kind of a fault, whatever unit it is in: "fuse:blown". */
export const kindOf = (type: string, suspect: string) => `${type}:${suspect.slice(suspect.indexOf(":") + 1)}`;

const learned = new WeakMap<Dictionary, { readonly of: string; readonly dictionary: Dictionary }>();

/** The dictionary with starting weights from the shop's jobs. The last one asked for is kept, so that nothing is made anew. */
export function withExperience(dictionary: Dictionary, experience: Experience): Dictionary {
  const of = JSON.stringify(experience);
  const known = learned.get(dictionary);
  if (known?.of === of) return known.dictionary;
  const { unit, suspects } = dictionary;
  const made = { ...dictionary, suspects: learnedSuspects(unit, suspects, experience) };
  learned.set(dictionary, { of, dictionary: made });
  return made;
}

/** Closed jobs of one unit that were called alike. */
export interface PastCalls {
  readonly unit: string;
  readonly suspect: string;
  readonly item: string;
  readonly jobs: number;
  /** How far such a call is trusted, from 0 to 1. */
  readonly trust: number;
  /** How old the units were, where that is known. */
  readonly years?: number;
}

/** Claims that an item had been replaced, and how often it was the one at fault all the same. */
export interface PastClaims {
  readonly unit: string;
  readonly item: string;
  readonly jobs: number;
  readonly atFault: number;
}

/** Faults that a kind of part was expected to have before its factor moves half of the way. Chosen, not measured. */
const KIND_FAULTS = 4;
/** No kind is moved further than this by what other units had. */
const MOST_FACTOR = 4;
/** What a claim does to an item's chance before this shop has heard any, and how many expected faults that stands for. */
const CLAIM_AT_FIRST = 0.5;
const CLAIM_FAULTS = 1;
/** However good claims were here, one clears nothing. */
const LEAST_CLAIM = 0.1;

/**
 * What a shop has learned for one unit.
 * A kind's factor is the mean of a gamma: (B + n) / (B + e), with n the trusted faults of that kind on other units, e what the
 * catalogue expected in as many jobs, B = 4. A claim's factor likewise: (½·1 + o) / (1 + e), with o the claimed items that were
 * at fault all the same, and e how many of them the catalogue expected.
 * @param units every unit that the past names, by id; what is of a unit that is not there counts for nothing
 * @param years how old this unit is, where that is known
 */
export function learnFrom(
  unit: UnitModel,
  units: ReadonlyMap<string, UnitModel>,
  calls: readonly PastCalls[],
  claims: readonly PastClaims[],
  years?: number,
): Experience {
  const own = calls.filter((c) => c.unit === unit.id);
  const sumBy = (key: (c: PastCalls) => string) => {
    const sums: Record<string, number> = {};
    for (const c of own) sums[key(c)] = rounded((sums[key(c)] ?? 0) + c.jobs * c.trust);
    return sums;
  };
  return {
    jobs: rounded(own.reduce((sum, c) => sum + c.jobs * c.trust, 0)),
    faults: sumBy((c) => c.suspect),
    items: sumBy((c) => c.item),
    kinds: kindsOf(
      unit,
      units,
      calls.filter((c) => c.unit !== unit.id),
    ),
    claim: claimFactor(units, claims),
    ...(years === undefined ? {} : { age: ageExperience(units, calls, years) }),
  };
}

function kindsOf(
  unit: UnitModel,
  units: ReadonlyMap<string, UnitModel>,
  calls: readonly PastCalls[],
): Record<string, number> {
  const met = new Map<string, number>();
  const expected = new Map<string, number>();
  const add = (to: Map<string, number>, kind: string, n: number) => to.set(kind, (to.get(kind) ?? 0) + n);
  for (const [id, other] of units) {
    const here = calls.filter((c) => c.unit === id);
    const jobs = here.reduce((sum, c) => sum + c.jobs * c.trust, 0);
    if (jobs === 0) continue;
    const typeOf = new Map(other.parts.map((p) => [p.id, p.type]));
    for (const { id: suspect, part, prior } of listSuspects(other).suspects)
      if (part !== undefined) add(expected, kindOf(typeOf.get(part)!, suspect), jobs * prior);
    for (const { suspect, jobs: n, trust } of here) {
      const type = typeOf.get(suspect.slice(0, suspect.indexOf(":")));
      if (type !== undefined) add(met, kindOf(type, suspect), n * trust);
    }
  }
  const types = new Set(unit.parts.map((p) => p.type));
  return Object.fromEntries(
    [...expected].flatMap(([kind, e]) => {
      if (!types.has(kind.slice(0, kind.indexOf(":")))) return [];
      const factor = (KIND_FAULTS + (met.get(kind) ?? 0)) / (KIND_FAULTS + e);
      return [[kind, rounded(Math.min(MOST_FACTOR, Math.max(1 / MOST_FACTOR, factor)))]];
    }),
  );
}

function claimFactor(units: ReadonlyMap<string, UnitModel>, claims: readonly PastClaims[]): number {
  let expected = CLAIM_FAULTS;
  let atFault = CLAIM_AT_FIRST * CLAIM_FAULTS;
  for (const { unit, item, jobs, atFault: o } of claims) {
    const known = units.get(unit);
    if (!known) continue;
    const prior = listSuspects(known).suspects.reduce((sum, s) => sum + (s.item === item ? s.prior : 0), 0);
    expected += jobs * prior;
    atFault += o;
  }
  return rounded(Math.min(1, Math.max(LEAST_CLAIM, atFault / expected)));
}

/** Three digits after the point: an entry of the log is read by people too. */
const rounded = (value: number) => Math.round(value * 1000) / 1000;
