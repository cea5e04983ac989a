import { CATALOGUE } from "#core/unit/index.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import { byItem, itemKey } from "../suspects/items.ts";
import type { Posterior } from "../inference/posterior.ts";
import { ECONOMY, type Economy } from "../planning/stopping.ts";

/** What is to be replaced, if the findings carry it, and the finding that proves it. */
export interface CallAdvice {
  readonly item: string;
  readonly chance: number;
  /** Likeliest suspect of the item. */
  readonly suspect: number;
  /** True when the chance reaches the chance wanted and the item is a real one. */
  readonly ready: boolean;
  /** Finding that raised the item's odds most, and the factor. Undefined when nothing raised them. */
  readonly proof?: { readonly finding: string; readonly factor: number };
  /** Items next in line, with their chances. */
  readonly next: readonly { readonly item: string; readonly chance: number }[];
}

export function adviseCall(
  dictionary: Dictionary,
  posterior: Posterior,
  { callChance }: Economy = ECONOMY,
): CallAdvice {
  const items = byItem(dictionary, posterior);
  const first = items[0]!;
  const isItem = dictionary.suspects[first.suspects[0]!]!.item !== undefined;
  const proof = proofOf(dictionary, posterior, first.id);
  return {
    item: first.id,
    chance: first.chance,
    suspect: first.suspects[0]!,
    ready: isItem && first.chance >= callChance && !waitsForCause(dictionary, posterior, first.suspects[0]!),
    ...(proof ? { proof } : {}),
    next: items.slice(1, 4).map(({ id, chance }) => ({ item: id, chance })),
  };
}

/** Chance of causes together above which a fuse, a breaker or a leakage device that has opened is not called by itself. */
const CAUSES_LEFT = 0.005;

/** Whether the leading suspect is something protective that has opened, and what would open it is not ruled out. */
function waitsForCause(dictionary: Dictionary, posterior: Posterior, suspect: number): boolean {
  const { unit, suspects, cases } = dictionary;
  const { part, id } = suspects[suspect]!;
  const protective = CATALOGUE.get(unit.parts.find((p) => p.id === part)?.type ?? "")?.protective;
  if (!protective || id !== `${part}:${protective.mode}`) return false;
  let causes = 0;
  cases.forEach((c, i) => {
    if (c.suspect !== suspect && dictionary.opens(i).has(part!)) causes += posterior.cases[i]!;
  });
  return causes > CAUSES_LEFT;
}

/** The finding that multiplied the odds of an item most. */
export function proofOf(
  dictionary: Dictionary,
  posterior: Posterior,
  item: string,
): { finding: string; factor: number } | undefined {
  const odds = (suspects: Float64Array) => {
    let chance = 0;
    suspects.forEach((p, i) => (chance += itemKey(dictionary, i) === item ? p : 0));
    return chance / Math.max(1e-12, 1 - chance);
  };
  let before = odds(posterior.start);
  let best: { finding: string; factor: number } | undefined;
  for (const { id, suspects } of posterior.after) {
    const now = odds(suspects);
    const factor = now / before;
    if (factor > 1 && (best === undefined || factor > best.factor)) best = { finding: id, factor };
    before = now;
  }
  return best;
}
