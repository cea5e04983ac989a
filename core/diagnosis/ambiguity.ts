import type { Dictionary } from "./dictionary.ts";
import type { Row } from "./rows.ts";
import type { Posterior } from "./posterior.ts";

/** Suspects below this are not worth grouping. */
const WORTH = 0.005;
/** Two predictions closer than this many joint deviations are the same to a meter. */
const TELLABLE = 3;

/**
 * For every suspect, the suspects that no check in `rows` tells from it at the case given for each: `at` names one case
 * per suspect, or nothing for those that are left out. A suspect is not among its own twins.
 */
export function twinsOf(
  dictionary: Dictionary,
  rows: readonly Row[],
  at: (suspect: number) => number | undefined,
): Map<number, number[]> {
  const entries = dictionary.suspects.flatMap((_, suspect) => {
    const i = at(suspect);
    return i === undefined ? [] : [{ suspect, i }];
  });
  const twins = new Map<number, number[]>(entries.map(({ suspect }) => [suspect, []]));
  entries.forEach((a, k) => {
    for (const b of entries.slice(k + 1)) {
      if (rows.some((row) => tellsApart(row, a.i, b.i))) continue;
      twins.get(a.suspect)!.push(b.suspect);
      twins.get(b.suspect)!.push(a.suspect);
    }
  });
  return twins;
}

/**
 * Groups of suspects that no check in `rows` can tell apart, each with two members or more, as indices into the
 * dictionary's suspects. Observations tell two suspects apart when their chances differ by more than a half.
 */
export function ambiguityGroups(
  dictionary: Dictionary,
  posterior: Posterior,
  rows: readonly Row[],
): number[][] {
  const live = dictionary.suspects.flatMap((s, i) =>
    s.part !== undefined && posterior.suspects[i]! > WORTH ? [i] : [],
  );
  const likeliest = live.map((suspect) => {
    let best = -1;
    dictionary.cases.forEach((c, i) => {
      if (c.suspect === suspect && (best < 0 || posterior.cases[i]! > posterior.cases[best]!)) best = i;
    });
    return best;
  });
  const groups: number[][] = [];
  const placed = new Set<number>();
  live.forEach((suspect, a) => {
    if (placed.has(suspect)) return;
    const group = [suspect];
    for (let b = a + 1; b < live.length; b++)
      if (!placed.has(live[b]!) && rows.every((row) => !tellsApart(row, likeliest[a]!, likeliest[b]!)))
        group.push(live[b]!);
    if (group.length < 2) return;
    group.forEach((s) => placed.add(s));
    groups.push(group);
  });
  return groups;
}

export function tellsApart(row: Row, a: number, b: number): boolean {
  if ("chance" in row) return Math.abs(row.chance[a]! - row.chance[b]!) > 0.5;
  return Math.abs(row.mean[a]! - row.mean[b]!) > TELLABLE * Math.hypot(row.sd[a]!, row.sd[b]!);
}
