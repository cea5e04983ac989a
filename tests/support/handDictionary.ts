import {
  readingCheck,
  type Case,
  type Check,
  type Dictionary,
  type ReadingRow,
  type Suspect,
} from "#core/diagnosis/index.ts";
import { twoOf } from "../../core/diagnosis/dictionary/rows.ts";
import type { Stand } from "#core/sequence/index.ts";
import { glasswasher } from "./glasswasher.ts";

/** A way to fail: its item, its chance, and what each check reads then, one entry per size of the fault. */
export interface HandFault {
  readonly id: string;
  readonly prior: number;
  /** Per size: the reading of every check, in the checks' order. */
  readonly sizes: readonly (readonly number[])[];
}

/**
 * A dictionary written by hand, for examples whose answers are known: every check is a DC voltage read with a standard
 * deviation of 0.05. The points are borrowed from the glasswasher and mean nothing.
 */
export function handDictionary(
  checks: readonly string[],
  healthy: readonly number[],
  faults: readonly HandFault[],
): Dictionary {
  const unit = glasswasher();
  const none = (id: string): Suspect => ({
    id,
    name: id,
    modeName: "",
    looks: "",
    prior: 1e-12,
    works: true,
  });
  const suspects: Suspect[] = [
    none("as-it-should"),
    none("not-in-model"),
    ...faults.map(({ id, prior }) => ({ ...none(id), part: id, item: id, prior })),
  ];
  const cases: Case[] = [
    { suspect: 0, share: 1, faults: [] },
    ...faults.flatMap((f, i) =>
      f.sizes.map(() => ({ suspect: i + 2, share: 1 / f.sizes.length, faults: [] })),
    ),
  ];
  const rows = checks.map((_, c): ReadingRow => {
    const mean = Float32Array.from([healthy[c]!, ...faults.flatMap((f) => f.sizes.map((s) => s[c]!))]);
    return {
      check: handCheck(checks, c),
      mean,
      sd: new Float32Array(cases.length).fill(0.05),
      slope: new Float32Array(cases.length),
    };
  });
  const rowOf = (check: Check) => rows.find((r) => r.check.id === check.id)!;
  return {
    unit,
    suspects,
    cases,
    rows,
    row: rowOf,
    beside: (i, asked) => new Map(asked.map((check) => [check.id, twoOf(rowOf(check), i) as ReadingRow])),
    chattering: [],
    symptoms: () => undefined,
    symptomsSoFar: () => undefined,
    acceptSymptoms: () => undefined,
    opens: () => new Set(),
    reaches: () => true,
    stand: () => EVERYWHERE,
    unopened: () => new Map(),
    alone: () => ({ rows: new Map(), opens: () => new Set() }),
    withMore() {
      return this;
    },
  };
}

/** A unit whose faults are told by hand stands in every state as it is asked to. */
export const EVERYWHERE: Stand = {
  key: "",
  state: { power: "live", positions: {}, celsius: {}, drives: [] },
  reached: true,
  opened: [],
  seconds: Infinity,
};

const HERE = { state: "standby", lifts: [] };

export function handCheck(checks: readonly string[], c: number) {
  const points = glasswasher().points.filter((p) => p.side === "low-voltage");
  return { ...readingCheck(HERE, "vdc", points[1]!.id, points[0]!.id), id: checks[c]! };
}
