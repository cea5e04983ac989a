import type { Fault } from "#core/unit/index.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Row } from "../dictionary/rows.ts";
import type { Evidence } from "../inference/evidence.ts";
import { fineFlags, sizeAt, type FineCases } from "../inference/fineCases.ts";
import type { Posterior } from "../inference/posterior.ts";
import { differs } from "../planning/outcomes.ts";
import type { Case, Suspect, SuspectList } from "./suspects.ts";

/** Two faults at once are so much rarer than their single chances multiplied say, given that one is there. Common practice, no source. */
const SECOND_FAULT = 0.1;
/** Pairs opened at once at most. */
const MOST_PAIRS = 24;
/** How far below the best explanation another may lie and still be opened, nats. */
const WORTHWHILE = 9;

interface Pair {
  /** Fine cases of the two single faults. */
  readonly a: number;
  readonly b: number;
  readonly prior: number;
  readonly score: number;
}

/**
 * The pairs of faults that explain the findings about as well as anything else, or nothing where single faults explain
 * them better. A fuse and what blew it are no pair: what protects has opened in the circuit of its cause. Pairs are found
 * by composing what their members do to each check.
 * @param single log score of the best single explanation
 */
export function likelyPairs(
  dictionary: Dictionary,
  posterior: Posterior,
  findings: readonly Evidence[],
  single: number,
): SuspectList {
  const pairs = coincidences(dictionary, posterior, findings).sort((x, y) => y.score - x.score);
  const [best] = pairs;
  if (!best || best.score < single - WORTHWHILE) return { suspects: [], cases: [] };
  const wanted = pairs.filter((p) => p.score > best.score - WORTHWHILE).slice(0, MOST_PAIRS);
  return listOf(dictionary, posterior.fine, wanted);
}

/** Log score of the best single explanation: its starting chance, and what every finding says of it. */
export function bestSingle({ suspects }: Dictionary, { logs, fine }: Posterior): number {
  let best = -Infinity;
  fine.suspect.forEach((suspect, i) => {
    let score = Math.log(suspects[suspect]!.prior * fine.share[i]!);
    for (const log of logs.values()) score += log[i]!;
    best = Math.max(best, score);
  });
  return best;
}

/** Per finding's check, its row and its log likelihoods over the single cases. */
function columns(dictionary: Dictionary, { logs, fine }: Posterior, findings: readonly Evidence[]) {
  const rows = new Map<string, Row>();
  for (const f of findings) if (f.kind !== "claim") rows.set(f.check.id, dictionary.row(f.check));
  return [...logs].flatMap(([id, log]) => {
    const row = rows.get(id);
    return row ? [{ flags: fineFlags(differs(row), fine), log }] : [];
  });
}

type Column = ReturnType<typeof columns>[number];

/** Where only one of two faults changes a check, the pair reads as that one; where both do, as the better of them. */
function composed(list: readonly Column[], a: number, b: number): number {
  let sum = 0;
  for (const { flags, log } of list)
    if (flags[a] === 0) sum += log[b]!;
    else if (flags[b] === 0) sum += log[a]!;
    else sum += Math.max(log[a]!, log[b]!);
  return sum;
}

/** Every two faults of different parts, by the chance of both. */
function coincidences(dictionary: Dictionary, posterior: Posterior, findings: readonly Evidence[]): Pair[] {
  const { suspects } = dictionary;
  const { fine } = posterior;
  const list = columns(dictionary, posterior, findings);
  const prior = Float64Array.from(fine.suspect, (s, f) => suspects[s]!.prior * fine.share[f]!);
  const part = Array.from(fine.suspect, (s) => suspects[s]!.part);
  const pairs = new Map<string, Pair>();
  let best = -Infinity;
  for (let a = 1; a < fine.count; a++)
    for (let b = a + 1; b < fine.count; b++) {
      if (part[a] === part[b]) continue;
      const chance = SECOND_FAULT * prior[a]! * prior[b]!;
      const score = Math.log(chance) + composed(list, a, b);
      if (score < best - WORTHWHILE) continue;
      best = Math.max(best, score);
      const key = `${fine.suspect[a]}+${fine.suspect[b]}`;
      const known = pairs.get(key);
      if (!known || known.score < score) pairs.set(key, { a, b, prior: chance, score });
    }
  return [...pairs.values()].filter((p) => p.score >= best - WORTHWHILE);
}

/** The pairs as suspects, numbered after the dictionary's own, with their cases. */
function listOf({ suspects, cases }: Dictionary, fine: FineCases, wanted: readonly Pair[]): SuspectList {
  const more: { suspects: Suspect[]; cases: Case[] } = { suspects: [], cases: [] };
  for (const { a, b, prior } of wanted) {
    const both = [fine.suspect[a]!, fine.suspect[b]!] as const;
    const [one, other] = both.map((s) => suspects[s]!) as [Suspect, Suspect];
    const items = [...new Set([one.item!, other.item!])].sort();
    more.cases.push({
      suspect: suspects.length + more.suspects.length,
      share: 1,
      faults: [faultAt(cases, fine, a), faultAt(cases, fine, b)],
    });
    more.suspects.push({
      id: `${one.id}+${other.id}`,
      name: `${one.name}${one.modeName ? ` (${one.modeName})` : ""} and ${other.name}`,
      modeName: other.modeName,
      looks: "",
      item: items.join("+"),
      prior,
      works: one.works && other.works,
      both,
    });
  }
  return more;
}

/** The single fault of a fine case, at its size. */
function faultAt(cases: readonly Case[], fine: FineCases, f: number): Fault {
  const [fault] = cases[fine.low[f]!]!.faults;
  const severity = sizeAt({ cases }, fine, f);
  return severity === undefined ? fault! : { ...fault!, severity };
}
