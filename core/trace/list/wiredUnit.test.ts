import { describe, expect, test } from "@jest/globals";
import { readsAt } from "../../../tests/support/readsAt.ts";
import { lintUnit, type Fault, type UnitModel } from "../../unit/index.ts";
import { BAD_LIST, GOOD_LIST, WASHER_PARTS } from "../../../tests/support/washerList.ts";
import { describeListProblem, describeRowProblem, readTable, wiredUnit, type WireRow } from "../index.ts";

const HEADER = { id: "washer", name: "Parts washer", maker: "" };
const SUPPLY = "mains 230V 50Hz";

const table = (text: string) => text.split(/\r?\n/u).map((line) => line.split(";"));
const rowsOf = (text: string) => readTable(table(text)).rows;
const made = (rows: readonly WireRow[], parts = WASHER_PARTS) =>
  wiredUnit(HEADER, { supply: SUPPLY, rows, parts });

function unitOf(rows: readonly WireRow[], parts = WASHER_PARTS): UnitModel {
  const { unit, rowProblems, problems } = made(rows, parts);
  if (!unit)
    throw new Error(
      [...rowProblems.map(describeRowProblem), ...problems.map(describeListProblem)].join("; "),
    );
  return unit.model;
}

describe("a list of sixty rows", () => {
  const unit = unitOf(rowsOf(GOOD_LIST));

  test("is a unit without a mistake in it", () => {
    expect(rowsOf(GOOD_LIST)).toHaveLength(60);
    expect(lintUnit(unit).filter((f) => f.level === "error")).toEqual([]);
    expect(unit.parts.find((p) => p.id === "HT1")).toMatchObject({
      type: "heater",
      parameters: { watts: 2000 },
    });
    expect(unit.parts.find((p) => p.id === "W.16")).toMatchObject({
      colour: "grey",
      parameters: { mm2: 1.5, metres: 1.1 },
    });
  });

  test("its courses pass the ends as they are printed, supply to load and back", () => {
    const course = unit.courses.find((c) => c.load === "HT1")!;
    expect(course.points.join(" ")).toBe(
      "L TB1.1 TB1.2 CB1.1 CB1.2 ES1.1 ES1.2 TB4.1 TB4.2 P1.1 K1.11 K1.14 P4.1 TH1.1 TH1.2 HT1.1 HT1.2 P4.3 P1.2 TB2.2 TB2.1 N",
    );
    expect(unit.courses.find((c) => c.load === "Y1")!.points.join(" ")).toBe(
      "T1.out F2.1 F2.2 FS1.1 FS1.2 Y1.1 Y1.2 TB6.1 TB6.2 T1.return",
    );
    expect(unit.courses).toHaveLength(20);
  });

  // 2 kW at 230 V are 26.45 Ω; a joint of 30 Ω in front leaves 26.45 of 57 Ω of what the supply gives: about 107 V.
  test("reads as Ohm's law has it", () => {
    const joint: Fault = { part: "P4.1", mode: "high-resistance", severity: 30 };
    const volts = readsAt(unit, "running", "vac", "HT1.1", "N", joint);
    expect(volts).toBeGreaterThan(104);
    expect(volts).toBeLessThan(108);
    expect(readsAt(unit, "running", "vac", "M1.1", "N", joint)).toBeGreaterThan(225);
    expect(readsAt(unit, "running", "vac", "Y1.1", "T1.return")).toBeGreaterThan(22);
    expect(readsAt(unit, "running", "vac", "Y1.1", "T1.return", { part: "FS1", mode: "open" })).toBeLessThan(
      0.5,
    );
  });

  test("is made again of what it keeps", () => {
    const { supply, rows, parts } = unit.wired!;
    const again = wiredUnit(HEADER, {
      supply,
      parts,
      rows: rows.map(([from = "", to = "", colour = "", size = "", length = ""]) => ({
        from,
        to,
        colour,
        size,
        length,
      })),
    });
    expect(again.unit!.model).toEqual(unit);
  });

  test("a hundred heaters are a unit too: what hurts is named by the first of them", () => {
    const rows = Array.from({ length: 100 }, (_, i) => [
      { from: "L", to: `F${i + 1}.1` },
      { from: `F${i + 1}.2`, to: `HT${i + 1}.1` },
      { from: `HT${i + 1}.2`, to: "N" },
    ])
      .flat()
      .map((ends) => ({ ...ends, colour: "", size: "", length: "" }));
    const hot = unitOf(rows, {}).hazards.find((h) => h.kind === "hot")!;
    expect(hot.text).toContain("HT8 and 92 more and what is near");
    expect(hot.parts).toHaveLength(100);
  });

  test("whatever the order of the rows and of a row's ends, it is the same circuit", () => {
    const turned = [...rowsOf(GOOD_LIST)].reverse().map((row) => ({ ...row, from: row.to, to: row.from }));
    const other = unitOf(turned);
    const ways = (u: UnitModel) => u.courses.map((c) => c.points.join(" ")).sort();
    expect(ways(other)).toEqual(ways(unit));
    expect(readsAt(other, "running", "vac", "HT1.1", "HT1.2")).toBeCloseTo(
      readsAt(unit, "running", "vac", "HT1.1", "HT1.2"),
      6,
    );
  });
});

