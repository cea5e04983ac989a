import {
  directParts,
  itemKey,
  STANDING,
  type CallAdvice,
  type Dictionary,
  type Evidence,
  type Posterior,
} from "#core/diagnosis/index.ts";
import { findingText } from "./callView.ts";
import type { JobState } from "#core/job/index.ts";
import { BY_FINDINGS, RULED_OUT } from "./ruledOut.ts";
import { itemName, listText } from "./words.ts";

/** Where the job stands, in sentences, by how strong the evidence is. */
export interface Recap {
  /** By a finding on the very part or joint. */
  readonly measured: readonly string[];
  /** By elimination: it holds if there is one fault only. */
  readonly follows: readonly string[];
  /** Somebody said so. */
  readonly claimed: readonly string[];
  /** Thought unlikely from the start, and touched by no finding. */
  readonly untested: readonly string[];
  readonly open: readonly string[];
}

/** A finding on the part itself is named before a stronger one elsewhere from this factor on. */
const DIRECT_FACTOR = 1 / 3;

interface Lowering {
  readonly finding: string;
  readonly factor: number;
  /** It was made on a part of the item. */
  readonly direct: boolean;
}

export function recapOf(
  dictionary: Dictionary,
  posterior: Posterior,
  job: JobState,
  advice: CallAdvice,
): Recap {
  const measured = new Map<string, string[]>();
  const follows = new Map<string, string[]>();
  const untested: string[] = [];
  const open: string[] = [];
  for (const { id, chance, lowered } of standingsOf(dictionary, posterior, job.evidence)) {
    const name = itemName(dictionary, id);
    if (chance >= STANDING) open.push(`${name}, ${Math.round(100 * chance)} %`);
    else if (
      lowered &&
      chance < RULED_OUT &&
      lowered.factor < (lowered.direct ? DIRECT_FACTOR : BY_FINDINGS)
    ) {
      const into = lowered.direct ? measured : follows;
      into.set(lowered.finding, [...(into.get(lowered.finding) ?? []), name]);
    } else untested.push(name);
  }
  const text = (finding: string) => findingText(dictionary.unit, job, finding);
  const lines = (by: ReadonlyMap<string, string[]>, how: string) =>
    [...by].map(([finding, names]) => `${listText(names, 6)} ${how}: ${text(finding)}.`);
  const called = itemName(dictionary, advice.item);
  return {
    measured: [
      ...(advice.ready && advice.proof ? [`${called} is at fault: ${text(advice.proof.finding)}.`] : []),
      ...lines(measured, "good"),
    ],
    follows: [
      ...(advice.ready && !advice.proof ? [`${called} is at fault: nothing else is left.`] : []),
      ...lines(follows, "ruled out, if there is only one fault"),
    ],
    claimed: job.claims.map((c) => c.text),
    untested: untested.length > 0 ? [`${listText(untested, 8)}: thought unlikely, and not tested.`] : [],
    open,
  };
}

/** Items with a part in them, by the chance they have and the finding that spoke most against them. */
function standingsOf(dictionary: Dictionary, posterior: Posterior, findings: readonly Evidence[]) {
  const { suspects, unit } = dictionary;
  const chances = new Map<string, number>();
  suspects.forEach((s, i) => {
    if (s.item === undefined || s.both !== undefined) return;
    const key = itemKey(dictionary, i);
    chances.set(key, (chances.get(key) ?? 0) + posterior.suspects[i]!);
  });
  const itemOf = new Map(unit.parts.map((p) => [p.id, p.item]));
  const touched = new Map(
    findings.map((f) => [f.id, new Set(directParts(unit, f).map((part) => itemOf.get(part)!))]),
  );
  const lowerings = loweringsOf(dictionary, posterior, findings, touched);
  return [...chances]
    .map(([id, chance]): { id: string; chance: number; lowered?: Lowering } => {
      const own = lowerings.get(id) ?? [];
      const direct = own.find((l) => l.direct && l.factor < DIRECT_FACTOR);
      const strongest = direct ?? own[0];
      return { id, chance, ...(strongest ? { lowered: strongest } : {}) };
    })
    .sort((a, b) => b.chance - a.chance);
}

/**
 * By how much each finding lowered each item's odds by itself: how well the item explains it, in the mean over its faults as
 * they started, against how well the rest does as it now stands. By item, strongest first.
 */
function loweringsOf(
  dictionary: Dictionary,
  { logs, fine, fineChances }: Posterior,
  findings: readonly Evidence[],
  touched: ReadonlyMap<string, ReadonlySet<string>>,
): Map<string, Lowering[]> {
  const keys = [...new Set(dictionary.suspects.map((_, i) => itemKey(dictionary, i)))];
  const itemOf = Int32Array.from(dictionary.suspects, (_, i) => keys.indexOf(itemKey(dictionary, i)));
  const priors = Float64Array.from(dictionary.suspects, (s) => s.prior);
  const all = new Map<string, Lowering[]>(keys.map((key) => [key, []]));
  // Per item: sums over its faults as they started, and as they now stand.
  const perItem = () => new Float64Array(keys.length);
  const [start, startWeight, now, nowWeight] = [perItem(), perItem(), perItem(), perItem()] as const;
  for (const finding of findings) {
    if (finding.kind === "claim") continue;
    const log = logs.get(finding.check.id);
    if (!log) continue;
    for (const sums of [start, startWeight, now, nowWeight]) sums.fill(0);
    for (let f = 0; f < fine.count; f++) {
      const likelihood = Math.exp(log[f]!);
      const suspect = fine.suspect[f]!;
      const item = itemOf[suspect]!;
      const weight = priors[suspect]! * fine.share[f]!;
      start[item]! += weight * likelihood;
      startWeight[item]! += weight;
      now[item]! += fineChances[f]! * likelihood;
      nowWeight[item]! += fineChances[f]!;
    }
    keys.forEach((key, item) => {
      // Summed over the others: what is left of a whole after an item that has nearly all of it is rounding.
      const [rest, restWeight] = [sumWithout(now, item), sumWithout(nowWeight, item)];
      const factor =
        start[item]! / startWeight[item]! / Math.max(1e-300, rest / Math.max(1e-300, restWeight));
      if (factor < 1)
        all.get(key)!.push({ finding: finding.id, factor, direct: touched.get(finding.id)!.has(key) });
    });
  }
  for (const lowerings of all.values()) lowerings.sort((a, b) => a.factor - b.factor);
  return all;
}

function sumWithout(list: Float64Array, left: number): number {
  return list.reduce((sum, value, i) => (i === left ? sum : sum + value), 0);
}
