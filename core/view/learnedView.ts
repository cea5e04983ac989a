import { byItem, withExperience, type Dictionary, type Experience } from "#core/diagnosis/index.ts";
import type { JobState } from "#core/job/index.ts";
import { itemName } from "./words.ts";

/** What the shop had learned of this unit when the job was taken in, as the suspects' list says it. */
export interface LearnedView {
  readonly on: boolean;
  /** Closed jobs on this unit, as many as their calls are trusted. */
  readonly jobs: number;
  /** Items that start highest, with what the catalogue alone would give them. */
  readonly rows: readonly { readonly name: string; readonly catalogue: number; readonly start: number }[];
  /** What a claim that an item was replaced does to its chance. */
  readonly claim: number;
  /** What this unit's age moves, the most moved first. */
  readonly age?: {
    readonly years: number;
    readonly kinds: readonly { readonly name: string; readonly factor: number }[];
  };
}

const ROWS = 5;
const KINDS = 4;
/** A kind that age moves by less than this is not worth a word. */
const WORTH_SAYING = 1.1;

export function learnedView(dictionary: Dictionary, { learned }: JobState): LearnedView | undefined {
  if (!learned) return undefined;
  const { experience, on } = learned;
  const known = withExperience(dictionary, experience);
  const before = new Map(startsOf(dictionary).map((i) => [i.id, i.chance]));
  return {
    on,
    jobs: experience.jobs,
    rows: startsOf(known)
      .filter((i) => known.unit.items.some((x) => x.id === i.id))
      .slice(0, ROWS)
      .map(({ id, chance }) => ({
        name: itemName(known, id),
        catalogue: before.get(id) ?? 0,
        start: chance,
      })),
    claim: experience.claim,
    ...(experience.age ? { age: ageView(experience.age) } : {}),
  };
}

function ageView({ years, kinds }: NonNullable<Experience["age"]>): NonNullable<LearnedView["age"]> {
  const moved = (factor: number) => Math.max(factor, 1 / factor);
  return {
    years,
    kinds: Object.entries(kinds)
      .map(([type, factor]) => ({ name: type.replaceAll("-", " "), factor }))
      .filter(({ factor }) => moved(factor) >= WORTH_SAYING)
      .sort((a, b) => moved(b.factor) - moved(a.factor))
      .slice(0, KINDS),
  };
}

/** Items by their starting weight. */
const startsOf = (dictionary: Dictionary) =>
  byItem(dictionary, { suspects: Float64Array.from(dictionary.suspects, (s) => s.prior) });
