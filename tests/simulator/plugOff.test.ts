import { describe, expect, test } from "@jest/globals";
import { fromScale, readingCheck, type ReadingRow } from "#core/diagnosis/index.ts";
import { StateRuns } from "#core/sequence/index.ts";
import { Simulated } from "../../bench/truth/simulate.ts";
import { demoDictionary } from "../support/demoUnits.ts";

const dictionary = demoDictionary("dock-bd3");
const { unit, cases } = dictionary;
const RAIL = { red: "PS1.plus", black: "PS1.minus" } as const;
/** The rail with one plug off as ngspice has it: a plug that is off is both of its pins open. */
function simulated(fault: { part: string; mode: string; severity?: number }, plug: string): number {
  const setup = { state: "ready", lifts: [plug] };
  const stand = new StateRuns(unit).stand(setup, [fault]);
  const pins = [`${plug}.1`, `${plug}.2`].map((part) => ({ part, mode: "open" }));
  const deck = new Simulated(
    unit,
    stand.state,
    [fault, ...pins],
    stand.opened.map((o) => o.part),
  );
  const { values, settled } = deck.read([{ ...RAIL, fn: "vdc" }]);
  expect(settled).toBe(true);
  return values[0]!;
}

describe("a rail that a shorted modem drags down, with one plug off after the other", () => {
  const which = cases.findIndex((c) => c.faults[0]?.part === "MOD" && c.faults[0].mode === "shorted");
  const fault = cases[which]!.faults[0]!;
  const row = (plug: string) => {
    const check = readingCheck({ state: "ready", lifts: [plug] }, "vdc", "PS.P", "GND");
    // It is one that is proposed, not one that somebody had to think of.
    expect(dictionary.rows.some((r) => r.check.id === check.id)).toBe(true);
    return fromScale("vdc", (dictionary.row(check) as ReadingRow).mean[which]!);
  };

  test("comes back with the modem's off, as ngspice has it", () => {
    const volts = simulated(fault, "X4");
    expect(volts).toBeGreaterThan(11.5);
    expect(Math.abs(row("X4") / volts - 1)).toBeLessThan(0.01);
  });

  test.each(["X2", "X3", "X5", "X6"])("stays down with %s off, as ngspice has it", (plug) => {
    const volts = simulated(fault, plug);
    expect(volts).toBeLessThan(6);
    expect(Math.abs(row(plug) - volts)).toBeLessThan(Math.max(0.02, 0.01 * volts));
  });
});
