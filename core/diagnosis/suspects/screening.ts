import { CATALOGUE, type UnitModel } from "#core/unit/index.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Row } from "../dictionary/rows.ts";
import { checksOf, type Evidence } from "../inference/evidence.ts";
import type { Posterior } from "../inference/posterior.ts";
import type { Check, ReadingCheck } from "../planning/checks.ts";
import { bestSingle } from "./pairs.ts";
import type { SuspectList } from "./suspects.ts";
import { strongestSizes } from "./unlisted.ts";

/** Of the healthy unit's own deviation: a reading that is off by less is the healthy unit's. */
const SAME = 0.1;

/**
 * Unlisted suspects without those that cannot come near what leads, whatever the rest of the findings made of them: most
 * leave a wrong reading as the healthy unit has it, and each that is held against all findings costs a run of the unit for
 * each of its sizes. First the readings of the dead unit are looked at, which need no run; then one run each, of the size
 * that does most.
 * @param posterior of the listed faults on the findings
 * @param least the least chance that counts, against the likeliest of the listed
 */
export function screened(
  dictionary: Dictionary,
  posterior: Posterior,
  findings: readonly Evidence[],
  candidates: SuspectList,
  least: number,
): SuspectList {
  const first = dictionary.suspects.length;
  const scores = scoresOf(dictionary, posterior);
  const bar = bestSingle(dictionary, posterior) + Math.log(least);
  const reaching = (list: SuspectList, known: (k: number, check: string) => keyof Scores): SuspectList =>
    sublist(list, first, (k) => {
      let most = Math.log(list.suspects[k]!.prior);
      for (const [check, score] of scores) most += score[known(k, check)];
      return most > bar;
    });

  const checks = checksOf(findings);
  const dead = dictionary.unopened(
    strongest(candidates, first),
    checks.filter((c) => isDeadReading(dictionary.unit, c)),
  );
  const strong = indices(strongest(candidates, first), first);
  const near = reaching(candidates, (k, check) => {
    const row = dead.get(check);
    return row && strong[k]!.every((i) => isAlike(row, 1 + i)) ? "opened" : "best";
  });
  if (near.suspects.length === 0) return near;

  const { rows, opens } = dictionary.alone(strongest(near, first), checks);
  const left = indices(strongest(near, first), first);
  return reaching(near, (k, check) => {
    const row = rows.get(check);
    // Where the strongest size opens something, a weaker one may do what it does not.
    const isKnown = row && left[k]!.every((i) => opens(1 + i).size === 0 && isAlike(row, 1 + i));
    return isKnown ? "healthy" : "best";
  });
}

/** Log likelihood of what was found by one check: in the healthy unit, there with something opened at best, anywhere at best. */
interface Scores {
  readonly healthy: number;
  readonly opened: number;
  readonly best: number;
}

function scoresOf({ unit, cases }: Dictionary, { fine, logs }: Posterior): Map<string, Scores> {
  const healthy = fine.own[0]!;
  const openings = cases.flatMap(({ faults: [fault, ...more] }, i) => {
    const part = fault && more.length === 0 ? unit.parts.find((p) => p.id === fault.part) : undefined;
    return part && CATALOGUE.get(part.type)!.protective?.mode === fault!.mode ? [fine.own[i]!] : [];
  });
  const scores = new Map<string, Scores>();
  for (const [check, log] of logs) {
    const most = (entries: Iterable<number>) => {
      let best = log[healthy]!;
      for (const entry of entries) best = Math.max(best, log[entry]!);
      return best;
    };
    scores.set(check, { healthy: log[healthy]!, opened: most(openings), best: most(log.keys()) });
  }
  return scores;
}

/** Of each suspect the cases that do most; numbered as they were. */
function strongest({ suspects, cases }: SuspectList, first: number): SuspectList {
  const kept = suspects.flatMap(({ unlisted }, k) =>
    strongestSizes(
      unlisted!,
      cases.filter((c) => c.suspect === first + k),
    ),
  );
  return { suspects, cases: kept };
}

/** By suspect, the places of its cases. */
function indices({ suspects, cases }: SuspectList, first: number): number[][] {
  const lists: number[][] = suspects.map(() => []);
  cases.forEach((c, i) => lists[c.suspect - first]!.push(i));
  return lists;
}

/** Some of the suspects, with their cases, numbered anew. */
function sublist(
  { suspects, cases }: SuspectList,
  first: number,
  isKept: (k: number) => boolean,
): SuspectList {
  const kept = suspects.flatMap((_, k) => (isKept(k) ? [k] : []));
  return {
    suspects: kept.map((k) => suspects[k]!),
    cases: kept.flatMap((k, at) =>
      cases.filter((c) => c.suspect === first + k).map((c) => ({ ...c, suspect: first + at })),
    ),
  };
}

/** Whether case i shows what the first, the healthy one, does. */
function isAlike(row: Row, i: number): boolean {
  if ("chance" in row) return row.chance[i] === row.chance[0] && row.badly?.[i] === row.badly?.[0];
  return Math.abs(row.mean[i]! - row.mean[0]!) <= SAME * row.sd[0]!;
}

/** The unit is dead when it is read. */
function isDeadReading(unit: UnitModel, check: Check): check is ReadingCheck {
  return check.kind === "reading" && unit.states.find((s) => s.id === check.setup.state)!.power === "dead";
}
