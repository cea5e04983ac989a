import { describe, expect, test } from "@jest/globals";
import { handCheck, handDictionary } from "../../../tests/support/handDictionary.ts";
import { weigh } from "../inference/posterior.ts";
import type { Evidence } from "../inference/evidence.ts";
import { afterRepair } from "./repaired.ts";

/** A and C pull the first reading to nothing, B the second: worked by hand. */
const CHECKS = ["first", "second"];
const dictionary = handDictionary(
  CHECKS,
  [1, 1],
  [
    { id: "A", prior: 0.5, sizes: [[0, 1]] },
    { id: "B", prior: 0.3, sizes: [[1, 0]] },
    { id: "C", prior: 0.2, sizes: [[0, 1]] },
  ],
);
const reads = (check: number, value: number): Evidence => ({
  kind: "reading",
  id: `${check} ${value}`,
  check: handCheck(CHECKS, check),
  value,
});
const weighed = (of: typeof dictionary, ...evidence: Evidence[]) => ({
  dictionary: of,
  posterior: weigh(of, evidence),
});
const priors = (of: typeof dictionary) => Object.fromEntries(of.suspects.map((s) => [s.id, s.prior]));

describe("a unit once an item of it was repaired", () => {
  const before = weighed(dictionary, reads(0, 0));
  const after = priors(afterRepair(dictionary, before, ["A"]));

  test("begins with what the findings left: five of seven on A, two on C", () => {
    // One repair in twenty does not take; the rest of A's chance is a sound unit's.
    expect(after["A"]).toBeCloseTo((0.05 * 5) / 7, 2);
    expect(after["as-it-should"]).toBeCloseTo((0.95 * 5) / 7, 2);
    expect(after["C"]).toBeCloseTo(2 / 7, 2);
    expect(after["B"]).toBeLessThan(0.01);
    expect(Object.values(after).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  });

  test("and a reading that is wrong still is C's rather than A's, eight to one", () => {
    const now = afterRepair(dictionary, before, ["A"]);
    const { suspects } = weigh(now, [reads(0, 0)]);
    const chance = (id: string) => suspects[now.suspects.findIndex((s) => s.id === id)]!;
    expect(chance("C") / chance("A")).toBeCloseTo(2 / 7 / ((0.05 * 5) / 7), 1);
    expect(chance("C")).toBeGreaterThan(0.8);
  });

  test("and a reading that is right now is a sound unit's", () => {
    const now = afterRepair(dictionary, before, ["A"]);
    const { suspects } = weigh(now, [reads(0, 1), reads(1, 1)]);
    expect(suspects[now.suspects.findIndex((s) => s.id === "as-it-should")]).toBeGreaterThan(0.97);
  });

  test("of two faults at once the other stays", () => {
    const both = {
      ...dictionary,
      suspects: [
        ...dictionary.suspects,
        { ...dictionary.suspects[2]!, id: "A+B", item: "A+B", both: [2, 3] as [number, number] },
      ],
    };
    const posterior = { ...before.posterior, suspects: Float64Array.from([0, 0, 0.1, 0, 0, 0.9]) };
    const now = priors(afterRepair(dictionary, { dictionary: both, posterior }, ["A"]));
    expect(now["B"]).toBeCloseTo(0.9, 6);
    expect(now["as-it-should"]).toBeCloseTo(0.095, 6);
    const mended = priors(afterRepair(dictionary, { dictionary: both, posterior }, ["A", "B"]));
    expect(mended["as-it-should"]).toBeCloseTo(0.95, 6);
    expect(mended["A"]! / mended["B"]!).toBeCloseTo(0.5 / 0.3, 6);
  });
});