describe("what is wrong is named by its row", () => {
  test("two bad rows of sixty, and nothing else", () => {
    const { rowProblems, unit } = made(rowsOf(BAD_LIST));
    expect(unit).toBeUndefined();
    expect(rowProblems.map((p) => [p.row + 1, p.cell, describeRowProblem(p)])).toEqual([
      [
        16,
        "colour",
        "“gräulich” is no wire colour known here. Write brown, BN or BRN, green/yellow or GNYE, or leave it empty.",
      ],
      [24, "to", "Which terminal of FS1? Write FS1.1 or FS1.2."],
    ]);
  });

  const row = (from: string, to: string, colour = "", size = "", length = ""): WireRow => ({
    from,
    to,
    colour,
    size,
    length,
  });

  test.each([
    [row("", "F1.1"), "from", "missing"],
    [row("L", ""), "to", "missing"],
    [row("L", "=HYPERLINK(1)"), "to", "not-an-end"],
    [row("F1.1", "F1.1"), "to", "same-ends"],
    [row("L", "F1.1", "plaid"), "colour", "colour"],
    [row("L", "F1.1", "brown", "301"), "size", "size"],
    [row("L", "F1.1", "brown", "AWG 41"), "size", "size"],
    [row("L", "F1.1", "brown", "1.5", "1001 m"), "length", "length"],
    [row("L", "F1.1", "brown", "1.5", "long"), "length", "length"],
  ])("%j: %s, %s", (bad, cell, code) => {
    expect(made([bad]).rowProblems).toMatchObject([{ row: 0, cell, code }]);
  });

  test.each([
    [row("L", "F1.1", "brown", "300"), { mm2: 300 }],
    [row("L", "F1.1", "brown", "AWG 40"), { awg: 40 }],
    [row("L", "F1.1", "brown", "18 awg", "1000 m"), { awg: 18, metres: 1000 }],
    [row("L", "F1.1", "brown", "0,75", "450 mm"), { mm2: 0.75, metres: 0.45 }],
    [row("L", "F1.1", "brown", "", "10 ft"), { metres: 3.048 }],
  ])("%j is read as %j", (good, parameters) => {
    const rows = [good, row("F1.2", "HT1.1"), row("HT1.2", "N")];
    expect(unitOf(rows, {}).parts.find((p) => p.id === "W.1")!.parameters).toMatchObject(parameters);
  });

  test("the same two ends twice, whichever way round", () => {
    const rows = [row("L", "F1.1"), row("F1.2", "HT1.1"), row("HT1.1", "F1.2"), row("HT1.2", "N")];
    expect(made(rows, {}).rowProblems).toMatchObject([{ row: 2, code: "twice", other: 1 }]);
  });

  const simple = [row("L", "F1.1"), row("F1.2", "HT1.1"), row("HT1.2", "N")];

  test.each([
    [
      "a part whose letters say nothing",
      [...simple, row("F1.2", "ZZ9.1"), row("ZZ9.2", "N")],
      {},
      "unknown-part",
    ],
    ["a line that is not understood", simple, { HT1: "gizmo" }, "part-line"],
    ["three ends on a fuse", [...simple, row("F1.3", "N")], {}, "ends"],
    [
      "a load that nothing leads to",
      [row("S1.1", "F1.1"), row("S1.2", "TB9.1"), simple[1]!, simple[2]!],
      {},
      "no-way-there",
    ],
    [
      "a load that nothing leads back from",
      [simple[0]!, simple[1]!, row("HT1.2", "TB1.1")],
      {},
      "no-way-back",
    ],
    ["no load at all", [row("L", "F1.1"), row("F1.2", "N")], {}, "no-load"],
  ])("%s", (_, rows, parts, code) => {
    const { problems, unit } = made(rows, parts);
    expect(unit).toBeUndefined();
    expect(problems.map((p) => p.code)).toContain(code);
    for (const p of problems) expect(describeListProblem(p)).toMatch(/[.?]$/u);
  });

  test("a supply that is none", () => {
    const { problems } = wiredUnit(HEADER, { supply: "fuse 10A", rows: simple, parts: {} });
    expect(problems).toMatchObject([{ code: "supply" }]);
  });

  test("a load between two legs goes back to the other leg", () => {
    const rows = [row("L1", "CB1.1"), row("CB1.2", "HT1.1"), row("HT1.2", "L2")];
    const { unit } = wiredUnit(HEADER, { supply: "split 240V", rows, parts: { HT1: "element 3kW 240V" } });
    expect(unit!.model.courses[0]!.points).toEqual(["L1", "CB1.1", "CB1.2", "HT1.1", "HT1.2", "L2"]);
    expect(readsAt(unit!.model, "running", "vac", "HT1.1", "HT1.2")).toBeGreaterThan(234);
  });
});

describe("columns are matched by their heads", () => {
  test("other words, another order, units in the head, parts and pins apart", () => {
    const { rows, unused } = readTable([
      ["Wire no", "Color", "To part", "To pin", "From part", "From pin", "Length (mm)", "AWG"],
      ["1", "red", "F1", "1", "P2", "3", "450", "18"],
    ]);
    expect(rows).toEqual([{ from: "P2.3", to: "F1.1", colour: "red", size: "18 awg", length: "450 mm" }]);
    expect(unused).toEqual(["Wire no"]);
  });

  test("without heads the columns stand in their usual order; empty lines are passed over", () => {
    expect(
      readTable([
        ["L", "F1.1", "brown"],
        ["", " "],
        ["F1.2", "N"],
      ]),
    ).toEqual({
      headed: false,
      unused: [],
      rows: [
        { from: "L", to: "F1.1", colour: "brown", size: "", length: "" },
        { from: "F1.2", to: "N", colour: "", size: "", length: "" },
      ],
    });
  });

  test("the quote with which a formula was kept from running is taken off", () => {
    expect(readTable([["'L", "F1.1"]]).rows[0]!.from).toBe("L");
  });
});
