import { describe, expect, test } from "@jest/globals";
import { demoUnit } from "../../../tests/support/demoUnits.ts";
import type { UnitModel } from "../../unit/index.ts";
import { railsWithAPlugOff } from "./railChecks.ts";

const listed = (unit: UnitModel) =>
  railsWithAPlugOff(unit).map(
    ({ setup, fn, red, black }) => `${setup.state}+${setup.lifts.join("+")} ${fn} ${red} ${black}`,
  );

describe("does the rail come back", () => {
  const dock = demoUnit("dock-bd3");

  test("is asked with each plug off that hangs on the rail, as the unit is first switched on", () => {
    expect(listed(dock)).toEqual(["X2", "X3", "X4", "X5", "X6"].map((plug) => `ready+${plug} vdc PS.P GND`));
  });

  test("a plug behind a switch, or on no rail, is none of them", () => {
    // The lock and its link hang behind what the board drives.
    expect(listed(dock).some((l) => /X7|X8/u.test(l))).toBe(false);
    // The glasswasher's rail stays on its board.
    expect(listed(demoUnit("glasswasher-gw4"))).toEqual([]);
  });

  test("mains are never left to it: what is read is low DC volts", () => {
    for (const id of ["extractor-sx4", "gate-cg2", "kiln-pk9", "prover-pc2", "roaster-dr6"]) {
      const unit = demoUnit(id);
      for (const { fn, red, black } of railsWithAPlugOff(unit)) {
        expect(fn).toBe("vdc");
        for (const point of [red, black])
          expect(unit.points.find((p) => p.id === point)!.side).toBe("low-voltage");
      }
    }
  });

  test("what a rail is read at is not taken off with the plug", () => {
    const rail = dock.parts.find((p) => p.id === "PS1")!.terminals["plus"]!;
    // The plug's own pin is the only place at which the rail can be read.
    const atThePlug = {
      ...dock,
      points: dock.points.map((p) => (p.id === "PS.P" ? { ...p, terminal: "X4.1.b" } : p)),
      parts: dock.parts.map((p) => (p.id === "X4.1" ? { ...p, terminals: { ...p.terminals, b: rail } } : p)),
    };
    const plugs = listed(atThePlug).map((l) => l.split(" ")[0]);
    expect(plugs).toContain("ready+X3");
    expect(plugs).not.toContain("ready+X4");
  });

  test("a unit that is never live is asked nothing", () =>
    expect(listed({ ...dock, states: dock.states.filter((s) => s.power === "dead") })).toEqual([]));
});
