import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import { checkFile, doubtsOf, placeOf } from "./check.ts";
import type { Json } from "./field.ts";
import { withField } from "./edit.ts";
import { SECTIONS } from "./sections/index.ts";

const washer = JSON.parse(readFileSync("demo/units/glasswasher-gw4.json", "utf8")) as Json;
const section = (id: string) => SECTIONS.find((s) => s.id === id)!;
const broken = (id: string, at: number, path: string, value: unknown) =>
  checkFile(withField(washer, section(id), at, path.split("."), value));

describe("what is wrong is said where it is", () => {
  test("a sound file has nothing wrong and no doubts", () => {
    const checked = checkFile(washer);
    expect(checked.problems).toEqual([]);
    expect(doubtsOf(washer, checked.unit!)).toEqual([]);
  });

  test.each([
    ["parts", 0, "parameters.volts", "a lot", "MAINS", "parameters.volts"],
    ["parts", 2, "terminals.b", undefined, "CN", "terminals"],
    ["states", 1, "drives", [{ output: "Q9" }], "fill", "drives.0.output"],
    ["needs", 1, "from", "NOWHERE", "sensor", "from"],
    ["inputs", 0, "name", undefined, "level", "name"],
    ["steps", 1, "next", "nowhere", undefined, "next"],
    ["items", 0, "price", -1, "supply", "price"],
  ])("%s %i %s", (id, at, path, value, record, field) => {
    const { problems, unit } = broken(id, at, path, value);
    expect(unit).toBeUndefined();
    expect(problems).toEqual(
      expect.arrayContaining([
        expect.objectContaining({
          level: "wrong",
          section: id,
          at,
          field,
          ...(record === undefined ? {} : { record }),
        }),
      ]),
    );
  });

  test("what is about no record is said of the plate or of the board", () => {
    expect(placeOf(washer, "ground")).toEqual({
      section: "unit",
      at: undefined,
      record: "",
      field: "ground",
    });
    expect(placeOf(washer, "sequence.start")).toMatchObject({
      section: "board",
      at: undefined,
      field: "start",
    });
    // Questions that the program makes by itself have no record in the file.
    expect(placeOf(washer, "observations[999].part")).toMatchObject({
      section: "observations",
      at: undefined,
    });
  });

  test("a net that ends nowhere is a doubt about its part", () => {
    const file = withField(washer, section("wires"), 2, ["terminals", "b"], "LOOSE");
    const { unit } = checkFile(file);
    const doubts = doubtsOf(file, unit!);
    expect(doubts.map((d) => `${d.section} ${d.record} ${d.level}`)).toContain("parts CN doubt");
  });
});

test("complaints are sentences, without the words of a program", () => {
  const messages = [
    ...broken("items", 0, "name", undefined).problems,
    ...broken("items", 0, "price", "x").problems,
    ...broken("items", 0, "minutes", 601).problems,
    ...broken("items", 0, "remedy", "pray").problems,
    ...broken("items", 0, "id", "no good").problems,
    ...broken("items", 0, "wobble", 1).problems,
    ...broken("steps", 0, "leaves", [{ when: [], to: "fill" }]).problems,
  ].map((p) => p.message);
  expect(messages).toEqual([
    "is needed: a text",
    "must be a number",
    "must be 600 at most",
    "must be one of replace, mend, reset, call supply",
    "use letters, digits, point, dash and underscore",
    "there is no such field “wobble”",
    "needs 1 at least",
  ]);
});
