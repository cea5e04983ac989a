import { describe, expect, test } from "@jest/globals";
import { COMPONENT_TESTS, componentTest, judgeEntries, readEntries, type Entries } from "./index.ts";

/** Figures that stand beside a verdict, each worked by hand. */
function said(id: string, entries: Entries): string {
  const found = componentTest(id)!;
  const read = readEntries(found, entries);
  expect(read.problems).toEqual({});
  return JSON.stringify(judgeEntries(found, read));
}

describe("a supply at rest and at work", () => {
  const sag = (more: Entries) => said("supply-sag", { nominal: "12", rest: "12.2", worked: "11.8", ...more });
  // 12.2 V − 11.8 V = 0.4 V at 2 A: 0.2 Ω.
  test("its inner resistance is what it falls by over the amps", () => {
    expect(sag({ amps: "2" })).toContain("falls by 0.40 V");
    expect(sag({ amps: "2" })).toContain("an inner resistance of 200 mΩ");
  });

  test("without amps, at none, or with a rise, none is given", () => {
    const without: readonly Entries[] = [{}, { amps: "0" }, { amps: "2", worked: "12.3" }];
    for (const more of without) expect(sag(more)).not.toContain("inner resistance");
    expect(sag({ amps: "2", worked: "12.2" })).toContain("inner resistance");
  });
});

describe("preferred values by tolerance (IEC 60063: E12 at 10 %, E24 at 5 %, E96 at 1 and 2 %)", () => {
  // 4990 Ω is a value of E96, not of E24; 5100 of E24, not of E12; 4700 of all three.
  test.each([
    ["4990", "1", true],
    ["4990", "2", true],
    ["4990", "5", false],
    ["5100", "5", true],
    ["5100", "10", false],
    ["4700", "10", true],
    ["4700", "5", true],
  ])("%s Ω at %s %%: preferred %s", (ohms, tolerance, preferred) => {
    const text = said("value-to-code", { ohms, tolerance });
    expect(text.includes("Nearest in")).toBe(!preferred);
  });

  test.each([
    ["10", "E12"],
    ["5", "E24"],
    ["2", "E96"],
    ["1", "E96"],
  ])("at %s %% the series is %s", (tolerance, series) => {
    expect(said("value-to-code", { ohms: "4950", tolerance })).toContain(`"${series}"`);
  });
});

describe("a marking's range", () => {
  // 4.7 kΩ ± 5 %; three figures say 5 %, a letter for the point says nothing, and a link has no range.
  test.each([
    ["472", "4.465 kΩ to 4.935 kΩ at ±5 %"],
    ["4R7", undefined],
    ["0", undefined],
  ])("%s", (code, range) => {
    const found = componentTest("chip-code")!;
    const { working } = judgeEntries(found, readEntries(found, { code }))!;
    expect(working).toEqual(range === undefined ? [] : [range]);
  });
});

describe("the fall of a capacitor's volts, drawn", () => {
  // 470 µF through 1 kΩ: 0.47 s, and 30 V after 0.47 s · ln(325/30) = 1.12 s; drawn for 1.3 times that, 325 V · e^(−3.10) at its end.
  test("from what is on it to beyond the safe volts, which are marked", () => {
    const found = componentTest("discharge")!;
    const { chart } = judgeEntries(
      found,
      readEntries(found, { farads: "470", volts: "325", ohms: "1000", watts: "25" }),
    )!;
    const { points } = chart!.lines[0]!;
    expect(points[0]).toEqual([0, 325]);
    expect(points).toHaveLength(61);
    expect(points.at(-1)![0]).toBeCloseTo(1.456, 2);
    expect(points.at(-1)![1]).toBeCloseTo(325 * Math.exp(-3.098), 0);
    expect(chart!.marks).toEqual([{ label: "30 V", x: expect.closeTo(1.12, 2), y: 30 }]);
  });
});

describe("lengths as they are said", () => {
  const travel = (typed: string) => {
    const found = COMPONENT_TESTS.find((t) => t.fields.some((f) => f.id === "should"))!;
    return readEntries(found, { travel: typed, should: typed });
  };
  // One inch is 25.4 mm, one foot 304.8 mm, by definition.
  test.each([
    ["1/4 in", "6.35 mm"],
    ["1 in", "25.4 mm"],
    ["0.16in", "4.06 mm"],
    ["2 inches", "50.8 mm"],
    ["1,5  inch", "38.1 mm"],
    ["12/16″", "19 mm"],
    ["3 / 12 in", "6.35 mm"],
    ["1  3/8in", "34.9 mm"],
    ["0.1 ft", "30.5 mm"],
  ])("%s is %s, and is asked back", (typed, shown) => {
    expect(JSON.stringify(travel(typed).questions)).toContain(shown);
    expect(travel(typed).problems).toEqual({});
  });

  test.each(["x1 in", "1 inx", "a/b in", "1/b in", "1 x/8 in", "3//8 in", "in 1"])(
    "%s is no length",
    (typed) => {
      expect(travel(typed).problems).not.toEqual({});
    },
  );

  test("no length at all is a length; one below nothing is none", () => {
    expect(travel("0 in").problems).toEqual({});
    expect(travel("-1 in").problems).not.toEqual({});
  });
});
