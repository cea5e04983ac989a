import type { Trial, TrialCheck } from "#core/diagnosis/index.ts";
import type { UnitModel } from "#core/unit/index.ts";

/** What a trial is called where one is chosen. */
export const TRIAL_NAME: Readonly<Record<Trial, string>> = {
  swap: "Swapped for a known-good one",
  bypass: "Jumper across it, for a moment",
  feed: "Powered directly from a safe source",
  strip: "Taken off the supply",
  bench: "Tested on its own",
};

/** What a trial asks, and its two answers. */
interface TrialWords {
  readonly question: string;
  readonly yes: string;
  readonly no: string;
}

export function trialWords(unit: UnitModel, { trial, subject, off }: TrialCheck): TrialWords {
  const part = unit.parts.find((p) => p.id === subject)?.name ?? subject;
  switch (trial) {
    case "swap": {
      const item = unit.items.find((i) => i.id === subject)?.name ?? subject;
      return {
        question: `Swap: ${item} for a known-good one. Is the fault gone?`,
        yes: "gone",
        no: "still there",
      };
    }
    case "bypass":
      return {
        question: `Jumper across ${part}, held for a moment. Is the fault gone?`,
        yes: "gone",
        no: "still there",
      };
    case "feed":
      return { question: `${part}, powered directly. Does it run?`, yes: "runs", no: "does not run" };
    case "strip": {
      if (off) return tryWords(unit, off);
      const lift = unit.lifts.find((l) => l.id === subject)?.name ?? subject;
      return { question: `${lift}, then live. Does it hold?`, yes: "it holds", no: "it opens" };
    }
    case "bench":
      return { question: `${part}, on its own. Does it test good?`, yes: "good", no: "bad" };
  }
}

/** A try of the strip-down: what was off, and whether what protects held. */
function tryWords(unit: UnitModel, off: readonly string[]): TrialWords {
  const name = (id: string) => unit.parts.find((p) => p.id === id)?.name ?? id;
  const what =
    off.length === 0
      ? "Everything on"
      : off.length > 3
        ? `${off.length} loads off, ${off.slice(0, 2).map(name).join(", ")} among them`
        : `${off.map(name).join(", ")} off`;
  return { question: `${what}, then live. Does it hold?`, yes: "holds", no: "opens" };
}
