import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import {
  numberHeads,
  readSectionTable,
  recordsOf,
  SECTIONS,
  sectionTable,
  withTable,
  type Json,
} from "#core/workshop/index.ts";
import { cellsOfText, tableText } from "./delimited.ts";
import { fileStem } from "./saveText.ts";

describe("a table as text", () => {
  test("comes back with quotes, commas, ends of lines and spaces in its cells", () => {
    const table = [
      ["Short name", "Name"],
      ["a", 'say "now", and\nthen'],
      ["b", "  kept;\ttoo "],
    ];
    expect(cellsOfText(tableText(table))).toEqual(table);
  });

  test.each(["=1+1", "+cmd", "-2", "@sum", "\ttab", "\rreturn"])("shelters %j from being run", (cell) => {
    const text = tableText([["id"], [cell]]);
    expect(cellsOfText(text)[1]![0]).toBe(`'${cell}`);
  });

  test("has its numbers with a comma where that is asked for, and names that look like numbers as they are", () => {
    const table = [
      ["Point", "Length"],
      ["1.2", "0.75"],
      ["a;b", "-1.25e-7"],
    ];
    expect(tableText(table, "comma", ["Length"]).split("\r\n")).toEqual([
      "Point;Length",
      "1.2;0,75",
      `"a;b";"'-1,25e-7"`,
    ]);
    expect(tableText(table).split("\r\n")[1]).toBe("1.2,0.75");
  });

  test("is read with tabs, semicolons or commas, and with a mark at its head", () => {
    for (const text of ["a\tb\n1\t2", "a;b\n1;2", "\uFEFFa,b\r\n1,2\r\n\r\n"])
      expect(cellsOfText(text)).toEqual([
        ["a", "b"],
        ["1", "2"],
      ]);
  });

  test.each(readdirSync("demo/units"))(
    "%s: every chapter comes back through a spreadsheet's text",
    (name) => {
      const file = JSON.parse(readFileSync(`demo/units/${name}`, "utf8")) as Json;
      for (const section of SECTIONS) {
        const hasSheet = section.shape !== "one" && section.fields.some((f) => f.cell);
        if (!hasSheet || recordsOf(file, section).length === 0) continue;
        for (const mark of ["point", "comma"] as const) {
          const text = tableText(sectionTable(file, section), mark, numberHeads(section));
          const read = readSectionTable(file, section, cellsOfText(text));
          expect({ section: section.id, mark, problems: read.problems }).toEqual({
            section: section.id,
            mark,
            problems: [],
          });
          expect(JSON.stringify(withTable(file, section, read, true))).toBe(JSON.stringify(file));
        }
      }
    },
  );
});

test("a name becomes part of a file's name", () => {
  expect(fileStem(" Tea urn, canteen 2 ", "unit")).toBe("Tea-urn-canteen-2");
  expect(fileStem("Wärmeplatte", "unit")).toBe("Wärmeplatte");
  expect(fileStem(" … ", "unit")).toBe("unit");
});
