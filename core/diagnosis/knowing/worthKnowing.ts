import type { UnitModel } from "#core/unit/index.ts";
import { buildDictionary, type Dictionary } from "../dictionary/dictionary.ts";
import type { ReadingRow } from "../dictionary/rows.ts";

/** A part whose value nobody knew, and what readings would tell if it were known. */
export interface WorthKnowing {
  readonly part: string;
  /** Ways to fail that some reading tells from the sound unit then and none does now, as "part, mode". */
  readonly told: readonly string[];
}

/** Readings further apart than this many standard deviations, of both together, are told apart. */
const APART = 3;
/** Unknown parts that are looked at, the least known first: each takes a dictionary. */
const MOST_PARTS = 6;

/**
 * The one part whose value, if it were known, would show the most ways to fail; undefined where every value is known, or
 * where knowing none of them would help. Each unknown part is taken to be what it was guessed to be, without its spread,
 * and can then fail in the ways that were left out since nobody could have seen them.
 */
export function worthKnowing(unit: UnitModel, dictionary: Dictionary): WorthKnowing | undefined {
  const unknown = unit.parts
    .filter((p) => p.spread !== undefined)
    .sort((a, b) => b.spread! - a.spread!)
    .slice(0, MOST_PARTS);
  if (unknown.length === 0) return undefined;
  const now = new Set(toldFromSound(dictionary));
  const gains = unknown.map(({ id }) => ({
    part: id,
    told: toldFromSound(buildDictionary(withKnown(unit, id))).filter((way) => !now.has(way)),
  }));
  const best = gains.sort((a, b) => b.told.length - a.told.length)[0]!;
  return best.told.length > 0 ? best : undefined;
}

function withKnown(unit: UnitModel, part: string): UnitModel {
  const known = (p: UnitModel["parts"][number]) =>
    ({
      ...Object.fromEntries(Object.entries(p).filter(([key]) => key !== "spread")),
      weights: Object.fromEntries(Object.entries(p.weights).filter(([, weight]) => weight > 0)),
    }) as typeof p;
  return { ...unit, parts: unit.parts.map((p) => (p.id === part ? known(p) : p)) };
}

/** The suspects that at least one reading tells from the sound unit, at any of their sizes. */
function toldFromSound({ suspects, cases, rows }: Dictionary): string[] {
  const readings = rows.filter((row): row is ReadingRow => "mean" in row);
  const told = new Set<number>();
  cases.forEach(({ suspect }, i) => {
    if (i === 0 || told.has(suspect)) return;
    const seen = ({ mean, sd }: ReadingRow) =>
      Math.abs(mean[i]! - mean[0]!) > APART * Math.hypot(sd[i]!, sd[0]!);
    if (readings.some(seen)) told.add(suspect);
  });
  return [...told].map((i) => `${suspects[i]!.part ?? suspects[i]!.id}, ${suspects[i]!.modeName}`);
}
