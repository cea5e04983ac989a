import { modesOf, sizesOf, type ModeKind, type Part, type UnitModel } from "#core/unit/index.ts";
import type { TruthFault } from "./elements.ts";

/** A fault of a unit by its starting weight, its size from a continuous range; never two of one part. */
export function sampleFaults(unit: UnitModel, count: number, random: () => number): TruthFault[] {
  const all = unit.parts.flatMap((part) =>
    modesOf(part).flatMap((mode) => {
      const weight = part.weights[mode.id] ?? mode.weight;
      return weight > 0 ? [{ part, mode, weight }] : [];
    }),
  );
  const faults: TruthFault[] = [];
  while (faults.length < count) {
    let at = random() * all.reduce((sum, f) => sum + f.weight, 0);
    const chosen = all.find((f) => (at -= f.weight) <= 0) ?? all.at(-1)!;
    if (faults.some((f) => f.part === chosen.part.id)) continue;
    faults.push(faultOf(chosen.part, chosen.mode, random));
  }
  return faults;
}

/** The fault at a size drawn from its range, and a little beyond, evenly on a logarithmic scale. */
export function faultOf(part: Part, mode: ModeKind, random: () => number): TruthFault {
  const range = sizesOf(part, mode);
  if (!range) return { part: part.id, mode: mode.id };
  const { from, to } = range;
  const reach = 1.1;
  // A share of what it should be stays one.
  const [low, high] = [from / reach, to < 1 ? Math.min(0.97, to * reach) : to * reach];
  return { part: part.id, mode: mode.id, severity: low * (high / low) ** random() };
}
