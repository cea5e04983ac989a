import { describe, expect, test } from "@jest/globals";
import { demoUnit } from "../../tests/support/demoUnits.ts";
import { passes, safetyTestsOf } from "./index.ts";

const idsOf = (unit: string) => safetyTestsOf(demoUnit(unit)).map((t) => t.id);
const testOf = (unit: string, id: string) => safetyTestsOf(demoUnit(unit)).find((t) => t.id === id)!;

describe("the tests before a unit goes back", () => {
  test("are those that its hazards ask for", () => {
    expect(idsOf("roaster-dr6")).toEqual(["earth", "insulation", "leakage", "gas-tight", "guards", "runs"]);
    expect(idsOf("glasswasher-gw4")).toContain("dry");
    expect(idsOf("glasswasher-gw4")).not.toContain("gas-tight");
  });

  test("are none for a unit without hazards, but to run it through where it has a sequence", () => {
    const { sequence, ...unit } = { ...demoUnit("dock-bd3"), hazards: [] };
    expect(safetyTestsOf(unit)).toEqual([]);
    expect(safetyTestsOf({ ...unit, sequence }).map((t) => t.id)).toEqual(["runs"]);
  });

  // IEC 62638, from memory: 0.3 Ω; 1 MΩ, with heating elements 0.3 MΩ; 3.5 mA.
  test.each([
    ["glasswasher-gw4", "earth", 0.3, 0.301],
    ["glasswasher-gw4", "insulation", 0.3e6, 0.299e6],
    ["extractor-sx4", "insulation", 1e6, 0.999e6],
    ["glasswasher-gw4", "leakage", 3.5e-3, 3.51e-3],
  ])("%s: %s passes at %p and not at %p", (unit, id, good, bad) => {
    expect(passes(testOf(unit, id), good)).toBe(true);
    expect(passes(testOf(unit, id), bad)).toBe(false);
  });

  test("over limit is the best insulation there is, and no earth at all", () => {
    expect(passes(testOf("glasswasher-gw4", "insulation"), Infinity)).toBe(true);
    expect(passes(testOf("glasswasher-gw4", "earth"), Infinity)).toBe(false);
    expect(passes(testOf("glasswasher-gw4", "guards"), false)).toBe(false);
  });
});
