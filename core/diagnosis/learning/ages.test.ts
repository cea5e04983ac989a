import { describe, expect, test } from "@jest/globals";
import { ageExperience, ageGroup, ageOf } from "./ages.ts";
import { learnedSuspects, type PastCalls } from "./experience.ts";
import type { Suspect } from "../suspects/suspects.ts";
import type { UnitModel } from "#core/unit/index.ts";

/** Worked by hand on paper: a fuse A and a relay B in one unit, the same in another. */
const unit = (id: string) =>
  ({
    id,
    parts: [
      { id: "A", type: "fuse" },
      { id: "B", type: "relay" },
    ],
  }) as unknown as UnitModel;
const units = new Map([unit("one"), unit("two")].map((u) => [u.id, u]));
const calls = (part: string, jobs: number, years?: number, of = "one", trust = 1): PastCalls => ({
  unit: of,
  suspect: `${part}:open`,
  item: part,
  jobs,
  trust,
  ...(years === undefined ? {} : { years }),
});

describe("a unit's age", () => {
  test("is the year it was taken in less the one on its plate, and none where there is no year", () => {
    expect(ageOf(2017, "2026-01-05T08:00:00.000Z")).toBe(9);
    expect(ageOf(2026, "2026-12-31T08:00:00.000Z")).toBe(0);
    expect(ageOf(2027, "2026-12-31T08:00:00.000Z")).toBe(0);
    expect(ageOf(undefined, "2026-01-05T08:00:00.000Z")).toBeUndefined();
  });

  test("falls into one of three groups", () => {
    expect([0, 2, 3, 8, 9, 40].map(ageGroup)).toEqual(["young", "young", "middle", "middle", "old", "old"]);
  });
});

describe("what kinds of parts did at an age", () => {
  test("is the faults met over those expected of as many jobs at any age, four of each beside them", () => {
    // 24 jobs, 12 of them old: 8 fuses and 16 relays, so 4 and 8 expected of the old. Met there: 1 and 11.
    const past = [calls("A", 7, 1), calls("B", 5, 1), calls("A", 1, 20), calls("B", 11, 9)];
    expect(ageExperience(units, past, 12)).toEqual({
      years: 12,
      kinds: { fuse: Number((5 / 8).toFixed(3)), relay: Number((15 / 12).toFixed(3)) },
    });
    // The young ones: 4 and 8 expected, 7 and 5 met.
    expect(ageExperience(units, past, 2).kinds).toEqual({
      fuse: Number((11 / 8).toFixed(3)),
      relay: Number((9 / 12).toFixed(3)),
    });
  });

  test("is counted within each unit: where only one kind of unit is old, its usual fault is no matter of age", () => {
    expect(ageExperience(units, [calls("B", 50, 20), calls("A", 50, 1, "two")], 20).kinds).toEqual({});
  });

  test("weighs calls by their trust, and leaves out those whose age nobody knows and units that are gone", () => {
    const past = [calls("A", 8, 1), calls("B", 8, 20)];
    const half = past.map((c) => ({ ...c, jobs: c.jobs * 2, trust: 0.5 }));
    expect(ageExperience(units, half, 20)).toEqual(ageExperience(units, past, 20));
    const more = [...past, calls("A", 99), calls("A", 99, 20, "gone")];
    expect(ageExperience(units, more, 20)).toEqual(ageExperience(units, past, 20));
  });

  test("moves no kind further than four times, and none where nothing was met at that age", () => {
    const past = [calls("B", 10_000, 1), calls("A", 500, 20), calls("A", 1, 1), calls("B", 1, 20)];
    const { kinds } = ageExperience(units, past, 20);
    expect(kinds["fuse"]).toBe(4);
    expect(kinds["relay"]).toBe(0.25);
    expect(ageExperience(units, past, 5).kinds).toEqual({});
  });
});

describe("starting weights of a unit whose age is known", () => {
  const suspect = (part: string, prior: number): Suspect => ({
    id: `${part}:open`,
    name: part,
    modeName: "open",
    looks: "",
    part,
    item: part,
    prior,
    works: true,
  });
  const outside: Suspect = { id: "out", name: "", modeName: "", looks: "", prior: 0.04, works: true };

  test("are moved after all else, and what is no fault of a part keeps its own", () => {
    const nothing = { jobs: 0, faults: {}, items: {}, kinds: {}, claim: 0.5 };
    const moved = learnedSuspects(unit("one"), [outside, suspect("A", 0.72), suspect("B", 0.24)], {
      ...nothing,
      age: { years: 12, kinds: { relay: 2 } },
    });
    // 0.72 : 0.48 of 0.96.
    expect(moved.map((s) => Number(s.prior.toFixed(9)))).toEqual([0.04, 0.576, 0.384]);
    const counted = learnedSuspects(unit("one"), [outside, suspect("A", 0.72), suspect("B", 0.24)], {
      ...nothing,
      jobs: 20,
      faults: { "B:open": 20 },
      items: { B: 20 },
      age: { years: 12, kinds: { relay: 2 } },
    });
    // 20 of the catalogue, 15 : 5, and 20 jobs: 15 : 25, then 15 : 50.
    expect(counted[1]!.prior).toBeCloseTo((0.96 * 15) / 65, 9);
    expect(counted[2]!.prior).toBeCloseTo((0.96 * 50) / 65, 9);
  });
});
