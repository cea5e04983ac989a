import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import type { Json, Section } from "./field.ts";
import { recordsOf } from "./place.ts";
import { SECTIONS } from "./sections/index.ts";
import { cellsOf } from "./sheet.ts";
import { MOST_TABLE_ROWS, readSectionTable, sectionTable, withTable } from "./table.ts";

const load = (name: string) => JSON.parse(readFileSync(`demo/units/${name}`, "utf8")) as Json;
const section = (id: string): Section => SECTIONS.find((s) => s.id === id)!;
const washer = load("glasswasher-gw4.json");
const text = (json: unknown) => JSON.stringify(json);

test.each(readdirSync("demo/units"))("%s: every table comes back as it went out", (name) => {
  const file = load(name);
  for (const s of SECTIONS.filter(
    (of) => of.shape !== "one" && cellsOf(of).some((f) => f.holds.is === "id"),
  )) {
    const read = readSectionTable(file, s, sectionTable(file, s));
    expect({ section: s.id, problems: read.problems, unused: read.unused }).toEqual({
      section: s.id,
      problems: [],
      unused: [],
    });
    for (const instead of [true, false]) expect(text(withTable(file, s, read, instead))).toBe(text(file));
  }
});

describe("a table", () => {
  const covers = section("covers");
  const ids = (file: Json) => recordsOf(file, covers).map((r) => r.record["id"]);

  test("goes into what is there: a row that is known changes it, another is new", () => {
    const read = readSectionTable(washer, covers, [
      ["Short name", "Minutes, min"],
      ["front", "2,5"],
      ["", " "],
      ["lid", "1"],
    ]);
    expect(read).toMatchObject({ problems: [], matched: ["Short name", "Minutes"], unused: [] });
    expect(read.rows.map((r) => [r.of, r.row])).toEqual([
      [0, 2],
      [undefined, 4],
    ]);
    const merged = withTable(washer, covers, read, false);
    expect(recordsOf(merged, covers).map((r) => r.record)).toEqual([
      { id: "front", name: "front cover", minutes: 2.5 },
      { id: "board-box", name: "board box lid", minutes: 1 },
      { id: "lid", minutes: 1 },
    ]);
    expect(ids(withTable(washer, covers, read, true))).toEqual(["front", "lid"]);
  });

  test("is matched by the names of a model's file as well, whatever the order and the case", () => {
    const read = readSectionTable(washer, section("wires"), [
      ["terminals.b", "ID", "Colour", "mm2", "remark"],
      ["P1_L", "CL", "red", "2.5", "look"],
    ]);
    expect(read).toMatchObject({
      problems: [],
      unused: ["remark"],
      matched: ["Wire", "To net", "Colour", "Size"],
    });
    const next = withTable(washer, section("wires"), read, false);
    expect((next["parts"] as Json[])[1]).toMatchObject({
      terminals: { a: "OUTLET_L", b: "P1_L" },
      colour: "red",
      parameters: { mm2: 2.5, metres: 2 },
    });
  });

  test("names every problem by its row and column, and those rows are not taken", () => {
    const read = readSectionTable(washer, section("items"), [
      ["Short name", "Name", "Remedy", "Price"],
      ["cord", "Cord", "pray", "dear"],
      ["", "Nobody", "mend", "1"],
      ["pump", "Pump", "replace", "80"],
      ["pump", "Pump again", "replace", "81"],
    ]);
    expect(read.problems).toEqual([
      { row: 2, column: "Remedy", message: expect.stringContaining("“pray” is none of replace") as unknown },
      { row: 2, column: "Price", message: expect.stringContaining("“dear” is no number") as unknown },
      { row: 3, column: "Short name", message: "The row has no short name." },
      { row: 5, column: "Short name", message: "“pump” is in row 4 already." },
    ]);
    const next = withTable(washer, section("items"), read, false);
    const items = recordsOf(next, section("items")).map((r) => r.record);
    expect(items.slice(0, -1)).toEqual(washer["items"]);
    expect(items.at(-1)).toMatchObject({ id: "pump", price: 80 });
  });

  test("without a column that says which each row is, or with no head that is known, is refused whole", () => {
    expect(readSectionTable(washer, covers, [["Minutes"], ["1"]])).toMatchObject({
      rows: [],
      problems: [
        { row: 1, column: "Short name", message: "A column “Short name” must say which cover each row is." },
      ],
    });
    expect(readSectionTable(washer, covers, [["Wobble"], ["1"]])).toMatchObject({
      rows: [],
      problems: [{ row: 1, message: "None of the heads is one of Short name, Name, Minutes." }],
    });
    expect(readSectionTable(washer, covers, [])).toMatchObject({ rows: [], problems: [{ row: 1 }] });
  });

  test("of ten thousand rows is taken, of one more it is not", () => {
    const rows = Array.from({ length: MOST_TABLE_ROWS }, (_, i) => [`c${i}`]);
    expect(readSectionTable(washer, covers, [["id"], ...rows]).problems).toEqual([]);
    expect(readSectionTable(washer, covers, [["id"], ...rows, ["more"]])).toMatchObject({
      rows: [],
      problems: [{ message: "There are 10001 rows; 10000 are taken at once." }],
    });
  });

  test("whose cells were sheltered from being run comes in without the quote", () => {
    const read = readSectionTable(washer, covers, [
      ["id", "name"],
      ["front", "'=1+1"],
      ["board-box", "'tis"],
    ]);
    expect(read.rows.map((r) => r.cells[1])).toEqual(["=1+1", "'tis"]);
  });
});
