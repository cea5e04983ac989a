import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Evidence } from "./evidence.ts";
import { weigh, type Posterior } from "./posterior.ts";

/** A finding that most likely was a slip, and the one it cannot be squared with. */
export interface Contradiction {
  readonly finding: string;
  /** Chance that it was a slip. */
  readonly chance: number;
  readonly against?: string;
}

/** From this chance of a slip on, a reading is worth taking again. */
const DOUBTED = 0.5;
/** Findings tried as the other side of a contradiction at most: the latest ones. */
const MOST_TRIED = 24;

/**
 * Readings that do not fit what the other findings say, most doubtful first: the first is the one to measure again.
 * The other side is the finding without which the reading would be believed most.
 */
export function contradictions(
  dictionary: Dictionary,
  posterior: Posterior,
  findings: readonly Evidence[],
): Contradiction[] {
  return lastReadings(findings)
    .map(({ id, check }) => ({ finding: id, check: check.id, chance: slipChance(posterior, check.id) }))
    .filter((d) => d.chance > DOUBTED)
    .sort((a, b) => b.chance - a.chance)
    .map(({ finding, check, chance }) => {
      const against = otherSide(dictionary, findings, check, chance);
      return { finding, chance, ...(against === undefined ? {} : { against }) };
    });
}

function lastReadings(findings: readonly Evidence[]) {
  const last = new Map<string, Extract<Evidence, { kind: "reading" }>>();
  for (const f of findings) if (f.kind === "reading") last.set(f.check.id, f);
  return [...last.values()];
}

/** Chance that the last reading of a check was a slip, over all cases that still count. */
export function slipChance(posterior: Posterior, check: string): number {
  const repeated = posterior.readings.get(check);
  if (!repeated) return 0;
  let sum = 0;
  posterior.fineChances.forEach((chance, i) => {
    if (chance > 1e-5) sum += chance * repeated.slipped(i);
  });
  return sum + posterior.notInModel * repeated.slipped(posterior.fine.count);
}

function otherSide(
  dictionary: Dictionary,
  findings: readonly Evidence[],
  check: string,
  chance: number,
): string | undefined {
  let best: string | undefined;
  let least = 0.7 * chance;
  for (const f of findings.slice(-MOST_TRIED)) {
    if (f.kind === "claim" || f.check.id === check) continue;
    const without = weigh(
      dictionary,
      findings.filter((other) => other !== f),
    );
    const then = slipChance(without, check);
    if (then >= least) continue;
    least = then;
    best = f.id;
  }
  return best;
}
