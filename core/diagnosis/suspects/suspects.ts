import { modesOf, sizeGrid, sizesOf, type Fault, type UnitModel } from "#core/unit/index.ts";

/** A part in a failure mode, or one of the two suspects that are no fault of a part. */
export interface Suspect {
  readonly id: string;
  /** "Rinse heater HT1" */
  readonly name: string;
  /** "open" */
  readonly modeName: string;
  /** What it looks, sounds or smells like; "" for the two that are no fault of a part. */
  readonly looks: string;
  readonly part?: string;
  /** Replaceable item; undefined for the two that are no fault of a part. */
  readonly item?: string;
  /** Starting weight, normalised over the unit. */
  readonly prior: number;
  /** For a fault that comes and goes: the share of the time it shows. */
  readonly intermittent?: number;
  /** False where the part's readings are right and its work is not done. */
  readonly works: boolean;
  /** No part's own failure: a fault that the unit's geometry makes possible, looked into when the listed ones fit badly. */
  readonly unlisted?: UnlistedKind;
  /** Two faults at once: the two single suspects. */
  readonly both?: readonly [number, number];
}

/** One circuit to predict: a suspect at one size of its fault. */
export interface Case {
  readonly suspect: number;
  /** Share of the suspect's weight. */
  readonly share: number;
  /** Everything that is wrong: nothing in the healthy case, two faults in a pair. */
  readonly faults: readonly Fault[];
  /** Its faults are of the unit with its unlisted ones in. */
  readonly wide?: true;
}

/** What kinds of fault a unit's geometry makes possible. */
export type UnlistedKind =
  "bridge" | "chafed" | "changed-over" | "wrong-pin" | "poor-joint" | "other-value" | "other-load";

export const AS_IT_SHOULD = "as-it-should";
export const NOT_IN_MODEL = "not-in-model";

/** Starting weight of "works as it should" and of "something not in the model", against all faults together. */
const PRIOR_AS_IT_SHOULD = 0.02;
const PRIOR_NOT_IN_MODEL = 0.02;

export interface SuspectList {
  readonly suspects: readonly Suspect[];
  readonly cases: readonly Case[];
}

/**
 * Every failure mode of every part as a suspect, with its cases. Case 0 is the healthy unit.
 * Suspects 0 and 1 are "works as it should" and "something not in the model"; the latter has no case.
 */
export function listSuspects(unit: UnitModel): SuspectList {
  const suspects: Suspect[] = [
    {
      id: AS_IT_SHOULD,
      name: "Works as it should",
      modeName: "",
      looks: "",
      prior: PRIOR_AS_IT_SHOULD,
      works: true,
    },
    {
      id: NOT_IN_MODEL,
      name: "Something not in the model",
      modeName: "",
      looks: "",
      prior: PRIOR_NOT_IN_MODEL,
      works: true,
    },
  ];
  const cases: Case[] = [{ suspect: 0, share: 1, faults: [] }];
  const modes = unit.parts.flatMap((part) =>
    modesOf(part).map((mode) => ({
      part,
      mode,
      weight: part.weights[mode.id] ?? mode.weight,
    })),
  );
  const total = modes.reduce((sum, { weight }) => sum + weight, 0);
  for (const { part, mode, weight } of modes) {
    if (weight === 0) continue;
    const suspect = suspects.length;
    const prior = ((1 - PRIOR_AS_IT_SHOULD - PRIOR_NOT_IN_MODEL) * weight) / total;
    suspects.push({
      id: `${part.id}:${mode.id}`,
      name: part.name,
      modeName: mode.name,
      looks: mode.looks,
      part: part.id,
      item: part.item,
      prior,
      works: mode.works !== false,
      ...(mode.intermittent === undefined ? {} : { intermittent: mode.intermittent }),
    });
    const range = sizesOf(part, mode);
    const sizes: readonly (number | undefined)[] = range ? sizeGrid(range) : [undefined];
    for (const [i, severity] of sizes.entries())
      cases.push({
        suspect,
        share: shareOfSize(i, sizes.length),
        faults: [{ part: part.id, mode: mode.id, ...(severity === undefined ? {} : { severity }) }],
      });
  }
  return { suspects, cases };
}

/** Share of the range that size i of n stands for: the stretch halfway to its neighbours. */
function shareOfSize(i: number, n: number): number {
  if (n === 1) return 1;
  return (i === 0 || i === n - 1 ? 0.5 : 1) / (n - 1);
}
