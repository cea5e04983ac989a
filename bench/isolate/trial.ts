import { readFileSync } from "node:fs";
import {
  buildDictionary,
  observationCheck,
  playFault,
  twinsOf,
  type Dictionary,
  type Play,
  type PlayOptions,
  type Truth,
} from "#core/diagnosis/index.ts";
import { seeded } from "#core/quantity/index.ts";
import { modesOf, readUnitOrThrow, type UnitModel } from "#core/unit/index.ts";
import { complaintOf, middleCases } from "../../bin/cli/playAll.ts";
import { faultOf } from "../truth/sample.ts";
import { freshTruth } from "#core/practice/index.ts";

/** What every play of the evaluation meets. */
export const SETTING = { noise: 0.02, slips: 0.02 };

/** One unit under trial: its dictionary, and every fault that its user would notice. */
export interface Bench {
  readonly unit: UnitModel;
  readonly dictionary: Dictionary;
  readonly complaint: readonly string[];
  readonly faults: readonly { readonly id: string; readonly truth: Truth }[];
  /** Per suspect, those that no check tells from it. */
  readonly twins: ReadonlyMap<string, ReadonlySet<string>>;
}

/** @param every of the faults only every so many-th is played */
export function setUp(file: string, every = 1): Bench {
  return setUpUnit(readUnitOrThrow(JSON.parse(readFileSync(file, "utf8"))), every);
}

export function setUpUnit(unit: UnitModel, every = 1): Bench {
  const dictionary = buildDictionary(unit);
  const { suspects, rows } = dictionary;
  const complaint = complaintOf(dictionary);
  // A size that no list has, drawn from the range that the listed ones span and a little beyond.
  const random = seeded(7);
  const faults = unit.parts
    .flatMap((part) =>
      modesOf(part)
        .filter((mode) => (part.weights[mode.id] ?? mode.weight) > 0)
        .map((mode) => ({ id: `${part.id}:${mode.id}`, fault: faultOf(part, mode, random) })),
    )
    .filter((_, i) => i % every === 0)
    .map(({ id, fault }) => ({ id, truth: freshTruth(unit, [fault]) }))
    .filter(({ truth }) => isNoticed(dictionary, complaint, truth));
  const middle = middleCases(dictionary);
  const twins = new Map(
    [...twinsOf(dictionary, rows, (s) => middle.get(s))].map(([s, alike]) => [
      suspects[s]!.id,
      new Set(alike.map((t) => suspects[t]!.id)),
    ]),
  );
  return { unit, dictionary, complaint, faults, twins };
}

/** What the customer does not notice is no job. */
export function isNoticed(dictionary: Dictionary, complaint: readonly string[], truth: Truth): boolean {
  return complaint.some((id) => {
    const check = observationCheck(dictionary.unit, id);
    const row = dictionary.row(check);
    const said = truth(check);
    return "chance" in row && said !== undefined && said !== row.chance[0]! > 0.5;
  });
}

export function playOn(
  { dictionary, complaint }: Bench,
  truth: Truth,
  order: PlayOptions["order"],
  seed: number,
  more: Pick<PlayOptions, "mostChecks" | "mostMinutes" | "singlesOnly"> = {},
): Play {
  return playFault(dictionary, truth, {
    order,
    ...SETTING,
    random: seeded(seed),
    complaint,
    ...more,
  });
}

/** Whether an item is the failed part's, or that of a fault that no check tells from it. */
export function isRight({ dictionary, twins }: Bench, fault: string, item: string): boolean {
  const itemOf = (id: string) => dictionary.suspects.find((s) => s.id === id)!.item;
  return itemOf(fault) === item || [...(twins.get(fault) ?? [])].some((t) => itemOf(t) === item);
}

export function mean(list: readonly number[]): number {
  return list.reduce((sum, x) => sum + x, 0) / Math.max(1, list.length);
}

/** The value below which a share of the list lies. */
export function quantile(list: readonly number[], share: number): number {
  const sorted = [...list].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? NaN;
}
