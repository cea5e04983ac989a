import type { Dictionary, Posterior } from "#core/diagnosis/index.ts";

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
export function partSuspicions(
  { suspects }: Dictionary,
  { suspects: now, start }: Posterior,
): Record<string, PartSuspicion> {
  const sums = new Map<string, { chance: number; start: number }>();
  suspects.forEach(({ part }, i) => {
    if (part === undefined) return;
    const sum = sums.get(part) ?? { chance: 0, start: 0 };
    sums.set(part, { chance: sum.chance + now[i]!, start: sum.start + start[i]! });
  });
  return Object.fromEntries([...sums].map(([part, sum]) => [part, suspicion(sum.chance, sum.start)]));
}
