import { describe, expect, test } from "@jest/globals";
import { glasswasher } from "../../tests/support/glasswasher.ts";
import { readingCheck } from "../diagnosis/index.ts";
import { spokenToWritten } from "./dictation.ts";
import { completionsOf, describeEntryProblem, parseEntry, type EntryContext } from "./index.ts";

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

describe("a line that is dictated", () => {
  test.each([
    ["P four point three to neutral one hundred and eighteen volts AC", "P4.3 to neutral 118 vac"],
    ["P 4 point 3 to neutral 230 volts", "P4.3 to neutral 230 volts"],
    ["two hundred thirty point five", "230.5"],
    ["minus three point two millivolts", "-3.2 mV"],
    ["TC one overload", "TC1 OL"],
    ["forty seven kilo ohms", "47 kohm"],
    ["K3.com K3.no doesn't beep", "K3.com K3.no no beep"],
    ["twenty one point nine", "21.9"],
    ["P4.3 to N 118 vac", "P4.3 to N 118 vac"],
  ])("%s", (said, written) => {
    expect(spokenToWritten(said)).toBe(written);
  });

  test("is understood like the same line typed", () => {
    const typed = parseEntry(unit, "P4.3 to N 118 vac", context);
    expect(parseEntry(unit, "P four point three to neutral one hundred eighteen volts AC", context)).toEqual(
      typed,
    );
  });
});

describe("names that are incomplete", () => {
  test("several points: each is offered", () => {
    const result = parseEntry(unit, "P4 to N 118 vac", context);
    expect(result).toMatchObject({ ok: false, problem: { code: "ambiguous-point", at: "P4" } });
    if (!result.ok)
      expect(describeEntryProblem(result.problem)).toMatch(/“P4” may be P4·1, P4·2, .*Which one\?/);
  });

  test("the only point that begins so is meant", () => {
    expect(parseEntry(unit, "TP1 11.9", context)).toMatchObject({
      ok: true,
      body: { check: { red: "TP12" } },
    });
  });

  test("completion offers points and parts, and nothing for a reading", () => {
    expect(completionsOf(unit, "P4")).toEqual(expect.arrayContaining(["P4·1", "P4·3"]));
    expect(completionsOf(unit, "HT1.1 to TC")).toEqual(expect.arrayContaining(["TC1·1", "TC1"]));
    expect(completionsOf(unit, "P4.3 to N 11")).toEqual([]);
    expect(completionsOf(unit, "P4.3")).toEqual([]);
  });
});

describe("what is seen or heard", () => {
  const seen = (observation: string, yes: boolean) => ({
    ok: true,
    body: { check: { kind: "observation", observation }, result: { kind: "seen", seen: yes } },
  });
  test.each([
    ["looks burnt P4", "P4-scorched", true],
    ["C1 bulged", "C1-bulged", true],
    ["C1 not swollen", "C1-bulged", false],
    ["hear K3 click", "K3-clicks", true],
    ["K3 doesn't click", "K3-clicks", false],
  ])("%s", (line, observation, yes) => {
    expect(parseEntry(unit, line, context)).toMatchObject(seen(observation, yes));
  });

  test("a part of which the model knows no look is kept as a note", () => {
    expect(parseEntry(unit, "looks burnt R14", context)).toMatchObject({
      ok: false,
      problem: { code: "unknown-look" },
    });
  });

  test("a sign that several questions ask for is not guessed", () => {
    const result = parseEntry(unit, "hear a click at relay", context);
    expect(result).toMatchObject({ ok: false, problem: { code: "ambiguous-look" } });
  });
});
