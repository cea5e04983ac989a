import { describe, expect, test } from "@jest/globals";
import { judge } from "../../tests/support/judgedTest.ts";
import { COMPONENT_TESTS, componentTest, readEntries, type Entries } from "./index.ts";
import { EXAMPLES } from "../../tests/support/workedExamples.ts";

describe("worked by hand", () => {
  test.each(EXAMPLES)("%s %j", (id, entries, verdict, says) => {
    const judgement = judge(id, entries);
    expect(`${judgement.verdict}: ${judgement.sentence}`).toMatch(new RegExp(`^${verdict}: `));
    expect(judgement.sentence).toMatch(says);
  });

  test("every test has one", () => {
    const worked = new Set(EXAMPLES.map(([id]) => id));
    expect(COMPONENT_TESTS.filter((t) => !worked.has(t.id)).map((t) => t.id)).toEqual([]);
  });

  test("every limit names its source", () => {
    for (const [id, entries] of EXAMPLES)
      for (const limit of judge(id, entries).limits) expect(limit.source).toMatch(/\w{3}/);
  });

  test("every test that is measured says how to prepare, and where it is dead that it is proven or cut off", () => {
    for (const t of COMPONENT_TESTS.filter((t) => t.probes.length > 0)) {
      expect([t.id, t.prepare.length]).toEqual([t.id, expect.any(Number)]);
      expect(t.prepare.length).toBeGreaterThan(0);
      if (!t.live)
        expect(`${t.id}: ${t.prepare.join(" ")}`).toMatch(
          /dead|proven|out of circuit|plug off|plugs|leads? off|isolated|steady temperatures|off the board/iu,
        );
    }
  });
});

