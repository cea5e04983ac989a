import { describe, expect, test } from "@jest/globals";
import { settle } from "#core/circuit/index.ts";
import { predictReading } from "#core/meter/index.ts";
import { seeded } from "#core/quantity/index.ts";
import { expandUnit, type UnitModel } from "#core/unit/index.ts";
import { generateUnit } from "../../bench/truth/generate.ts";
import { Simulated } from "../../bench/truth/simulate.ts";

/** Boards that nobody has tuned, a regulator and a display behind their bridge P4, which one open diode leaves on half-waves. */
const SEEDS = [8, 26, 30];
const OPEN = ["a1-plus-open", "a2-plus-open", "minus-a1-open", "minus-a2-open"];
const SHORTED = "a1-plus-shorted";
const RAIL = ["P4.plus", "P4.minus"] as const;

function railOf(unit: UnitModel, mode: string): number {
  const expanded = expandUnit(unit, { state: "idle", lifts: [] });
  const point = settle(expanded.withFaults([{ part: "P4", mode }]));
  expect([mode, point.status]).toEqual([mode, "settled"]);
  return predictReading(point, "vdc", expanded.nodeOf(RAIL[0]), expanded.nodeOf(RAIL[1])).value;
}

describe.each(SEEDS)("a bridge with one diode open, board %i", (seed) => {
  const unit = generateUnit(seeded(seed), seed);
  const rails = OPEN.map((mode) => railOf(unit, mode));

  test("comes to rest whichever it is, on one rail, since the half-waves are each other's mirror image", () => {
    for (const rail of rails) expect(Math.abs(rail / rails[0]! - 1)).toBeLessThan(1e-3);
  });

  const simulated = (mode: string, cycles?: number) => {
    const state = unit.states.find((s) => s.id === "idle")!;
    const { values, settled } = new Simulated(unit, state, [{ part: "P4", mode }], [], cycles).read([
      { red: RAIL[0], black: RAIL[1], fn: "vdc" },
    ]);
    expect(settled).toBe(true);
    return values[0]!;
  };

  test("has the rail that ngspice has", () => {
    expect(Math.abs(rails[0]! / simulated(OPEN[0]!) - 1)).toBeLessThan(0.005);
  });

  test("has ngspice's rail with a diode shorted too, once the direct flux stands, which takes it hundreds of cycles", () => {
    const rail = railOf(unit, SHORTED);
    expect(Math.abs(rail / simulated(SHORTED, 400) - 1)).toBeLessThan(0.003);
    expect(rail / simulated(SHORTED, 90)).toBeLessThan(0.995);
  });
});
