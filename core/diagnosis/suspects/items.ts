import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Posterior } from "../inference/posterior.ts";

/** What the technician decides between: a replaceable item, or one of the two suspects that are none. */
export interface ItemChance {
  /** Item id, or the suspect's id where there is no item. */
  readonly id: string;
  readonly chance: number;
  /** Indices into the dictionary's suspects, most likely first. */
  readonly suspects: readonly number[];
}

/** Key under which a suspect counts when it is asked what to replace. */
export function itemKey(dictionary: Dictionary, suspect: number): string {
  const { item, id } = dictionary.suspects[suspect]!;
  return item ?? id;
}

/** Suspects gathered by replaceable item, most likely first. */
export function byItem(dictionary: Dictionary, posterior: Pick<Posterior, "suspects">): ItemChance[] {
  const groups = new Map<string, number[]>();
  dictionary.suspects.forEach((_, i) => {
    const key = itemKey(dictionary, i);
    groups.set(key, [...(groups.get(key) ?? []), i]);
  });
  const chance = (i: number) => posterior.suspects[i]!;
  return [...groups]
    .map(([id, list]) => ({
      id,
      chance: list.reduce((sum, i) => sum + chance(i), 0),
      suspects: list.sort((a, b) => chance(b) - chance(a)),
    }))
    .sort((a, b) => b.chance - a.chance);
}

/** Items by number, for sums over cases. */
export interface ItemIndex {
  readonly keys: readonly string[];
  /** Per case, the index of its item. */
  readonly ofCase: Int32Array;
  /** Index of the entry that stands for "not in the model". */
  readonly outside: number;
}

const indices = new WeakMap<Dictionary, ItemIndex>();

export function indexItems(dictionary: Dictionary): ItemIndex {
  let index = indices.get(dictionary);
  if (!index) {
    const keys = [...new Set(dictionary.suspects.map((_, i) => itemKey(dictionary, i)))];
    const ofCase = Int32Array.from(dictionary.cases, (c) => keys.indexOf(itemKey(dictionary, c.suspect)));
    index = { keys, ofCase, outside: keys.indexOf(itemKey(dictionary, 1)) };
    indices.set(dictionary, index);
  }
  return index;
}

/** Chance of every item, in the index's order. */
export function itemChances(dictionary: Dictionary, posterior: Posterior, items: ItemIndex): Float64Array {
  const chances = new Float64Array(items.keys.length);
  for (let i = 0; i < dictionary.cases.length; i++) chances[items.ofCase[i]!]! += posterior.cases[i]!;
  chances[items.outside]! += posterior.notInModel;
  return chances;
}
