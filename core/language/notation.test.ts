import { describe, expect, test } from "@jest/globals";
import { notationAt, saidAndWritten, writerFor, type Notation } from "./notation.ts";

const asWritten: Notation = { decimal: "point", temperature: "C", sizes: "metric" };
const written = (text: string, notation: Partial<Notation>) =>
  writerFor({ ...asWritten, ...notation })!.text(text);

test("a shop that reads numbers as the program writes them has no writer", () =>
  expect(writerFor(asWritten)).toBeUndefined());

describe("a decimal comma", () => {
  test.each([
    ["It reads 4.70 V.", "It reads 4,70 V."],
    ["4.37 to 4.97 V AC", "4,37 to 4,97 V AC"],
    ["zwischen 0.20 und 0.29 V", "zwischen 0,20 und 0,29 V"],
    ["12.1 ± 0.3 V", "12,1 ± 0,3 V"],
    ["−0.5 mV, 3.3 kΩ and 6.3 A", "−0,5 mV, 3,3 kΩ and 6,3 A"],
    ["0.94 ×, 99.6 %, 2.5 mm², 1.2 m, 0.5 s, 1.5 h", "0,94 ×, 99,6 %, 2,5 mm², 1,2 m, 0,5 s, 1,5 h"],
    ["230.5", "230,5"],
    ["−0.41", "−0,41"],
    ["≤ 0.7", "≤ 0,7"],
    ["€62.50", "€62,50"],
    ["€1,200.50", "€1\u202f200,50"],
    ["$12,345", "$12\u202f345"],
    ["that is €30.40.", "that is €30,40."],
    [
      "CHF\u00a062.50, -kr\u00a01,262.50 and zł\u00a07.80",
      "CHF\u00a062,50, -kr\u00a01\u202f262,50 and zł\u00a07,80",
    ],
    ["9 min, 0.7 trips", "9 min, 0,7 trips"],
    ["It took away 1.4 bits of doubt, 3.2 GB", "It took away 1,4 bits of doubt, 3,2 GB"],
    ["4.5 \ue001 in the middle", "4,5 \ue001 in the middle"],
  ])("%s", (text, expected) => expect(written(text, { decimal: "comma" })).toBe(expected));

  test.each([
    "P4.3 to X3.1",
    "Pin P4.3 V",
    "version 7.18.4 s",
    "at 192.168.1.40 V",
    "Bay 3.1, the left one",
    "4.7k is typed so",
    "1200 V",
    "IEC 60127-2.3 A",
  ])("names, versions and what people typed stay: %s", (text) =>
    expect(written(text, { decimal: "comma" })).toBe(text),
  );

  test("in a calculation every number has it, and no name", () =>
    expect(
      writerFor({ ...asWritten, decimal: "comma", temperature: "F" })!.calculation(
        "d = 0.127 · 92^((36 − 14)/39) = 1.63 at 40 °C, P4.3",
      ),
    ).toBe("d = 0,127 · 92^((36 − 14)/39) = 1,63 at 40 °C, P4.3"));
});

// 9/5 and 32 by definition: 0 °C are 32 °F, 100 °C are 212 °F, −40 are the same on both.
describe("degrees Fahrenheit", () => {
  test.each([
    ["rinse water at 82 °C", "rinse water at 180 °F"],
    ["100 °C", "212 °F"],
    ["0 °C", "32 °F"],
    ["−40 °C", "−40 °F"],
    ["−18 °C", "0 °F"],
    ["37.5 °C", "99.5 °F"],
    ["20 to 60 °C", "68 to 140 °F"],
    ["bei −30 bis 150 °C", "bei −22 bis 302 °F"],
    ["25 ± 5 °C", "77 ± 9 °F"],
    ["insulation halves for every 10 °C", "insulation halves for every 18 °F"],
    ["at least 20 °C apart", "at least 36 °F apart"],
    ["je 10 °C", "je 18 °F"],
    ["mindestens 20 °C auseinander", "mindestens 36 °F auseinander"],
  ])("%s", (text, expected) => expect(written(text, { temperature: "F" })).toBe(expected));

  test("what is in °F already, and a unit without a number, stay", () => {
    for (const text of ["140 °F", "Temperature, °C", "K60 °C°"])
      expect(written(text, { temperature: "F" })).toBe(text);
  });
});

// The inch is 25.4 mm and the foot 0.3048 m, exactly.
describe("inches and feet", () => {
  test.each([
    ["a gap of 4 mm", "a gap of 0.157 in"],
    ["from 3.15 mm", "from 0.124 in"],
    ["25.4 mm", "1 in"],
    ["1 to 2 mm", "0.0394 to 0.0787 in"],
    ["2 m of it", "6.56 ft of it"],
    ["30.48 m", "100 ft"],
  ])("%s", (text, expected) => expect(written(text, { sizes: "american" })).toBe(expected));

  test.each(["2.5 mm²", "5 min", "3 mV", "1 Ω·mm²/m", "12 mA", "M4 m"])(
    "what is no length stays: %s",
    (text) => expect(written(text, { sizes: "american" })).toBe(text),
  );
});

test("all of it at once; and written again it stays", () => {
  const { text } = writerFor({ decimal: "comma", temperature: "F", sizes: "american" })!;
  const once = text("4.7 V at 37.5 °C, 4 mm off, €1,200.50");
  expect(once).toBe("4,7 V at 99,5 °F, 0,157 in off, €1\u202f200,50");
  expect(text(once)).toBe(once);
});

describe("what is left to the unit", () => {
  const chosen = { decimal: "point", temperature: "unit", sizes: "unit" } as const;
  test("is North American at 60 Hz, and metric at 50 Hz and where no unit is", () => {
    expect(notationAt(chosen, 60)).toEqual({ decimal: "point", temperature: "F", sizes: "american" });
    for (const hertz of [50, undefined]) expect(notationAt(chosen, hertz)).toEqual(asWritten);
  });
  test("what the shop chose holds at every unit", () => {
    const own = { decimal: "comma", temperature: "C", sizes: "metric" } as const;
    expect(notationAt(own, 60)).toEqual(own);
    expect(notationAt({ ...own, temperature: "F", sizes: "american" }, 50)).toEqual({
      ...own,
      temperature: "F",
      sizes: "american",
    });
  });
  test("the same notation is the same object, and has the same writer", () => {
    expect(notationAt(chosen, 60)).toBe(notationAt(chosen, 60));
    expect(writerFor(notationAt(chosen, 60))).toBe(writerFor(notationAt(chosen, 60)));
  });
});

test("a text is said first and written then", () => {
  const say = (text: string) => text.replace("reads", "zeigt");
  const { text: write } = writerFor({ ...asWritten, decimal: "comma" })!;
  expect(saidAndWritten(say, write)!("K3 reads 4.7 V")).toBe("K3 zeigt 4,7 V");
  expect(saidAndWritten(say, write)).toBe(saidAndWritten(say, write));
  expect(saidAndWritten(say, undefined)).toBe(say);
  expect(saidAndWritten(undefined, write)).toBe(write);
  expect(saidAndWritten(undefined, undefined)).toBeUndefined();
});
