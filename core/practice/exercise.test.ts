import { describe, expect, test } from "@jest/globals";
import { demoUnit } from "../../tests/support/demoUnits.ts";
import { StateRuns } from "../sequence/index.ts";
import { OTHER_VALUE } from "../unit/index.ts";
import { EXERCISE_KINDS, freshTruth, hide, signsOf, type ExerciseKind } from "./index.ts";

const dock = demoUnit("dock-bd3");
const washer = demoUnit("glasswasher-gw4");
const kind = (k: ExerciseKind, seed: number, unit = dock, difficulty: 1 | 2 | 3 = 2) =>
  hide(unit, { kind: k, difficulty, seed });

describe("an exercise", () => {
  test.each(EXERCISE_KINDS.filter((k) => k !== "trips"))("%s: the same seed hides the same", (k) => {
    expect(kind(k, 11)).toEqual(kind(k, 11));
    expect(kind(k, 11)!.signs.length).toBeGreaterThan(0);
  });

  test("of another seed is another", () => {
    const faults = new Set([1, 2, 3, 4, 5, 6].map((s) => JSON.stringify(kind("dead load", s)!.faults)));
    expect(faults.size).toBeGreaterThan(2);
  });

  test("shows something to whoever owns the unit, and nothing that works is called broken", () => {
    for (const seed of [1, 2, 3, 4]) {
      const { faults, signs } = kind("dead load", seed)!;
      expect(signs).toEqual(signsOf(dock, freshTruth(dock, faults)));
    }
  });

  test("is of its kind: a code where one is said, none where not; another item's code where it misleads", () => {
    const codeOf = (k: ExerciseKind, seed: number) =>
      new StateRuns(washer).run(kind(k, seed, washer)!.faults).code;
    for (const seed of [1, 2, 3]) {
      expect(codeOf("dead load", seed)).toBeUndefined();
      expect(codeOf("stall with a code", seed)).toBeDefined();
      expect(codeOf("misleading code", seed)).toBeDefined();
    }
  });

  test("that trips opens what protects; a unit that has no such fault has none", () => {
    const cabinet = demoUnit("prover-pc2");
    expect(new StateRuns(cabinet).run(kind("trips", 5, cabinet)!.faults).opened.length).toBeGreaterThan(0);
    expect(kind("trips", 5, dock)).toBeUndefined();
  });

  test("two faults are in two items; a wrong part is of another value; a claim names what is sound", () => {
    for (const seed of [1, 2, 3]) {
      expect(new Set(kind("two faults", seed)!.items).size).toBe(2);
      expect(kind("wrong part fitted", seed)!.faults).toMatchObject([{ mode: OTHER_VALUE }]);
      const { claim, items } = kind("wrong claim", seed)!;
      expect(items).not.toContain(claim!.item);
    }
    expect(kind("comes and goes", 1)).toMatchObject({ comesAndGoes: true });
  });

  test("nobody is asked to call the supply company", () => {
    const away = washer.items.filter((i) => i.remedy === "call supply").map((i) => i.id);
    expect(away.length).toBeGreaterThan(0);
    for (let seed = 1; seed <= 12; seed++)
      expect(away).not.toContain(kind("dead load", seed, washer, 1)!.items[0]);
  });

  test("needs a unit that can be run", () => {
    const still = { ...dock, sequence: undefined };
    expect(hide(still, { kind: "dead load", difficulty: 1, seed: 1 })).toBeUndefined();
  });
});