describe("what is odd is questioned at its field, what cannot be is refused", () => {
  const read = (id: string, entries: Entries) => readEntries(componentTest(id)!, entries);
  /** What single fields hold, whatever else is missing. */
  const numbersOf = (id: string, entries: Entries) => {
    const { fields } = componentTest(id)!;
    const only = { fields: fields.filter((f) => entries[f.id] !== undefined) };
    const { values, questions } = readEntries(only, entries);
    return { numbers: new Map(only.fields.map((f) => [f.id, values?.maybe(f.id)])), questions };
  };
  test.each([
    ["heater", { reads: "-3" }, "reads", /negative ohms/],
    ["run-capacitor", { reads: "thirty" }, "reads", /not a number/],
    ["run-capacitor", { reads: "35 V" }, "reads", /does not belong in a field of µF/],
    ["relay-coil", { volts: "OL" }, "volts", undefined],
  ] as const)("%s %j", (id, entries, field, says) => {
    const { problems, values } = read(id, entries);
    if (says) expect(problems[field]).toMatch(says);
    expect(values).toBeUndefined();
  });

  test("inches, feet, °F and gauges beside metric, each with what it comes to", () => {
    const value = (id: string, field: string, typed: string) => {
      const { numbers, questions } = numbersOf(id, { [field]: typed });
      return [numbers.get(field), questions[0]?.text];
    };
    expect(value("ntc", "celsius", "77 F")).toEqual([expect.closeTo(25, 9), "77 F is 25.0 °C."]);
    expect(value("spark-gap", "gap", '5/32"')).toEqual([expect.closeTo(0.00396875, 9), '5/32" is 3.97 mm.']);
    expect(value("spark-gap", "gap", "1 1/2 in")[0]).toBeCloseTo(0.0381, 9);
    expect(value("cable-drop", "metres", "40 ft")).toEqual([expect.closeTo(12.192, 9), "40 ft is 12.2 m."]);
    expect(value("gauge", "awg", "2/0")[0]).toBe(-1);
    expect(value("gauge", "awg", "AWG 14")[0]).toBe(14);
    expect(value("gauge", "awg", "0000")[0]).toBe(-3);
    expect(read("gauge", { awg: "AWG 77" }).problems["awg"]).toMatch(/no gauge/);
  });

  test("a beep is a range of ohms: it decides where both ends agree, else the ohms are asked for", () => {
    expect(judge("microswitch", { rest: "open", atRest: "no beep", worked: "OL" })).toMatchObject({
      verdict: "bad",
      code: "stays-open",
    });
    expect(judge("microswitch", { rest: "open", atRest: "no beep", worked: "beep" })).toMatchObject({
      verdict: "doubtful",
      code: "beep",
    });
    expect(judge("varistor", { looks: "whole", ohms: "beep" })).toMatchObject({
      verdict: "bad",
      code: "leaks",
    });
    expect(judge("varistor", { looks: "whole", ohms: "beep" }).sentence).toMatch(/^a beep: it leaks/);
    expect(judge("heater", { volts: "230", watts: "2000", reads: "no beep" }).verdict).toBe("doubtful");
    expect(judge("heater", { volts: "230", watts: "150", reads: "beep" }).verdict).toBe("bad");
    expect(judge("fuse-ohms", { amps: "10", ohms: "no beep" }).verdict).toBe("bad");
    expect(judge("fuse-ohms", { amps: "10", ohms: "beep" }).sentence).toMatch(/Read the ohms/);
    // A rating is no reading.
    expect(read("heater", { volts: "beep" }).problems["volts"]).toMatch(/not a number/);
  });

  test("a diode or a capacitance that reads negative: the probes are turned, or a charge is left", () => {
    expect(judge("diode", { kind: "silicon", forward: "-0.55", reverse: "OL" })).toMatchObject({
      verdict: "doubtful",
      code: "turned",
    });
    expect(judge("run-capacitor", { label: "35", reads: "-35" }).sentence).toMatch(/swapped, or a charge/);
    expect(judge("run-capacitor", { label: "35", reads: "OL" })).toMatchObject({ verdict: "bad" });
  });

  test("nothing is read as nothing: 0 Ω of a winding, 0 V of a battery and of a sensor's supply", () => {
    expect(judge("split-motor", { ab: "0", bc: "2.1", ca: "4.6" }).sentence).toMatch(
      /0 Ω between two terminals/,
    );
    expect(judge("three-phase-motor", { uv: "0", vw: "2.1", wu: "2.1" }).verdict).toBe("bad");
    expect(judge("battery", { rest: "0" }).sentence).toMatch(/deeply flat/);
    expect(judge("hall", { supply: "0", high: "0", low: "0" }).sentence).toMatch(/no supply/);
  });

  test("microfarads typed as farads", () => {
    expect(read("run-capacitor", { label: "35 F" }).questions[0]!.text).toMatch(/35 farads, a million times/);
    expect(read("run-capacitor", { label: "35", reads: "35" }).questions).toEqual([]);
  });

  test("a temperature in °F left without its unit", () => {
    expect(read("ntc", { celsius: "212" }).questions[0]!.text).toMatch(
      /Were 212 °F meant\? Those are 100 °C/,
    );
  });

  test("five bands on a four-band form, an impossible code, an NTC that rises", () => {
    expect(judge("colour-code", { count: "4", bands: "red red black black brown" }).sentence).toMatch(
      /five bands/,
    );
    expect(judge("colour-code", { count: "4", bands: "gold red red gold" }).sentence).toMatch(/wrong end/);
    expect(judge("chip-code", { code: "97Q" }).sentence).toMatch(/no chip marking/);
    expect(
      judge("ntc", { at25: "10k", beta: "3950", celsius: "20", reads: "12k", warm: "14k" }).questions,
    ).toHaveLength(1);
  });
});

// Each reading halves what is left: 4 contacts in 2 readings, 5 in 3.
test.each([
  ["A B C D E", "at most 2 readings for 4 contacts"],
  ["A B C D E F", "at most 3 readings for 5 contacts"],
])("a limit chain of points %s takes %s", (points, text) => {
  expect(judge("limit-chain", { points }).limits.map((l) => l.text)).toContain(text);
  expect(
    judge("limit-chain", { points: "A B" })
      .limits.map((l) => l.text)
      .join(),
  ).not.toMatch(/readings for/);
});
