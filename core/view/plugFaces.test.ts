import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import { plugFaces } from "./index.ts";

describe("the connectors of a unit, from the wire side", () => {
  const faces = plugFaces(demoUnits().get("glasswasher-gw4")!);
  const p4 = faces.find((f) => f.id === "P4")!;

  test("pins stand in the order of their labels, each with its wire, its colour and its point", () => {
    expect(p4.name).toBe("Plug P4 on the board");
    expect(p4.pins.map((p) => p.label)).toEqual([...p4.pins.keys()].map((i) => String(i + 1)));
    expect(p4.pins[2]).toEqual({
      part: "P4.3",
      label: "3",
      wire: "Wire 13, board to thermostat",
      colour: "grey",
      point: "P4.3",
    });
    expect(p4.place).toMatch(/\w/);
  });

  test("terminals of a part are a row, lone points are pads by their place", () => {
    expect(faces.find((f) => f.id === "TC1")).toMatchObject({
      kind: "terminals",
      name: "Terminals of Thermal cut-out",
      pins: [
        { label: "1", point: "TC1.1" },
        { label: "2", point: "TC1.2" },
      ],
    });
    const pads = faces.filter((f) => f.kind === "pads");
    expect(pads.flatMap((f) => f.pins.map((p) => p.point))).toEqual(expect.arrayContaining(["TP5", "TP12"]));
  });

  test("every point of every demo unit is on exactly one face", () => {
    for (const unit of demoUnits().values())
      expect(
        plugFaces(unit)
          .flatMap((f) => f.pins.flatMap((p) => p.point ?? []))
          .sort(),
      ).toEqual(unit.points.map((p) => p.id).sort());
  });

  test("every pin of every demo unit is on exactly one face", () => {
    for (const unit of demoUnits().values()) {
      const shown = plugFaces(unit)
        .filter((f) => f.kind === "plug")
        .flatMap((f) => f.pins.map((p) => p.part));
      expect(shown.sort()).toEqual(
        unit.parts
          .filter((p) => p.type === "pin")
          .map((p) => p.id)
          .sort(),
      );
    }
  });
});
