import { describe, expect, test } from "@jest/globals";
import { glasswasher } from "../../tests/support/glasswasher.ts";
import { trialCheck } from "#core/diagnosis/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { freshTruth } from "./freshTruth.ts";

const unit = glasswasher();
const bench = (part: string) => trialCheck(unit, "bench", part);

describe("a part on the bench", () => {
  test("fails with a fault of its own and passes with one elsewhere", () => {
    const truth = freshTruth(unit, [{ part: "HT1", mode: "open" }]);
    expect(truth(bench("HT1"))).toBe(false);
    expect(truth(bench("Y1"))).toBe(true);
  });

  test("passes in a unit that is wired otherwise, for it is sound itself; what another one would cure is not known there", () => {
    const [a, b] = ["W12", "W13"].map((id) => unit.parts.find((p) => p.id === id)!.terminals["b"]!);
    const crossed: UnitModel = {
      ...unit,
      parts: unit.parts.map((p) => {
        const to = { W12: b, W13: a }[p.id];
        return to === undefined ? p : { ...p, terminals: { ...p.terminals, b: to } };
      }),
    };
    const truth = freshTruth(crossed, [], unit);
    expect(truth(bench("HT1"))).toBe(true);
    expect(truth(trialCheck(unit, "swap", "heater"))).toBeUndefined();
  });

  test("is not told where another part is fitted than belongs there", () => {
    const other: UnitModel = {
      ...unit,
      parts: unit.parts.map((p) =>
        p.id === "HT1" ? { ...p, parameters: { ...p.parameters, watts: 600 } } : p,
      ),
    };
    const truth = freshTruth(other, [], unit);
    expect(truth(bench("HT1"))).toBeUndefined();
    expect(truth(bench("Y1"))).toBe(true);
  });
});
