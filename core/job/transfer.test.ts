import { describe, expect, test } from "@jest/globals";
import { demoUnit } from "../../tests/support/demoUnits.ts";
import { crossedWires, transferList } from "./transfer.ts";

/** "P4·1 white", as the hand finds it. What is expected was read off the units' wiring by hand. */
const wiresOf = (unit: string, ...items: string[]) =>
  transferList(demoUnit(unit), items).map((w) => `${w.at} ${w.colour}`);

describe("what has to come off an item and go back to its place", () => {
  test("a board's wires are those in the plugs that go onto it, and what is joined to it without a plug", () => {
    expect(wiresOf("glasswasher-gw4", "board")).toEqual([
      "P2·1 brown",
      "P2·2 blue",
      "P3·1 black",
      "P4·1 white",
      "P4·2 orange",
      "P4·3 grey",
      "P4·4 violet",
      "P4·5 yellow",
      "P5·1 red",
      "P5·2 black/white",
      "P6·1 green/white",
      "P6·2 black/white",
      // The display's supply: five parts of the board share that net, and it is one wire.
      "U1 out red/white",
    ]);
    expect(wiresOf("gate-cg2", "board")).toHaveLength(10);
  });

  test("a plug belongs to the item behind most of its pins, not to all that share its ground", () => {
    expect(wiresOf("glasswasher-gw4", "display")).toEqual(["DSP1 plus red/white"]);
    expect(wiresOf("dock-bd3", "heater")).toEqual(["X6·1 red", "X6·2 black"]);
    expect(wiresOf("dock-bd3", "button")).toEqual(["PB1 b black"]);
  });

  test("an item's own leads come off at the joints, and its earth with them", () => {
    expect(wiresOf("gate-cg2", "motor")).toEqual(["J1 b own lead", "J2 b own lead", "M1 pe earth lead"]);
    // Two elements of a bank, each with an earth of its own.
    expect(wiresOf("kiln-pk9", "bank-a")).toEqual([
      "HTA1 1 grey",
      "HTA1 pe earth lead",
      "HTA2 pe earth lead",
      "SCA b grey",
    ]);
    // A missing earth is told from one that is on.
    const motor = transferList(demoUnit("gate-cg2"), ["motor"]);
    const earth = motor.find((w) => w.at === "M1 pe")!;
    expect(crossedWires(motor, new Map([[earth.id, earth.colour]]))).toEqual([]);
    expect(crossedWires(motor, new Map([[earth.id, ""]])).map((c) => c.wire.at)).toEqual(["M1 pe"]);
    // One lead a joint, though two parts of the edge are on it.
    expect(wiresOf("gate-cg2", "edge")).toHaveLength(2);
  });

  test("what is all wire goes back by its ends; a wire loom that is mended stays where it is", () => {
    expect(wiresOf("kiln-pk9", "thermocouple")).toEqual(["P2·6 yellow", "P2·7 red"]);
    expect(wiresOf("glasswasher-gw4", "harness-heater")).toEqual([]);
  });

  test("two wires on one terminal are two, and every row has a name of its own", () => {
    expect(wiresOf("gate-cg2", "battery")).toEqual(["BT1 minus black", "BT1 plus red", "BT1 plus red"]);
    for (const unit of ["dock-bd3", "extractor-sx4", "roaster-dr6"])
      for (const { id } of demoUnit(unit).items) {
        const ids = transferList(demoUnit(unit), [id]).map((w) => w.id);
        expect(new Set(ids).size).toBe(ids.length);
      }
  });

  test("of two items changed together, what runs between them is on the list with both its ends; a supply has no earth lead to move", () => {
    const both = transferList(demoUnit("glasswasher-gw4"), ["thermostat", "cut-out"]);
    expect(both.filter((w) => w.id.endsWith(" W14")).map((w) => w.at)).toEqual(["TC1 a", "TH1 b"]);
    expect(wiresOf("glasswasher-gw4", "supply").some((w) => w.includes("earth"))).toBe(false);
  });
});
