import {
  fromScale,
  playFault,
  twinsOf,
  type Dictionary,
  type Order,
  type Truth,
} from "#core/diagnosis/index.ts";
import { CATALOGUE } from "#core/unit/index.ts";
import { seeded } from "#core/quantity/index.ts";

/** Every suspect at the middle of its sizes, by the dictionary itself. */
export function ownTruths(dictionary: Dictionary): Map<string, Truth> {
  const truths = new Map<string, Truth>();
  for (const [suspect, index] of middleCases(dictionary))
    truths.set(dictionary.suspects[suspect]!.id, (check) => {
      const row = dictionary.row(check);
      if (!("chance" in row)) return fromScale(row.check.fn, row.mean[index]!);
      return (row.badly?.[index] ?? 0) > 0.5 ? "badly" : row.chance[index]! > 0.5;
    });
  return truths;
}

/** Of every suspect that is a fault of a part, the case at the middle of its sizes. */
export function middleCases(dictionary: Dictionary): Map<number, number> {
  const middle = new Map<number, number>();
  dictionary.suspects.forEach(({ part }, suspect) => {
    if (part === undefined) return;
    const own = dictionary.cases.flatMap((c, i) => (c.suspect === suspect ? [i] : []));
    middle.set(suspect, own[own.length >> 1]!);
  });
  return middle;
}

/** What the intake asks: whether each thing works, what is heard, how far it comes, which code it shows, what trips. */
export function complaintOf({ unit }: Dictionary): string[] {
  const asked = ["works", "listen", "reaches", "code"];
  // Its user sees a lever that is down; a fuse on the board only who opens the unit.
  const resets = (part: string | undefined) =>
    CATALOGUE.get(unit.parts.find((p) => p.id === part)?.type ?? "")?.protective?.resets === true;
  return unit.observations
    .filter((o) => asked.includes(o.kind) || (o.kind === "opens" && resets(o.part)))
    .map((o) => o.id);
}

export interface PlayedFault {
  readonly fault: string;
  /** Item called, or guessed where the chance did not carry a call. */
  readonly item: string;
  readonly right: boolean;
  readonly called: boolean;
  readonly chance: number;
  readonly checks: readonly string[];
  readonly minutes: number;
}

export interface PlayedUnit {
  readonly plays: readonly PlayedFault[];
  readonly rightShare: number;
  readonly wrongShare: number;
  readonly meanChecks: number;
  readonly meanMinutes: number;
}

/**
 * Plays every truth from the complaint to the call. Right is the failed part's item, or one that no check tells from it.
 */
export function playAll(
  dictionary: Dictionary,
  truths: ReadonlyMap<string, Truth>,
  { order, noise, slips, seed }: { order: Order; noise: number; slips: number; seed: number },
): PlayedUnit {
  const { suspects } = dictionary;
  const complaint = complaintOf(dictionary);
  const twins = new Map<string, Set<string>>();
  const middle = middleCases(dictionary);
  for (const [i, alike] of twinsOf(dictionary, dictionary.rows, (s) => middle.get(s)))
    twins.set(suspects[i]!.id, new Set(alike.map((s) => suspects[s]!.item!)));
  const plays = [...truths].map(([fault, truth], i): PlayedFault => {
    // The name of a fault may end in its size.
    const id = fault.split(":").slice(0, 2).join(":");
    const { item: wanted } = suspects.find((s) => s.id === id)!;
    const played = playFault(dictionary, truth, { order, noise, slips, random: seeded(seed + i), complaint });
    const right = played.item === wanted || (twins.get(id)?.has(played.item) ?? false);
    return {
      fault,
      item: played.item,
      right,
      called: played.ready,
      chance: Number(played.chance.toPrecision(4)),
      checks: played.steps.map((s) => s.check.id),
      minutes: Number(played.minutes.toFixed(2)),
    };
  });
  const mean = (pick: (p: PlayedFault) => number) =>
    plays.reduce((sum, p) => sum + pick(p), 0) / Math.max(1, plays.length);
  return {
    plays,
    rightShare: mean((p) => Number(p.right)),
    wrongShare: mean((p) => Number(p.called && !p.right)),
    meanChecks: mean((p) => p.checks.length),
    meanMinutes: mean((p) => p.minutes),
  };
}
