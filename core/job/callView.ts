import {
  fromScale,
  toScale,
  type CallAdvice,
  type Dictionary,
  type Posterior,
} from "#core/diagnosis/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { valueOf } from "./events.ts";
import type { JobState } from "./replay.ts";
import { checkText, itemName, resultText, setupText, valueText } from "./words.ts";

export interface CallView {
  readonly item: string;
  readonly itemName: string;
  readonly chance: number;
  readonly ready: boolean;
  readonly suspect: string;
  readonly suspectText: string;
  readonly proof?: { readonly finding: string; readonly text: string };
  /** What the proof finding would have read had another item been at fault. */
  readonly disproof?: string;
  readonly next: readonly { readonly name: string; readonly chance: number }[];
}

export function callView(
  dictionary: Dictionary,
  posterior: Posterior,
  job: JobState,
  advice: CallAdvice,
): CallView {
  const suspect = dictionary.suspects[advice.suspect]!;
  const proof = advice.proof && {
    finding: advice.proof.finding,
    text: findingText(dictionary.unit, job, advice.proof.finding),
  };
  const disproof = proof && disproofOf(dictionary, posterior, job, proof.finding, advice.item);
  return {
    item: advice.item,
    itemName: itemName(dictionary, advice.item),
    chance: advice.chance,
    ready: advice.ready,
    suspect: suspect.id,
    suspectText: suspectText(dictionary, advice.suspect),
    ...(proof ? { proof } : {}),
    ...(disproof ? { disproof } : {}),
    next: advice.next.map((n) => ({ name: itemName(dictionary, n.item), chance: n.chance })),
  };
}

/** What the proving check reads under the likeliest suspect, before it, of another item that would read differently. */
function disproofOf(
  dictionary: Dictionary,
  posterior: Posterior,
  job: JobState,
  finding: string,
  item: string,
): string | undefined {
  const entry = job.ledger.find((e) => e.event.id === finding);
  if (!entry) return undefined;
  const row = dictionary.row(entry.check);
  const step = posterior.after.findIndex((a) => a.id === finding);
  const before = step > 0 ? posterior.after[step - 1]!.suspects : posterior.start;
  if ("chance" in row) return undefined;
  const value =
    entry.body.result.kind === "value" ? toScale(row.check.fn, valueOf(entry.body.result.value)) : undefined;
  if (value === undefined) return undefined;
  let best = -1;
  dictionary.cases.forEach((c, i) => {
    const suspect = dictionary.suspects[c.suspect]!;
    const differs = Math.abs(row.mean[i]! - value) > 4 * row.sd[i]!;
    if (
      suspect.item !== undefined &&
      suspect.item !== item &&
      differs &&
      (best < 0 || before[c.suspect]! > before[dictionary.cases[best]!.suspect]!)
    )
      best = i;
  });
  if (best < 0) return undefined;
  const other = dictionary.suspects[dictionary.cases[best]!.suspect]!;
  return `${valueText(row.check.fn, fromScale(row.check.fn, row.mean[best]!), 3)} there would have pointed to ${itemName(dictionary, other.item!)} instead.`;
}

export function suspectText(dictionary: Dictionary, index: number): string {
  const { name, modeName } = dictionary.suspects[index]!;
  return modeName === "" ? name : `${name}, ${modeName}`;
}

export function findingText(unit: UnitModel, job: JobState, id: string): string {
  const entry = job.ledger.find((e) => e.event.id === id);
  if (!entry) return job.claims.find((c) => c.event.id === id)?.text ?? "an earlier claim";
  const result = resultText(unit, entry.body);
  return entry.check.kind === "observation"
    ? result
    : `${result}, ${checkText(unit, entry.check)}, ${setupText(unit, entry.check)}`;
}
