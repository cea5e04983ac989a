import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Row } from "../dictionary/rows.ts";
import { differs } from "../planning/outcomes.ts";
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
      if (!placed.has(live[b]!) && !areToldApart(rows, likeliest[a]!, likeliest[b]!)) group.push(live[b]!);
    if (group.length < 2) return;
    group.forEach((s) => placed.add(s));
    groups.push(group);
  });
  return groups;
}

/** What is known of one set of checks; found when first asked for, since the same job is looked at again and again. */
interface Apart {
  /** By case, the checks that do not read as in the healthy unit, one of each set that reads alike. */
  readonly changed: Map<number, readonly Row[]>;
  readonly distinct: readonly Row[];
  /** By both cases, as "a b". */
  readonly pairs: Map<string, boolean>;
}

const knownApart = new WeakMap<readonly Row[], Apart>();

/** Whether some check tells case a from case b. Only checks that one of them changes at all can. */
function areToldApart(rows: readonly Row[], a: number, b: number): boolean {
  let apart = knownApart.get(rows);
  if (!apart) {
    const distinct = [...new Map(rows.map((row) => ["chance" in row ? row.chance : row.mean, row])).values()];
    apart = { changed: new Map<number, readonly Row[]>(), distinct, pairs: new Map<string, boolean>() };
    knownApart.set(rows, apart);
  }
  const { pairs } = apart;
  const key = `${a} ${b}`;
  let told = pairs.get(key);
  if (told === undefined) {
    const tells = (row: Row) => tellsApart(row, a, b);
    pairs.set(key, (told = changedBy(apart, a).some(tells) || changedBy(apart, b).some(tells)));
  }
  return told;
}

function changedBy({ changed, distinct }: Apart, i: number): readonly Row[] {
  let list = changed.get(i);
  if (!list) changed.set(i, (list = distinct.filter((row) => differs(row)[i] === 1)));
  return list;
}

export function tellsApart(row: Row, a: number, b: number): boolean {
  if ("chance" in row) return Math.abs(row.chance[a]! - row.chance[b]!) > 0.5;
  return Math.abs(row.mean[a]! - row.mean[b]!) > TELLABLE * Math.hypot(row.sd[a]!, row.sd[b]!);
}
