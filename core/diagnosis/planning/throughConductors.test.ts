import { describe, expect, test } from "@jest/globals";
import { part, unitOf } from "../../../tests/support/bareUnit.ts";
import { demoDictionary, demoUnit } from "../../../tests/support/demoUnits.ts";
import { fromScale, listChecks, type ReadingRow } from "../index.ts";
import { pairsThroughConductors } from "./throughConductors.ts";

const pairs = (unit: Parameters<typeof pairsThroughConductors>[0]) =>
  pairsThroughConductors(unit).map(({ red, black }) => `${red}/${black}`);

const point = (id: string, minutes: number, side = "low-voltage") => ({
  id,
  name: id,
  terminal: id,
  side,
  place: "board",
  minutes,
});
/** A sensor in a tank, two wires and two pins away from the board. */
const tank = (points: readonly object[]) =>
  unitOf(
    [
      part("B1", "battery", { plus: "P", minus: "G" }, { volts: 9 }),
      part("R1", "resistor", { a: "P", b: "S" }, { ohms: 10_000 }),
      part("X1", "pin", { a: "S", b: "S1" }),
      part("X2", "pin", { a: "G", b: "G1" }),
      part("W1", "wire", { a: "S1", b: "S2" }, { mm2: 0.5, metres: 1 }),
      part("W2", "wire", { a: "G1", b: "G2" }, { mm2: 0.5, metres: 1 }),
      part("N1", "ntc", { a: "S2", b: "G2" }, { ohms25: 10_000 }),
    ],
    { points },
  );

describe("what no probe reaches is read from where its wires end", () => {
  test("a sensor from the pins of its plug", () =>
    expect(pairs(tank([point("X1.b", 1), point("X2.b", 1)]))).toContain("X1.b/X2.b"));

  test("from the nearest place, and of several there from the quickest", () => {
    const both = tank([point("X1.a", 0.1), point("X1.b", 1), point("W1.a", 0.5), point("X2.b", 1)]);
    expect(pairs(both)).toContain("W1.a/X2.b");
    expect(pairs(both)).not.toContain("X1.a/X2.b");
  });

  test("not where one side has no place, nor between two sides of a unit, nor between a place and itself", () => {
    expect(pairs(tank([point("X1.b", 1)]))).toEqual([]);
    expect(pairs(tank([point("X1.b", 1), point("X2.b", 1, "mains")]))).not.toContain("X1.b/X2.b");
    const one = { ...tank([point("X1.b", 1)]) };
    expect(pairs({ ...one, parts: one.parts.filter((p) => p.id === "N1") })).toEqual([]);
  });

  test("conductors themselves are not read so: what is on the way is in the reading", () =>
    expect(pairs(tank([point("X1.a", 1), point("W1.b", 1)]))).toEqual([]));
});

test("the prover's air probe is read from its plug, dead, and an open wire on the way shows there", () => {
  const unit = demoUnit("prover-pc2");
  const check = listChecks(unit).find((c) => c.id === "dead/ohm/P5.1/P5.2")!;
  const { cases, ...dictionary } = demoDictionary("prover-pc2");
  const row = dictionary.row(check) as ReadingRow;
  const ohms = (id: string) => {
    const [partId = "", mode] = id.split(":");
    const at = cases.findIndex((c) => c.faults[0]?.part === partId && c.faults[0].mode === mode);
    return fromScale("ohm", row.mean[at]!);
  };
  const sound = fromScale("ohm", row.mean[0]!);
  // What the board has across the plug is all that is left, with either wire or the probe open.
  for (const open of ["W31:open", "W32:open", "NTC1:open"]) {
    expect(ohms(open)).toBeGreaterThan(1.2 * sound);
    expect(ohms(open) / ohms("NTC1:open")).toBeCloseTo(1, 2);
  }
  expect(ohms("NTC1:shorted")).toBeLessThan(1);
});
