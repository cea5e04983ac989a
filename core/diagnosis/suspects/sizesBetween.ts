import type { Dictionary } from "../dictionary/dictionary.ts";
import { checksOf, type Evidence } from "../inference/evidence.ts";
import { weigh, type Posterior } from "../inference/posterior.ts";
import { bestSingle } from "./pairs.ts";
import type { Case, SuspectList } from "./suspects.ts";

/** How stretches are looked into. */
interface Closeness {
  /** Sizes solved between two. */
  readonly between: number;
  /** Stretches at once at most, those first that may explain the findings best. */
  readonly stretches: number;
  /** How far below the best explanation the best that a stretch may come to can lie, nats. */
  readonly worthwhile: number;
}
const LISTED_ONES: Closeness = { between: 3, stretches: 6, worthwhile: 2 };
/** Their sizes lie some hundredfold apart. */
const UNLISTED_ONES: Closeness = { between: 7, stretches: 3, worthwhile: 7 };
/** Chances of an answer at both ends of a stretch, so far apart that somewhere between the unit does otherwise. */
const TURNS = 0.6;
/** Chance of whatever was answered, at best, where it turns over: also of what is neither, as of a lamp that is dim. */
const TURNED = 0.7;
/** Least chance of what was solved, against the likeliest suspect's, to be kept. */
const LEAST_KEPT = 0.004;

/** The sizes of a fault from one that was solved to the next. */
interface Stretch {
  readonly from: Case;
  readonly to: Case;
  /** Log score of the best that a size of it may come to, if every finding were at its best. */
  readonly score: number;
}

/**
 * Further sizes of listed faults, as cases of the suspects that they are of. Readings go straight from one size to the next;
 * what a unit does turns over somewhere between them, and of two answers, that it still starts and that it then gives up, both may
 * hold at a size that lies between. Where the findings have such answers and the stretch may explain them best, sizes of it are
 * solved as circuits.
 */
export function sizesBetween(
  dictionary: Dictionary,
  posterior: Posterior,
  findings: readonly Evidence[],
): SuspectList {
  const turns = turningAnswers(dictionary, findings);
  const turning = stretchesOf(dictionary, posterior, turns, (i) =>
    [...posterior.logs.keys()].some((check) => turns(check, i)),
  );
  const cases = worthwhile(turning, bestSingle(dictionary, posterior), LISTED_ONES).flatMap((stretch) =>
    casesOf(stretch, LISTED_ONES.between),
  );
  if (cases.length === 0) return { suspects: [], cases };
  const checks = checksOf(findings);
  const held = weigh(dictionary.withMore({ suspects: [], cases }, checks), findings);
  const least = LEAST_KEPT * Math.max(...held.suspects);
  const first = dictionary.cases.length;
  const isKept = (s: number) =>
    cases.some((c, k) => c.suspect === cases[s]!.suspect && held.cases[first + k]! > least);
  return { suspects: [], cases: cases.filter((_, k) => isKept(k)) };
}

/**
 * Unlisted faults with further sizes, in the order of their size, where the findings may be explained by one between two that were
 * solved: theirs lie so far apart that a reading between says little of them, while a listed fault has one that fits.
 * @param tried the dictionary with them in, after `first` suspects of its own
 * @param best log score of the best listed explanation
 */
export function unlistedBetween(
  { cases }: SuspectList,
  tried: Dictionary,
  findings: readonly Evidence[],
  first: number,
  best: number,
): readonly Case[] {
  const turns = turningAnswers(tried, findings);
  const unlisted = stretchesOf(tried, weigh(tried, findings), turns, (i) => tried.cases[i]!.suspect >= first);
  const after = new Map(
    worthwhile(unlisted, best, UNLISTED_ONES).map((stretch) => [
      stretch.from,
      casesOf(stretch, UNLISTED_ONES.between),
    ]),
  );
  return cases.flatMap((c) => [c, ...(after.get(c) ?? [])]);
}

function worthwhile(list: readonly Stretch[], best: number, { stretches, worthwhile }: Closeness): Stretch[] {
  return list
    .filter(({ score }) => score > best - worthwhile)
    .sort((a, b) => b.score - a.score)
    .slice(0, stretches);
}

/** Whether the answer that a check of the findings has turns over between the size of a case and the next. */
type Turns = (check: string, i: number) => boolean;

function turningAnswers(dictionary: Dictionary, findings: readonly Evidence[]): Turns {
  const answers = new Map<string, Float64Array>();
  for (const f of findings) {
    if (f.kind !== "seen" || f.sometimes) continue;
    const row = dictionary.row(f.check);
    if ("chance" in row) answers.set(f.check.id, row.chance);
  }
  return (check, i) => {
    const chance = answers.get(check);
    return chance !== undefined && Math.abs(chance[i]! - chance[i + 1]!) > TURNS;
  };
}

/** Stretches between two sizes, of those that begin at a case which is wanted. */
function stretchesOf(
  { cases, suspects }: Dictionary,
  { fine, logs }: Posterior,
  turns: Turns,
  isWanted: (i: number) => boolean,
): Stretch[] {
  return cases.flatMap((from, i) => {
    const entry = fine.own[i]!;
    if (fine.high[entry] === i || !isWanted(i)) return [];
    const end = fine.own[i + 1]!;
    let score = Math.log(suspects[from.suspect]!.prior * from.share);
    for (const [check, log] of logs) {
      const best = Math.max(...log.subarray(entry, end + 1));
      score += turns(check, i) ? Math.max(best, Math.log(TURNED)) : best;
    }
    return [{ from, to: cases[i + 1]!, score }];
  });
}

/** Sizes evenly between two on a logarithmic scale; each stands for as much as an entry between them. */
function casesOf({ from, to }: Stretch, between: number): Case[] {
  const [fault] = from.faults as [Case["faults"][number]];
  const [a, b] = [fault.severity!, to.faults[0]!.severity!];
  return Array.from({ length: between }, (_, k) => ({
    ...from,
    share: from.share / (between + 1),
    faults: [{ ...fault, severity: a * (b / a) ** ((k + 1) / (between + 1)) }],
  }));
}
