import { describe, expect, test } from "@jest/globals";
import { asGoodBoard, forNextBoard, judgeSheet, nextPlace, readPlaces, type Sheet } from "./sheet.ts";

const sheet = (more: Partial<Sheet> = {}): Sheet => ({
  name: "Output stage",
  dial: "ohm",
  parked: "GND",
  parkedColour: "black",
  places: ["Q1", "Q2", "Q3"],
  good: { Q1: "4.7k", Q2: "4.7k", Q3: "OL" },
  here: {},
  ...more,
});
const verdict = (good: string, here: string, dial: Sheet["dial"] = "ohm") =>
  judgeSheet(sheet({ dial, places: ["x"], good: { x: good }, here: { x: here } }))[0]!.verdict;

describe("one board held against a good one, place by place", () => {
  // 15 % of 1000 Ω either way; a twentieth is a short, twenty times open (common practice, no source).
  test.each([
    ["1000", "1149", "alike"],
    ["1000", "1151", "differs"],
    ["1000", "851", "alike"],
    ["1000", "849", "differs"],
    ["1000", "51", "differs"],
    ["1000", "49", "shorted"],
    ["1000", "19900", "differs"],
    ["1000", "20100", "open"],
    ["1000", "OL", "open"],
    ["1000", "0.9", "shorted"],
    ["1000", "beep", "shorted"],
    ["OL", "1000", "differs"],
    ["OL", "0.5", "shorted"],
    ["OL", "OL", "alike"],
    // A short that belongs there is none.
    ["0.3", "0.8", "alike"],
    ["0.3", "1.5", "differs"],
    ["0.3", "OL", "open"],
    ["0", "0", "alike"],
  ])("%s Ω and %s: %s", (good, here, wanted) => expect(verdict(good, here)).toBe(wanted));

  test.each([
    ["0.55", "0.60", "alike"],
    ["0.55", "0.65", "differs"],
    ["0.55", "0.04", "shorted"],
    ["0.55", "OL", "open"],
    ["0.02", "0.04", "alike"],
  ])("on the diode range %s V and %s: %s", (good, here, wanted) =>
    expect(verdict(good, here, "diode")).toBe(wanted),
  );

  test("what cannot be is refused at its place, what is not read is not judged", () => {
    const [first, second] = judgeSheet(sheet({ here: { Q1: "-3", Q2: "0.5 V" } }));
    expect(first!.problems.here).toMatch(/negative/);
    expect(second!.problems.here).toMatch(/the dial is on Ω/);
    expect([first!.verdict, second!.verdict]).toEqual(["unread", "unread"]);
    expect(judgeSheet(sheet({ here: { Q1: "blue" } }))[0]!.problems.here).toMatch(/not a reading/);
  });

  test("the share is told where both are numbers", () => {
    const rows = judgeSheet(sheet({ here: { Q1: "2.35k", Q2: "OL", Q3: "1k" } }));
    expect(rows.map((r) => r.share)).toEqual([0.5, undefined, undefined]);
  });
});

describe("walking the places", () => {
  test("the next one is the first not read on the board at hand", () => {
    expect(nextPlace(sheet(), "good")).toBeUndefined();
    expect(nextPlace(sheet({ here: { Q1: "1", Q2: " " } }), "here")).toBe("Q2");
  });

  test("places by line, by comma, and runs of pins", () => {
    expect(readPlaces("Q1\nQ2, Q3;; ")).toEqual(["Q1", "Q2", "Q3"]);
    expect(readPlaces("U4.1-4")).toEqual(["U4.1", "U4.2", "U4.3", "U4.4"]);
    expect(readPlaces("1–3, 2")).toEqual(["1", "2", "3"]);
    // Backwards it is a name, and so is a run too long to mean.
    expect(readPlaces("P5-2")).toEqual(["P5-2"]);
    expect(readPlaces("A1-900")).toEqual(["A1-900"]);
  });

  test("a sheet serves the next board of the kind, and a good board may become what others are held against", () => {
    const read = sheet({ here: { Q1: "4.6k" } });
    expect(forNextBoard(read)).toMatchObject({ good: read.good, here: {} });
    expect(asGoodBoard(read)).toMatchObject({ good: { Q1: "4.6k", Q2: "4.7k", Q3: "OL" }, here: {} });
  });
});

describe("what was typed at a place", () => {
  test.each([
    ["no beep", "open"],
    ["kein Piepton", "open"],
    ["offen", "open"],
    ["piept", "shorted"],
    ["No Beep", "open"],
    ["beeps", "shorted"],
    ["beep", "shorted"],
  ])("“%s” is %s", (typed, wanted) => expect(verdict("1000", typed)).toBe(wanted));
  test.each(["well, no beep", "no beep at all", "beep beep"])("“%s” is no reading", (typed) => {
    expect(
      judgeSheet(sheet({ places: ["x"], good: { x: "1000" }, here: { x: typed } }))[0]!.verdict,
    ).not.toBe("open");
  });
});
