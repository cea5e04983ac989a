import type { SizeRange } from "#core/unit/index.ts";
import { sizesOf, modesOf } from "#core/unit/index.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import { sizeAt } from "./fineCases.ts";
import type { Posterior } from "./posterior.ts";

/** How large a fault is by the findings: nine tenths of its chance lie between `low` and `high`, half below `middle`. */
export interface FaultSize {
  readonly low: number;
  readonly middle: number;
  readonly high: number;
  readonly as: SizeRange["as"];
}

/** The size of a suspect; undefined where it has none. */
export function sizeOf(dictionary: Dictionary, posterior: Posterior, suspect: number): FaultSize | undefined {
  const { fine, fineChances } = posterior;
  const entries: { size: number; chance: number }[] = [];
  let sum = 0;
  fine.suspect.forEach((s, f) => {
    if (s !== suspect) return;
    const size = sizeAt(dictionary, fine, f);
    if (size === undefined) return;
    entries.push({ size, chance: fineChances[f]! });
    sum += fineChances[f]!;
  });
  if (entries.length < 2 || sum === 0) return undefined;
  entries.sort((a, b) => a.size - b.size);
  const at = (share: number) => {
    let below = 0;
    return entries.find(({ chance }) => (below += chance) >= share * sum)!.size;
  };
  return { low: at(0.05), middle: at(0.5), high: at(0.95), as: kindOf(dictionary, suspect) };
}

/** A path between conductors is in ohms; a part's own failure by its catalogue. */
function kindOf({ unit, suspects }: Dictionary, suspect: number): SizeRange["as"] {
  const { part: id, id: name, unlisted } = suspects[suspect]!;
  if (unlisted === "other-value") return "times";
  const part = unit.parts.find((p) => p.id === id);
  const mode = part && modesOf(part).find((m) => `${part.id}:${m.id}` === name);
  return (part && mode && sizesOf(part, mode)?.as) ?? "ohms";
}
