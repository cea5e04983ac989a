import { describe, expect, test } from "@jest/globals";
import { glasswasher } from "../../tests/support/glasswasher.ts";
import { readingCheck } from "../diagnosis/index.ts";
import { describeEntryProblem, parseEntry, type EntryContext } from "./index.ts";

const unit = glasswasher();
const context: EntryContext = {
  liveSetup: { state: "rinse-heat", lifts: [] },
  deadSetup: { state: "dead", lifts: ["P4"] },
};
const asked: EntryContext = {
  ...context,
  pending: readingCheck({ state: "wash", lifts: [] }, "vac", "M1.1", "M1.2"),
};

describe("one line, understood", () => {
  test.each([
    ["P4.3 to N 118 vac", "vac", "P4.3", "P1.2", 118, "rinse-heat"],
    ["P4·3 N 118", "vac", "P4.3", "P1.2", 118, "rinse-heat"],
    ["p4-3 118 v", "vac", "P4.3", "P1.2", 118, "rinse-heat"],
    ["TP12 11.9", "vdc", "TP12", "GND", 11.9, "rinse-heat"],
    ["TP12 gnd 11,9 vdc in standby", "vdc", "TP12", "GND", 11.9, "standby"],
    ["TC1 ohm OL", "ohm", "TC1.1", "TC1.2", "OL", "dead"],
    ["TC1 OL", "ohm", "TC1.1", "TC1.2", "OL", "dead"],
    ["HT1.1 HT1.2 26.4 ohm", "ohm", "HT1.1", "HT1.2", 26.4, "dead"],
    ["HT1 26.4 Ω", "ohm", "HT1.1", "HT1.2", 26.4, "dead"],
    ["NTC1 4k7", "ohm", "NTC1.1", "NTC1.2", 4700, "dead"],
    ["P4.3 to N −0.3 mV", "vac", "P4.3", "P1.2", -0.0003, "rinse-heat"],
    ["P4.3 to N 118 vac in rinse heat", "vac", "P4.3", "P1.2", 118, "rinse-heat"],
  ])("%s", (text, fn, red, black, value, state) => {
    const result = parseEntry(unit, text, context);
    expect(result).toMatchObject({
      ok: true,
      body: { check: { kind: "reading", fn, red, black, setup: { state } } },
    });
    if (result.ok && result.body.result.kind === "value") {
      if (typeof value === "number") expect(result.body.result.value).toBeCloseTo(value, 9);
      else expect(result.body.result.value).toBe(value);
    }
  });

  test("a bare value answers the pair that is asked for, in its state", () => {
    expect(parseEntry(unit, "1.8", asked)).toMatchObject({
      ok: true,
      body: {
        check: { fn: "vac", red: "M1.1", black: "M1.2", setup: { state: "wash" } },
        result: { value: 1.8 },
      },
    });
    // Ohms are another function: the pair stays, the state becomes the dead one, with what is lifted.
    expect(parseEntry(unit, "18 ohm", asked)).toMatchObject({
      ok: true,
      body: { check: { fn: "ohm", red: "M1.1", setup: { state: "dead", lifts: ["P4"] } } },
    });
  });

  test.each([
    ["K3.com K3.no no beep", false],
    ["K3.com to K3.no beep", true],
    ["TC1 silent beep", false],
  ])("%s", (text, beep) => {
    expect(parseEntry(unit, text, context)).toMatchObject({
      ok: true,
      body: { check: { fn: "continuity" }, result: { kind: "beep", beep } },
    });
  });
});

describe("what is not understood is said, with what and where", () => {
  test.each([
    ["", "empty", "no value yet"],
    ["118 vac", "no-pair", "Which pair"],
    ["P4.9 to N 118", "unknown-point", "P4.9"],
    ["P4.9 to N 118", "unknown-point", "P4·1"],
    ["P4.3 N P4.1 118", "too-many-points", "more than two"],
    ["P4.3 to N", "no-value", "118 vac"],
    ["P4.3 to N 1,200.5", "quantity", "comma and a point"],
    ["P4.3 to N ohm 12 A", "unit-misfit", "A does not fit"],
    ["P4.3 ohm 230 vac", "unit-misfit", "V does not fit"],
    ["P4.3 44 ohm", "one-point-for-ohms", "Ohms are read between two points"],
    ["P4.3 to N 118 in tumble dry", "unknown-state", "Rinse heat"],
  ])("“%s”: %s", (text, code, part) => {
    const result = parseEntry(unit, text, context);
    expect(result.ok).toBe(false);
    if (result.ok) return;
    expect([
      result.problem.code,
      result.problem.code === "quantity" ? result.problem.problem.code : "",
    ]).toContain(code);
    expect(describeEntryProblem(result.problem)).toContain(part);
  });
});
