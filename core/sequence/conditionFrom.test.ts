import { describe, expect, test } from "@jest/globals";
import { demoUnit } from "../../tests/support/demoUnits.ts";
import { glasswasher } from "../../tests/support/glasswasher.ts";
import { conditionFrom } from "./conditionFrom.ts";

const washer = glasswasher();
const live = (unit: typeof washer) => unit.states.find((s) => s.power === "live")!;
const of = (unit: typeof washer, ...said: [part: string, Parameters<typeof conditionFrom>[3]]) => {
  const found = conditionFrom(unit, live(unit), ...said);
  if ("code" in found) throw new Error(`${found.code} ${found.part}`);
  return found;
};

describe("the volts by which a board can tell", () => {
  test("that a contact is closed, and that it is open: half way between the two, one beside the other", () => {
    const closed = of(washer, "S2", { position: "closed" });
    const open = of(washer, "S2", { position: "open" });
    expect([closed.from, closed.to]).toEqual([open.from, open.to]);
    // The level switch pulls a 5 V input to ground: closed is below half, as the unit's own model has it (at most 1 V).
    expect(closed.domain).toBe("dc");
    expect(closed.max).toBeCloseTo(2.5, 1);
    expect(closed.min).toBeLessThan(0.1);
    expect(open.min).toBe(closed.max);
    expect(open.max).toBeGreaterThan(5);
  });

  test("that the tank is at 82 °C: 10 kΩ at 25 °C with B = 3950 K are 1193 Ω there, against 10 kΩ at 5 V 0.533 V (by hand)", () => {
    const above = of(washer, "NTC1", { celsius: 82, side: "above" });
    expect(Math.abs(above.max - 0.533)).toBeLessThan(0.01);
    const below = of(washer, "NTC1", { celsius: 82, side: "below" });
    expect(below.min).toBe(above.max);
    // An open sensor stands at the pull-up's 5 V, a shorted one at nothing: neither side takes it.
    expect(below.max).toBeLessThan(4.9);
    expect(above.min).toBeGreaterThan(0.02);
  });

  test("a thermocouple's millivolts: 1000 °C against a terminal at 25 °C is 41.276 − 1.000 mV (IEC 60584-1)", () => {
    const kiln = demoUnit("kiln-pk9");
    const above = of(kiln, "TC1", { celsius: 1000, side: "above" });
    expect(above).toMatchObject({ domain: "dc", from: "TC_P" });
    expect(above.min).toBeCloseTo(0.0403, 3);
    expect(above.max).toBeGreaterThan(above.min);
  });

  test("nothing of a part that has no contact or is no sensor, or where nothing feeds it", () => {
    const none = (part: string, said: Parameters<typeof conditionFrom>[3], state = live(washer)) =>
      conditionFrom(washer, state, part, said);
    expect(none("F1", { position: "closed" })).toEqual({ code: "not-of-it", part: "F1" });
    expect(none("NTC1", { position: "closed" })).toEqual({ code: "not-of-it", part: "NTC1" });
    expect(none("S2", { celsius: 60, side: "below" })).toEqual({ code: "not-of-it", part: "S2" });
    expect(none("S9", { position: "open" })).toEqual({ code: "not-of-it", part: "S9" });
    const dead = washer.states.find((s) => s.power === "dead")!;
    expect(none("S2", { position: "closed" }, dead)).toEqual({ code: "no-volts", part: "S2" });
  });
});
