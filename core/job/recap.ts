import { itemKey, STANDING, type Dictionary, type Posterior } from "#core/diagnosis/index.ts";
import { findingText } from "./callView.ts";
import type { JobState } from "./replay.ts";
import { itemName, listText } from "./words.ts";

/** Where the job stands, in sentences: what a finding has proven, what is only thought unlikely, what is open. */
export interface Recap {
  readonly proven: readonly string[];
  readonly assumed: readonly string[];
  readonly open: readonly string[];
}

/** An item below this share, and brought there by one finding, is cleared by it. */
const CLEARED = 0.01;
const CLEARING_FACTOR = 1 / 5;

interface Standing {
  readonly id: string;
  readonly chance: number;
  /** Finding that lowered its odds most, with the factor. */
  readonly lowered?: { readonly finding: string; readonly factor: number };
}

export function recapOf(
  dictionary: Dictionary,
  posterior: Posterior,
  job: JobState,
  ready?: { item: string; proof?: string },
): Recap {
  const standings = standingsOf(dictionary, posterior);
  const cleared = new Map<string, string[]>();
  const assumed: string[] = [];
  const open: string[] = [];
  for (const { id, chance, lowered } of standings) {
    const name = itemName(dictionary, id);
    if (chance >= STANDING) open.push(`${name}, ${Math.round(100 * chance)} %`);
    else if (lowered && chance < CLEARED && lowered.factor < CLEARING_FACTOR)
      cleared.set(lowered.finding, [...(cleared.get(lowered.finding) ?? []), name]);
    else assumed.push(name);
  }
  const text = (finding: string) => findingText(dictionary.unit, job, finding);
  const called =
    ready?.proof === undefined
      ? []
      : [`${itemName(dictionary, ready.item)} is at fault: ${text(ready.proof)}.`];
  return {
    proven: [
      ...called,
      ...[...cleared].map(([finding, names]) => `${listText(names, 6)} cleared: ${text(finding)}.`),
    ],
    assumed: assumed.length > 0 ? [`${listText(assumed, 8)}: thought unlikely, and not tested.`] : [],
    open,
  };
}

/** Items with a part in them, by the chance they have and the finding that spoke most against them. */
function standingsOf(dictionary: Dictionary, posterior: Posterior): Standing[] {
  const sums = (suspects: Float64Array) => {
    const chances = new Map<string, number>();
    dictionary.suspects.forEach((s, i) => {
      if (s.item !== undefined && s.both === undefined)
        chances.set(itemKey(dictionary, i), (chances.get(itemKey(dictionary, i)) ?? 0) + suspects[i]!);
    });
    return chances;
  };
  const odds = (p: number) => p / Math.max(1e-12, 1 - p);
  let before = sums(posterior.start);
  const lowered = new Map<string, { finding: string; factor: number }>();
  for (const { id, suspects } of posterior.after) {
    const now = sums(suspects);
    for (const [item, p] of now) {
      const factor = odds(p) / Math.max(1e-15, odds(before.get(item)!));
      if (factor < (lowered.get(item)?.factor ?? 1)) lowered.set(item, { finding: id, factor });
    }
    before = now;
  }
  return [...sums(posterior.suspects)]
    .map(([id, chance]) => ({ id, chance, ...(lowered.has(id) ? { lowered: lowered.get(id)! } : {}) }))
    .sort((a, b) => b.chance - a.chance);
}
