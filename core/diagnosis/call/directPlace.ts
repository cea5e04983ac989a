import { CATALOGUE, type UnitModel } from "#core/unit/index.ts";
import type { Check, TrialCheck } from "../planning/checks.ts";
import { netOf } from "../planning/pointNets.ts";
import type { Suspect } from "../suspects/suspects.ts";
import { JOINED, unlistedFaults } from "../suspects/unlisted.ts";

/** Where a fault is read by itself: across its part, or between the two places that it joins. */
export interface DirectPlace {
  readonly part: string;
  readonly pairs: readonly (readonly [net: string, net: string])[];
}

/** @returns undefined for what has no such place: two faults at once, what is in no model */
export function directPlace(unit: UnitModel, suspect: Suspect): DirectPlace | undefined {
  if (suspect.part !== undefined) return acrossPart(unit, suspect.part);
  if (suspect.unlisted === undefined) return undefined;
  const { unit: wide, list } = unlistedFaults(unit);
  const [size] = list.find((u) => u.suspect.id === suspect.id)?.sizes ?? [];
  // Of wires in each other's place: where each goes to, not that neither goes where it belongs.
  const faults = size && size.length > 1 ? size.filter((f) => f.mode === JOINED) : (size ?? []);
  const places = faults.flatMap((f) => acrossPart(wide, f.part) ?? []);
  const [first] = places;
  return first && { part: first.part, pairs: places.flatMap((p) => p.pairs) };
}

function acrossPart(unit: UnitModel, id: string): DirectPlace | undefined {
  const part = unit.parts.find((p) => p.id === id);
  if (!part) return undefined;
  const pairs = CATALOGUE.get(part.type)!.across.flatMap(([a, b]) => {
    const [one, other] = [part.terminals[a], part.terminals[b]];
    return one !== undefined && other !== undefined ? [[one, other] as const] : [];
  });
  return { part: id, pairs };
}

/** Whether a check reads or tries the fault's own place and nothing beside it; another one in place of its item says the same. */
export function isDirectAt(unit: UnitModel, place: DirectPlace, check: Check): boolean {
  if (check.kind === "trial") return isTrialOf(unit, place.part, check);
  if (check.kind === "observation") {
    const { part, kind } = unit.observations.find((o) => o.id === check.observation)!;
    return part === place.part && (kind === "look" || kind === "smell");
  }
  const ends = [check.red, check.black].map((id) => {
    const point = unit.points.find((p) => p.id === id);
    return point && netOf(unit, point.terminal ?? point.id);
  });
  return place.pairs.some((nets) => nets.every((n) => ends.includes(n)));
}

function isTrialOf(unit: UnitModel, part: string, { trial, subject, off }: TrialCheck): boolean {
  if (trial === "swap") return unit.parts.find((p) => p.id === part)?.item === subject;
  return subject === part || (off?.length === 1 && off[0] === part);
}
