import type { Dictionary, Posterior, Suspect } from "#core/diagnosis/index.ts";

/** Below this chance something counts as ruled out … */
export const RULED_OUT = 0.01;
/** … if findings made it so much less likely: what the catalogue thinks unlikely is not ruled out before anybody looked. */
export const BY_FINDINGS = 1 / 5;

/** How a part stands. */
export interface PartSuspicion {
  /** Chance that the part, in any of its failure modes, is at fault. */
  readonly chance: number;
  readonly ruledOut: boolean;
}

/** How one thing stands that had a chance of `start` before any finding. */
export function suspicion(chance: number, start: number): PartSuspicion {
  return { chance, ruledOut: chance < RULED_OUT && chance < BY_FINDINGS * start };
}

/** How each part stands that can fail, over all its failure modes. */
export function partSuspicions(dictionary: Dictionary, posterior: Posterior): Record<string, PartSuspicion> {
  return Object.fromEntries(
    summed(
      posterior,
      dictionary.suspects.map((s) => s.part),
    ),
  );
}

/** How many of a unit's listed suspects, and of the items they are in, no finding has ruled out yet. */
export function leftOf(
  suspects: readonly Suspect[],
  posterior: Posterior,
): { suspects: number; items: number } {
  const listed = suspects.map((s, i) => (s.item === undefined ? undefined : String(i)));
  const items = suspects.map((s) => s.item);
  const left = (of: readonly (string | undefined)[]) =>
    [...summed(posterior, of).values()].filter((s) => !s.ruledOut).length;
  return { suspects: left(listed), items: left(items) };
}

/** The suspects' chances summed by a name each has; those without one are left out. */
function summed(
  { suspects: now, start }: Posterior,
  names: readonly (string | undefined)[],
): Map<string, PartSuspicion> {
  const sums = new Map<string, { chance: number; start: number }>();
  names.forEach((name, i) => {
    if (name === undefined) return;
    const sum = sums.get(name) ?? { chance: 0, start: 0 };
    sums.set(name, { chance: sum.chance + now[i]!, start: sum.start + start[i]! });
  });
  return new Map([...sums].map(([name, sum]) => [name, suspicion(sum.chance, sum.start)]));
}
