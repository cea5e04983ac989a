import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Posterior } from "../inference/posterior.ts";
import { AS_IT_SHOULD } from "./suspects.ts";

/**
 * Share of repairs that do not take: the wrong part, a wire on the wrong pin, a part that was dead in its box. Common practice,
 * no source.
 */
const FAILED_REPAIR = 0.05;
/** No suspect leaves the list for good. */
const LEAST = 1e-9;

/**
 * The dictionary of the unit once items of it were repaired: a new unit, whose faults start from what the findings on the old
 * one left. What spoke for the repaired items' faults speaks for a sound unit now, but for the repairs that do not take;
 * of two faults at once the other stays.
 * @param weighed the findings before the repair, over this dictionary or a wider one that begins with its suspects
 */
export function afterRepair(
  dictionary: Dictionary,
  weighed: { readonly dictionary: Dictionary; readonly posterior: Posterior },
  items: readonly string[],
): Dictionary {
  const { suspects } = dictionary;
  const wide = weighed.dictionary.suspects;
  const isRepaired = (item: string | undefined) => item !== undefined && items.includes(item);
  const chance = new Float64Array(suspects.length);
  const sound = suspects.findIndex((s) => s.id === AS_IT_SHOULD);
  let mended = 0;
  wide.forEach(({ item, both }, i) => {
    const p = weighed.posterior.suspects[i]!;
    // Of two faults the one that was not mended stays; where neither was, half a suspicion on each.
    const left = both?.filter((one) => !isRepaired(wide[one]!.item)) ?? [];
    if (left.length > 0) for (const one of left) chance[one]! += p / left.length;
    // A fault that no list has goes with the item that it was of.
    else if (both || isRepaired(item) || i >= suspects.length) mended += p;
    else chance[i]! += p;
  });
  chance[sound]! += (1 - FAILED_REPAIR) * mended;
  const shelf = suspects.reduce((all, { item, prior }) => all + (isRepaired(item) ? prior : 0), 0);
  suspects.forEach(({ item, prior }, i) => {
    if (isRepaired(item)) chance[i]! += (FAILED_REPAIR * mended * prior) / shelf;
    chance[i] = Math.max(LEAST, chance[i]!);
  });
  const sum = chance.reduce((all, p) => all + p, 0);
  return { ...dictionary, suspects: suspects.map((s, i) => ({ ...s, prior: chance[i]! / sum })) };
}
