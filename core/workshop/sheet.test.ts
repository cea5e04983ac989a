import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import type { Field, Json, Section } from "./field.ts";
import { recordsOf } from "./place.ts";
import { SECTIONS } from "./sections/index.ts";
import { cellsOf, describeCellProblem, readCell, showCell, withSheet } from "./sheet.ts";

const load = (name: string) => JSON.parse(readFileSync(`demo/units/${name}`, "utf8")) as Json;
const section = (id: string): Section => SECTIONS.find((s) => s.id === id)!;
const cell = (of: string, label: string): Field => section(of).fields.find((f) => f.label === label)!;
const rowsOf = (file: Json, s: Section) =>
  recordsOf(file, s).map(({ record }) => cellsOf(s).map((f) => showCell(f, record)));
const SHEETS = SECTIONS.filter((s) => s.shape !== "one" && cellsOf(s).length > 0);

test.each(readdirSync("demo/units"))(
  "%s is the same, in its bytes, when every sheet is put back as it stands",
  (name) => {
    const file = load(name);
    for (const s of SHEETS) {
      const rows = rowsOf(file, s);
      expect(
        JSON.stringify(
          withSheet(
            file,
            s,
            rows,
            rows.map((_, i) => i),
          ),
        ),
      ).toBe(JSON.stringify(file));
    }
  },
);

describe("a cell", () => {
  test.each([
    ["items", "Price", "12.5", 12.5],
    ["items", "Price", "0,5", 0.5],
    ["wires", "Length", "1k2", 1200],
    ["items", "A good one is at hand", "yes", true],
    ["items", "A good one is at hand", "no", undefined],
    ["items", "Remedy", "call the supply company", "call supply"],
    ["items", "Remedy", "Mend", "mend"],
    ["points", "Side", "low voltage", "low-voltage"],
    ["parts", "Kind", "low side output", "low-side-output"],
    ["lifts", "Takes off", "A.1, B.2;C.3", ["A.1", "B.2", "C.3"]],
    ["items", "Name", "  Boiler ", "Boiler"],
    ["items", "Name", " ", undefined],
  ])("%s %s: “%s”", (of, label, typed, value) => {
    expect(readCell(cell(of, label), typed)).toEqual({ ok: true, value });
  });

  test.each([
    ["items", "Price", "dear", "“dear” is no number. Write it like 24.6, 4k7 or 0.5."],
    ["items", "Price", "OL", "“OL” is no number. Write it like 24.6, 4k7 or 0.5."],
    ["items", "A good one is at hand", "perhaps", "Say yes or no, not “perhaps”."],
    ["states", "Power", "on", "“on” is none of live, dead."],
  ])("%s %s: “%s” is refused", (of, label, typed, words) => {
    const read = readCell(cell(of, label), typed);
    expect(read.ok ? "" : describeCellProblem(read.problem)).toBe(words);
  });
});

describe("a sheet", () => {
  const washer = load("glasswasher-gw4.json");
  const wires = section("wires");
  const rows = rowsOf(washer, wires);
  const all = rows.map((_, i) => i);
  const parts = (file: Json) => file["parts"] as Json[];

  test("changes what was typed over, and nothing that it does not show", () => {
    const next = withSheet(washer, wires, rows.with(0, rows[0]!.with(4, "red")), all);
    expect(parts(next)[1]).toEqual({ ...parts(washer)[1], colour: "red" });
    expect(parts(next).toSpliced(1, 1)).toEqual(parts(washer).toSpliced(1, 1));
  });

  test("keeps what was there where a cell cannot be read", () => {
    expect(JSON.stringify(withSheet(washer, wires, rows.with(0, rows[0]!.with(5, "long")), all))).toBe(
      JSON.stringify(washer),
    );
  });

  test("without a row is without that wire, and other parts keep their places; a new row stands at the end", () => {
    const gone = withSheet(washer, wires, rows.slice(1), all.slice(1));
    expect(parts(gone).map((p) => p["id"])).toEqual(
      parts(washer)
        .map((p) => p["id"])
        .filter((id) => id !== "CL"),
    );
    const more = withSheet(
      washer,
      wires,
      [...rows, ["W99", "Wire 99", "A", "B", "", "2", "", "", ""]],
      [...all, undefined],
    );
    expect(parts(more).at(-1)).toEqual({
      id: "W99",
      name: "Wire 99",
      type: "wire",
      terminals: { a: "A", b: "B" },
      parameters: { metres: 2 },
    });
    expect(parts(more)).toHaveLength(parts(washer).length + 1);
  });

  test("whose records go by name loses none of them where two get one name, or one gets none", () => {
    const needs = section("needs");
    const shown = rowsOf(washer, needs);
    const from = shown.map((_, i) => i);
    const twice = withSheet(washer, needs, shown.with(1, shown[1]!.with(0, "logic")), from);
    expect(Object.keys(twice["needs"] as Json)).toEqual(["logic", "logic-2", "level"]);
    expect((twice["needs"] as Json)["logic-2"]).toEqual((washer["needs"] as Json)["sensor"]);
    const more = withSheet(washer, needs, [...shown, cellsOf(needs).map(() => "")], [...from, undefined]);
    expect(Object.keys(more["needs"] as Json)).toEqual(["logic", "sensor", "level", "unnamed"]);
    const one = withSheet(washer, needs, shown.with(1, shown[1]!.with(0, "range")), from);
    expect(JSON.stringify(one)).toContain('"range"');
    expect(JSON.stringify((one["states"] as Json[]).map((s) => s["drives"]))).not.toContain('"sensor"');
  });

  test("with a name typed over renames the thing wherever it is used; a name that is taken is left to the check", () => {
    const points = section("points");
    const shown = rowsOf(washer, points);
    const next = withSheet(
      washer,
      points,
      shown.with(0, shown[0]!.with(0, "X9")),
      shown.map((_, i) => i),
    );
    expect(JSON.stringify(next["courses"])).toContain('"X9"');
    expect(JSON.stringify(next["courses"])).not.toContain('"P1.1"');
    const twice = withSheet(
      washer,
      points,
      shown.with(0, shown[0]!.with(0, "P1.2")),
      shown.map((_, i) => i),
    );
    expect(
      recordsOf(twice, points)
        .slice(0, 2)
        .map((r) => r.record["id"]),
    ).toEqual(["P1.2", "P1.2"]);
    expect(JSON.stringify(twice["courses"])).toBe(JSON.stringify(washer["courses"]));
  });
});
