import { describe, expect, test } from "@jest/globals";
import { predictReading } from "#core/meter/index.ts";
import { stateRuns } from "#core/sequence/index.ts";
import { readUnitOrThrow, type UnitModel } from "#core/unit/index.ts";
import { Simulated, type TruthPair } from "../../bench/truth/simulate.ts";

/** A drive that stands still, its link loaded by its bleeder alone, against decks that share nothing with the engine. */
function drive(bleederOhms: number, more: readonly object[] = [], volts = 230): UnitModel {
  const part = (id: string, type: string, terminals: object, parameters: object = {}) => ({
    id,
    name: id,
    type,
    terminals,
    parameters,
  });
  return readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: "standing-drive",
    name: "Standing drive",
    hertz: 50,
    ground: "PE",
    parts: [
      part("M", "mains", { l: "L", n: "N", pe: "PE" }, { volts }),
      part("B", "six-diode-bridge", { u: "L", v: "N", w: "W0", p: "P", n: "Q" }),
      part("I", "inverter-bridge", { u: "U", v: "V", w: "W", p: "P", n: "Q" }, { bleederOhms }),
      part("MO", "three-phase-motor", { u: "U", v: "V", w: "W", pe: "PE" }, { windingOhms: 5 }),
      ...more,
    ],
    states: [
      { id: "on", name: "On", power: "live" },
      { id: "dead", name: "Dead", power: "dead" },
    ],
  });
}

function both(unit: UnitModel, state: string, pair: TruthPair): { ours: number; theirs: number } {
  const { stand, expanded, point } = stateRuns(unit).point({ state, lifts: [] }, []);
  expect(point.status).toBe("settled");
  const ours = predictReading(point, pair.fn, expanded.nodeOf(pair.red), expanded.nodeOf(pair.black)).value;
  const truth = new Simulated(unit, stand.state, [], []).read([pair]);
  expect(truth.settled).toBe(true);
  return { ours, theirs: truth.values[0]! };
}

describe("a drive that stands still", () => {
  // A reservoir of 470 µF that only milliamperes leave ripples by millivolts: any more would be answered out of proportion.
  test.each([2e4, 1e5, 1e6])("its link rests at ngspice's volts with a bleeder of %d Ω", (bleeder) => {
    const { ours, theirs } = both(drive(bleeder), "on", { fn: "vdc", red: "I.p", black: "I.n" });
    expect(theirs).toBeGreaterThan(320);
    expect(Math.abs(ours / theirs - 1)).toBeLessThan(0.002);
  });

  test.each([230, 115])(
    "3 kΩ of a low-impedance range make its link ripple as ngspice says, 10 MΩ do not: %d V",
    (volts) => {
      const low = both(drive(1e5, [], volts), "on", { fn: "lowz", red: "I.p", black: "I.n" });
      expect(low.theirs).toBeGreaterThan(0.2);
      expect(Math.abs(low.ours / low.theirs - 1)).toBeLessThan(0.02);
      const high = both(drive(1e5, [], volts), "on", { fn: "vac", red: "I.p", black: "I.n" });
      expect(high.ours).toBeLessThan(0.05);
      expect(high.theirs).toBeLessThan(0.05);
    },
  );

  // Blocked, its twelve junctions leak 63 nA each at most, which is a tenth of what the 600 kΩ range sends.
  test.each([
    ["B.u", "B.v"],
    ["B.v", "B.u"],
    ["I.u", "I.n"],
    ["I.n", "I.u"],
    ["I.p", "I.n"],
  ])("dead, a meter finds ngspice's ohms from %s to %s", (red, black) => {
    const { ours, theirs } = both(drive(1.5e5), "dead", { fn: "ohm", red, black });
    expect(Math.abs(ours / theirs - 1)).toBeLessThan(0.002);
  });

  test("dead, a hot thermocouple elsewhere in the unit changes no reading", () => {
    const unit = (celsius: number) => {
      const probe = { id: "TC", name: "TC", type: "thermocouple", terminals: { plus: "T", minus: "PE" } };
      const made = drive(1.5e5, [probe]);
      return { ...made, states: made.states.map((s) => ({ ...s, celsius: { TC: celsius } })) };
    };
    const ohms = [25, 1000].map((celsius) => {
      const { expanded, point } = stateRuns(unit(celsius)).point({ state: "dead", lifts: [] }, []);
      return predictReading(point, "ohm", expanded.nodeOf("I.p"), expanded.nodeOf("I.n")).value;
    });
    expect(Math.abs(ohms[1]! / ohms[0]! - 1)).toBeLessThan(1e-4);
  });

  test("dead, 100 kΩ beside two sleeping junctions and 150 kΩ read less than themselves", () => {
    const beside = {
      id: "R",
      name: "R",
      type: "resistor",
      terminals: { a: "L", b: "N" },
      parameters: { ohms: 1e5 },
    };
    const { ours, theirs } = both(drive(1.5e5, [beside]), "dead", { fn: "ohm", red: "M.l", black: "M.n" });
    expect(theirs).toBeLessThan(9.3e4);
    expect(Math.abs(ours / theirs - 1)).toBeLessThan(0.002);
  });
});

// No current flows before the meter is there: then one half of every cycle does, 325.3 V / π of mean less the diode's drop.
test("a meter from the line to a diode's free end has the mains rectified, as ngspice says", () => {
  const part = (id: string, type: string, terminals: object, parameters: object = {}) => ({
    id,
    name: id,
    type,
    terminals,
    parameters,
  });
  const unit = readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: "free-end",
    name: "Free end",
    hertz: 50,
    ground: "PE",
    parts: [
      part("M", "mains", { l: "L", n: "N", pe: "PE" }, { volts: 230 }),
      part("R", "resistor", { a: "A", b: "PE" }, { ohms: 3000 }),
      part("D", "diode", { a: "A", k: "X" }),
    ],
    states: [{ id: "on", name: "On", power: "live" }],
  });
  const mean = both(unit, "on", { fn: "vdc", red: "D.k", black: "M.l" });
  const rest = both(unit, "on", { fn: "vac", red: "D.k", black: "M.l" });
  expect(Math.abs(mean.ours - 325.3 / Math.PI)).toBeLessThan(1);
  expect(Math.abs(mean.ours / mean.theirs - 1)).toBeLessThan(0.01);
  expect(Math.abs(rest.ours / rest.theirs - 1)).toBeLessThan(0.01);
});
