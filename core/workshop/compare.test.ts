import { readFileSync, readdirSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import { changesBetween } from "./compare.ts";
import type { Json } from "./field.ts";

interface File extends Json {
  readonly items: readonly Json[];
  readonly parts: readonly Json[];
  readonly points: readonly Json[];
}
const DIRECTORY = "demo/units/";
const read = (name: string) => JSON.parse(readFileSync(`${DIRECTORY}${name}`, "utf8")) as File;
const names = readdirSync(DIRECTORY).filter((n) => n.endsWith(".json"));
const file = read(names[0]!);
const change = (over: Json) => changesBetween(file, { ...file, ...over });

describe("what differs between two files of a unit", () => {
  test.each(names)("%s: nothing from itself, whatever the order of its keys", (name) => {
    const unit = read(name);
    expect(changesBetween(unit, unit)).toEqual([]);
    expect(changesBetween(unit, Object.fromEntries(Object.entries(unit).reverse()))).toEqual([]);
  });

  test("an item with another price is told with both", () => {
    const [first, ...rest] = file.items as [Json, ...Json[]];
    expect(change({ items: [{ ...first, price: 999 }, ...rest] })).toEqual([
      {
        section: "items",
        title: "Items",
        added: [],
        gone: [],
        changed: [
          {
            name: first["id"],
            fields: [{ field: "Price", before: String(first["price"]), after: "999" }],
          },
        ],
        reordered: false,
      },
    ]);
  });

  test("a record that came and one that went are told by name; an order by itself", () => {
    const [first, ...rest] = file.points as [Json, ...Json[]];
    const [one] = change({ points: [...rest, { ...first, id: "X9.9" }] });
    expect(one).toMatchObject({
      section: "points",
      added: ["X9.9"],
      gone: [first["id"]],
      changed: [],
      reordered: false,
    });
    expect(change({ points: [...rest, first] })).toMatchObject([
      { section: "points", added: [], gone: [], changed: [], reordered: true },
    ]);
  });

  test("a wire is told among the wires and not once more among the parts", () => {
    const wire = file.parts.find((p) => p["type"] === "wire")!;
    const parts = file.parts.filter((p) => p !== wire);
    expect(change({ parts }).map((c) => [c.section, c.gone])).toEqual([["wires", [wire["id"]]]]);
    const other = file.parts.find((p) => p["type"] !== "wire")!;
    expect(change({ parts: file.parts.filter((p) => p !== other) }).map((c) => [c.section, c.gone])).toEqual([
      ["parts", [other["id"]]],
    ]);
  });

  test("a field that no chapter shows is told by its key", () => {
    const [first, ...rest] = file.items as [Json, ...Json[]];
    expect(change({ items: [{ ...first, shelf: "B4" }, ...rest] })[0]!.changed[0]!.fields).toEqual([
      { field: "shelf", before: "", after: "B4" },
    ]);
  });

  test("values by name are told one by one", () => {
    const at = file.parts.findIndex(
      (p) => p["type"] !== "wire" && Object.keys(p["parameters"] ?? {}).length > 1,
    );
    const part = file.parts[at]!;
    const [name, ...others] = Object.entries(part["parameters"] as Json);
    const parameters = Object.fromEntries([[name![0], 77.5], ...others]);
    const fields = change({ parts: file.parts.with(at, { ...part, parameters }) })[0]!.changed[0]!.fields;
    expect(fields).toHaveLength(1);
    expect(fields[0]).toMatchObject({ before: String(name![1]), after: "77.5" });
    expect(fields[0]!.field).toMatch(/^Values, /u);
    const without = change({ parts: file.parts.with(at, { ...part, parameters: {} }) })[0]!.changed[0]!
      .fields;
    expect(without.map((f) => f.after)).toEqual(Array(others.length + 1).fill(""));
  });

  test("a wire's values are told, those that its sheet shows and those that it does not", () => {
    const at = file.parts.findIndex((p) => p["type"] === "wire");
    const part = file.parts[at]!;
    const parameters = { ...(part["parameters"] as Json), metres: 7.5, crimpOhms: 0.125 };
    const [wires] = change({ parts: file.parts.with(at, { ...part, parameters }) });
    expect(wires!.changed[0]!.fields.map((f) => [f.field, f.after])).toEqual([
      ["Length", "7.5"],
      ["Values, each crimp", "0.125"],
    ]);
  });

  test("the plate is told for itself", () => {
    expect(change({ name: "Another" })).toMatchObject([
      { section: "unit", changed: [{ fields: [{ field: "Name", before: file["name"], after: "Another" }] }] },
    ]);
  });
});
