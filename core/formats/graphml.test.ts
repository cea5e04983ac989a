import { XMLParser, XMLValidator } from "fast-xml-parser";
import { describe, expect, test } from "@jest/globals";
import { readUnitOrThrow } from "#core/unit/index.ts";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import { graphmlOf } from "./graphml.ts";

interface Datum {
  readonly "@_key": string;
  readonly "#text": string;
}
interface Graph {
  readonly node: readonly { readonly "@_id": string; readonly data: Datum | readonly Datum[] }[];
  readonly edge: readonly {
    readonly "@_source": string;
    readonly "@_target": string;
    readonly data: Datum;
  }[];
}

/** As another program's reader has it. */
function read(xml: string): Graph {
  expect(XMLValidator.validate(xml)).toBe(true);
  const parser = new XMLParser({
    ignoreAttributes: false,
    parseTagValue: false,
    isArray: (n) => n === "edge" || n === "node",
  });
  return (parser.parse(xml) as { graphml: { graph: Graph } }).graphml.graph;
}

describe.each([...demoUnits().values()].map((u) => [u.id, u] as const))("%s", (_, unit) => {
  test("has every part, every net, and every terminal where it is", () => {
    const { node, edge } = read(graphmlOf(unit));
    const nets = new Set(unit.parts.flatMap((p) => Object.values(p.terminals)));
    expect(node).toHaveLength(unit.parts.length + nets.size);
    const found = edge.map((e) => `${e["@_source"].slice(5)}.${e.data["#text"]} ${e["@_target"].slice(4)}`);
    const wanted = unit.parts.flatMap((p) =>
      Object.entries(p.terminals).map(([t, net]) => `${p.id}.${t} ${net}`),
    );
    expect(found.sort()).toEqual(wanted.sort());
  });
});

test("names that look like markup stay names", () => {
  const name = `<script>&"'${"\u0007"}`;
  const unit = readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: "u",
    name,
    ground: "G",
    parts: [{ id: "R", name, type: "resistor", terminals: { a: "A", b: "G" }, parameters: { ohms: 1 } }],
    states: [{ id: "s", name: "S", power: "dead" }],
  });
  const part = read(graphmlOf(unit)).node.find((n) => n["@_id"] === "part:R")!;
  expect((part.data as Datum[]).find((d) => d["@_key"] === "name")!["#text"]).toBe(`<script>&"'`);
});
