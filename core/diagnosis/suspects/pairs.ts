import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Evidence } from "../inference/evidence.ts";
import { differs } from "../planning/outcomes.ts";
import { weigh, type Posterior } from "../inference/posterior.ts";
import type { Row } from "../dictionary/rows.ts";
import { NOT_IN_MODEL, type Case, type Suspect } from "./suspects.ts";

/** Two faults at once are so much rarer than their single chances multiplied say, given that one is there. Common practice, no source. */
const SECOND_FAULT = 0.1;
/** Single faults explain badly when more than this is left to "not in the model", or to slips. */
const STRAIN_OUTSIDE = 0.1;
const STRAIN_SLIPS = 0.5;
/** Pairs opened at once at most, and how far below the best one they may lie, nats. */
const MOST_PAIRS = 24;
const WORTHWHILE = 9;

/** The findings weighed over single faults, and over pairs of faults where single ones do not do. */
export interface Weighed {
  readonly dictionary: Dictionary;
  readonly posterior: Posterior;
}

interface Pair {
  /** Cases of the two single faults. */
  readonly a: number;
  readonly b: number;
  readonly prior: number;
  readonly score: number;
}

/**
 * Weighs findings, and opens pairs of faults when single ones explain them badly. A fuse and what blew it are no pair:
 * what protects has opened in the circuit of its cause. Pairs are found by composing what their members do to each check; those that
 * then look best are solved as circuits with both faults in.
 */
export function weighWithPairs(dictionary: Dictionary, findings: readonly Evidence[]): Weighed {
  const posterior = weigh(dictionary, findings);
  const pairs = isStrained(posterior, findings)
    ? coincidences(dictionary, posterior, findings).sort((x, y) => y.score - x.score)
    : [];
  const best = pairs[0];
  const single = bestSingle(dictionary, posterior);
  if (!best || best.score < single - WORTHWHILE) return { dictionary, posterior };
  const wanted = pairs.filter((p) => p.score > best.score - WORTHWHILE).slice(0, MOST_PAIRS);
  const wider = extended(dictionary, wanted);
  return { dictionary: wider, posterior: weigh(wider, findings) };
}

function isStrained(posterior: Posterior, findings: readonly Evidence[]): boolean {
  if (findings.length < 2) return false;
  return posterior.notInModel > STRAIN_OUTSIDE || expectedSlips(posterior) > STRAIN_SLIPS;
}

/** Readings that are slips, in the mean over the cases. */
function expectedSlips({ readings, cases }: Posterior): number {
  let slips = 0;
  for (const repeated of readings.values())
    cases.forEach((chance, i) => {
      if (chance > 1e-3) slips += chance * repeated.slipped(i);
    });
  return slips;
}

function bestSingle({ suspects, cases }: Dictionary, { logs }: Posterior): number {
  let best = -Infinity;
  cases.forEach((c, i) => {
    let score = Math.log(suspects[c.suspect]!.prior * c.share);
    for (const log of logs.values()) score += log[i]!;
    best = Math.max(best, score);
  });
  return best;
}

/** Per finding's check, its row and its log likelihoods over the single cases. */
function columns(dictionary: Dictionary, { logs }: Posterior, findings: readonly Evidence[]) {
  const rows = new Map<string, Row>();
  for (const f of findings) if (f.kind !== "claim") rows.set(f.check.id, dictionary.row(f.check));
  return [...logs].flatMap(([id, log]) => {
    const row = rows.get(id);
    return row ? [{ flags: differs(row), log }] : [];
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
  const { suspects, cases } = dictionary;
  const list = columns(dictionary, posterior, findings);
  const prior = cases.map((c) => suspects[c.suspect]!.prior * c.share);
  const pairs = new Map<string, Pair>();
  let best = -Infinity;
  for (let a = 1; a < cases.length; a++)
    for (let b = a + 1; b < cases.length; b++) {
      const [sa, sb] = [suspects[cases[a]!.suspect]!, suspects[cases[b]!.suspect]!];
      if (sa.part === sb.part) continue;
      const chance = SECOND_FAULT * prior[a]! * prior[b]!;
      const score = Math.log(chance) + composed(list, a, b);
      if (score < best - WORTHWHILE) continue;
      best = Math.max(best, score);
      const key = `${cases[a]!.suspect}+${cases[b]!.suspect}`;
      const known = pairs.get(key);
      if (!known || known.score < score) pairs.set(key, { a, b, prior: chance, score });
    }
  return [...pairs.values()].filter((p) => p.score >= best - WORTHWHILE);
}

const extensions = new WeakMap<Dictionary, { key: string; dictionary: Dictionary }>();

const keyOf = ({ a, b }: Pair) => `${a}+${b}`;

/** The dictionary with the pairs in; the last one is kept for when the same are wanted again. */
function extended(dictionary: Dictionary, wanted: readonly Pair[]): Dictionary {
  const key = wanted.map((p) => `${keyOf(p)}@${p.prior}`).join();
  const last = extensions.get(dictionary);
  if (last?.key === key) return last.dictionary;
  const { suspects, cases } = dictionary;
  const more: { suspects: Suspect[]; cases: Case[] } = { suspects: [], cases: [] };
  const added = new Map<string, number>();
  for (const { a, b, prior } of wanted) {
    const [ca, cb] = [cases[a]!, cases[b]!];
    const [sa, sb] = [suspects[ca.suspect]!, suspects[cb.suspect]!];
    const id = `${sa.id}+${sb.id}`;
    let suspect = added.get(id);
    if (suspect === undefined) {
      added.set(id, (suspect = suspects.length + more.suspects.length));
      const items = [...new Set([sa.item!, sb.item!])].sort();
      more.suspects.push({
        id,
        name: `${sa.name}${sa.modeName ? ` (${sa.modeName})` : ""} and ${sb.name}`,
        modeName: sb.modeName,
        looks: "",
        item: items.join("+"),
        prior,
        works: sa.works && sb.works,
        both: [ca.suspect, cb.suspect],
      });
    }
    more.cases.push({ suspect, share: 1, fault: ca.fault!, second: cb.fault! });
  }
  const wider = dictionary.withPairs(more);
  extensions.set(dictionary, { key, dictionary: wider });
  return wider;
}

/** Whether the findings lie outside what the model can say. */
export function isOutside({ suspects }: Dictionary, posterior: Posterior): boolean {
  const outside = posterior.suspects[suspects.findIndex((s) => s.id === NOT_IN_MODEL)]!;
  return posterior.suspects.every((p) => p <= outside);
}
