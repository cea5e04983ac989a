import { describe, expect, test } from "@jest/globals";
import { judgeSheet, type Sheet } from "#core/component/index.ts";
import { emptySheet, sheetFromCsv, sheetToCsv } from "./sheetDesk.ts";

const kept: Sheet = {
  ...emptySheet(),
  name: "Motor board, outputs",
  places: ["Q1 gate", "Q2, left", 'Q3 "spare"'],
  good: { "Q1 gate": "4.7k", "Q2, left": "OL" },
  here: { "Q1 gate": "12" },
};

describe("a sheet as a table", () => {
  test("reads back what it wrote, commas and quotes in names too", () => {
    expect(sheetFromCsv(sheetToCsv(kept, judgeSheet(kept)))).toEqual(kept);
  });

  test("its lines are what a spreadsheet shows", () => {
    expect(sheetToCsv(kept, judgeSheet(kept)).split("\n")).toEqual([
      'sheet,"Motor board, outputs"',
      "dial,ohm",
      "black parked on,ground",
      "place,good board,this board,verdict",
      "Q1 gate,4.7k,12,shorted",
      '"Q2, left",OL,,unread',
      '"Q3 ""spare""",,,unread',
    ]);
  });

  test("a mark that spreadsheets put first is passed over", () => {
    expect(sheetFromCsv(`\uFEFF${sheetToCsv(kept, [])}`)).toMatchObject({ name: kept.name, places: [] });
  });

  test.each([
    ["a,b", /Line 1/],
    ["sheet,x\ndial,volts", /Line 2/],
    ["sheet,x\ndial,ohm\nparked,GND", /Line 3/],
    ["sheet,x\ndial,ohm\nred parked on,GND\nQ1,1", /Line 4/],
    [`sheet,x\ndial,ohm\nred parked on,GND\nplace\n${"y".repeat(80)},1`, /places/],
  ])("%j is refused with the line that is wrong", (csv, says) => {
    const read = sheetFromCsv(csv);
    expect("problem" in read && read.problem).toMatch(says);
  });
});
