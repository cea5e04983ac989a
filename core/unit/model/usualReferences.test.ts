import { describe, expect, test } from "@jest/globals";
import { part, THREE_SUPPLIES, unitOf } from "../../../tests/support/bareUnit.ts";
import { referencesOf } from "../index.ts";

describe("a unit whose file names no references", () => {
  const unit = unitOf(THREE_SUPPLIES);
  const read = (id: string) => {
    const point = unit.points.find((p) => p.id === id)!;
    return referencesOf(unit, point).map((r) => `${r.function} to ${r.point}`);
  };

  test.each([
    ["V1.l", ["vac to V1.n"]],
    ["H1.1", ["vac to V1.n"]],
    ["T1.p1", ["vac to V1.n"]],
    ["T1.s1", ["vac to T1.s2"]],
    // Behind the bridge it is DC, against the bridge's minus.
    ["B1.a1", ["vac to T1.s2"]],
    ["E1.1", ["vdc to B1.minus"]],
    ["E2.1", ["vdc to C1.minus"]],
    // The chassis is no conductor of any of them.
    ["H1.pe", []],
  ])("%s is read %p", (id, expected) => expect(read(id)).toEqual(expected));

  test("says of each place how high it may be: up to 60 V is low voltage, and what nothing known feeds is not", () => {
    const sideOf = (id: string, of = unit) => of.points.find((p) => p.id === id)!.side;
    expect(["H1.1", "T1.p2"].map((id) => sideOf(id))).toEqual(["mains", "mains"]);
    expect(["T1.s1", "E1.2", "E2.1"].map((id) => sideOf(id))).toEqual([
      "low-voltage",
      "low-voltage",
      "low-voltage",
    ]);
    const fed = (volts: number) =>
      unitOf([
        part("C1", "dc-supply", { plus: "P", minus: "M" }, { volts }),
        part("R1", "resistor", { a: "P", b: "M" }, { ohms: 1000 }),
        part("R2", "resistor", { a: "X", b: "G" }, { ohms: 1000 }),
      ]);
    expect(sideOf("R1.a", fed(60))).toBe("low-voltage");
    expect(sideOf("R1.a", fed(61))).toBe("mains");
    expect(sideOf("R2.a", fed(12))).toBe("mains");
  });

  test("a rail that hangs on the mains through a resistor or a bridge is mains", () => {
    const dropper = unitOf([
      part("V1", "mains", { l: "L", n: "N", pe: "G" }, { volts: 230 }),
      part("R1", "resistor", { a: "L", b: "A" }, { ohms: 4700 }),
      part("B1", "bridge", { a1: "A", a2: "N", plus: "P", minus: "M" }),
      part("C1", "battery", { plus: "P", minus: "M" }, { volts: 12 }),
    ]);
    expect(dropper.points.map((p) => p.side)).not.toContain("low-voltage");
  });

  test("a battery and its charger have one reference", () => {
    const charged = unitOf([
      part("V1", "mains", { l: "L", n: "N", pe: "G" }, { volts: 230 }),
      part("U1", "power-supply", { l: "L", n: "N", plus: "P", minus: "M" }, { volts: 12 }),
      part("C1", "battery", { plus: "P", minus: "M" }, { volts: 12 }),
    ]);
    expect(charged.references.map((r) => r.point)).toEqual(["V1.n", "U1.minus"]);
  });

  test("keeps to the points that it has: a return that no probe can touch is no reference", () => {
    const points = [
      { id: "H1.1", name: "Heater, live", side: "mains", place: "heater", minutes: 0.3 },
      { id: "E1.1", name: "Lamp", side: "low-voltage", place: "board", minutes: 0.3 },
      { id: "E1.2", name: "Lamp, minus", side: "low-voltage", place: "board", minutes: 0.3 },
    ];
    const unit = unitOf(THREE_SUPPLIES, { points });
    expect(unit.references).toEqual([
      { side: "low-voltage", point: "E1.2", function: "vdc", points: ["E1.1"] },
    ]);
  });

  test("what the file names stands alone", () => {
    const references = [{ side: "mains", point: "V1.n", function: "vac" }];
    expect(unitOf(THREE_SUPPLIES, { references }).references).toEqual(references);
  });
});
