import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import type { Diagram, DiagramNode } from "./diagram.ts";
import { distancesFromSupply, returnNets } from "./distance.ts";
import type { PlacedDiagram } from "./elkGraph.ts";
import { neighboursOf, partToThe } from "./neighbours.ts";

const node = (id: string, kind: DiagramNode["kind"] = "part"): DiagramNode => ({
  id,
  kind,
  symbol: "box" as DiagramNode["symbol"],
  label: id,
  name: id,
  width: 10,
  height: 10,
  ports: [],
});
const edge = (from: string, to: string) => ({
  id: `${from}-${to}`,
  from: { node: from },
  to: { node: to },
  nets: [],
  wires: [],
});

/** a – knot – b and c, c – flag, d by itself; drawn at the corners named. */
const drawing: Diagram = {
  nodes: [node("a"), node("b"), node("c"), node("d"), node("knot:1", "knot"), node("flag:N", "flag")],
  edges: [edge("a", "knot:1"), edge("knot:1", "b"), edge("c", "knot:1"), edge("c", "flag:N")],
  frames: [],
};
const placed = {
  boxes: { a: { x: 0, y: 0 }, b: { x: 100, y: 0 }, c: { x: 100, y: 80 }, d: { x: 0, y: 200 } },
} as unknown as PlacedDiagram;

describe("neighbours", () => {
  test("lie one line away, through knots; a flag leads nowhere, and nothing is its own neighbour", () => {
    expect(neighboursOf(drawing, "a").sort()).toEqual(["b", "c"]);
    expect(neighboursOf(drawing, "c").sort()).toEqual(["a", "b"]);
    expect(neighboursOf(drawing, "d")).toEqual([]);
  });

  test("two knots in a ring are passed once", () => {
    const ring: Diagram = {
      nodes: drawing.nodes,
      edges: [edge("a", "knot:1"), edge("knot:1", "knot:2"), edge("knot:2", "knot:1"), edge("knot:2", "b")],
      frames: [],
    };
    expect(neighboursOf(ring, "a")).toEqual(["b"]);
  });
});

describe("arrow keys", () => {
  test.each([
    ["right", "a", "b"],
    ["left", "b", "a"],
    ["down", "b", "c"],
    ["up", "c", "b"],
    // Nothing joined lies below a but c, which is nearer to its right; d lies straight below and is no neighbour.
    ["down", "a", "c"],
    ["up", "d", "a"],
    ["down", "d", undefined],
    ["left", "a", undefined],
  ] as const)("%s of %s is %s", (direction, from, wanted) => {
    expect(partToThe(direction, drawing, placed, from)).toBe(wanted);
  });

  test("what lies straight goes before what lies aside, which counts twice", () => {
    const boxes = { a: { x: 0, y: 0 }, b: { x: 100, y: 30 }, c: { x: 150, y: 0 }, d: { x: 500, y: 500 } };
    // b: 100 along and 30 aside are 160; c: 150 along.
    expect(partToThe("right", drawing, { boxes } as unknown as PlacedDiagram, "a")).toBe("c");
    const nearer = { ...boxes, b: { x: 100, y: 20 } };
    expect(partToThe("right", drawing, { boxes: nearer } as unknown as PlacedDiagram, "a")).toBe("b");
  });
});

describe("how far behind the supply a net lies", () => {
  test.each([...demoUnits().values()].map((u) => [u.id, u] as const))("%s", (_id, unit) => {
    const returns = returnNets(unit);
    expect(returns.has(unit.ground)).toBe(true);
    const distances = distancesFromSupply(unit, returns);
    // The supply's own first terminal is where it begins, and every step is one more than one before it.
    const steps = [...new Set(distances.values())].sort((a, b) => a - b);
    expect(steps[0]).toBe(0);
    expect(steps).toEqual(steps.map((_, i) => i));
    for (const net of returns) expect(distances.has(net)).toBe(false);
  });

  test("a fuse's far side lies one part behind its near side", () => {
    const unit = demoUnits().get("glasswasher-gw4")!;
    const distances = distancesFromSupply(unit, returnNets(unit));
    const fuse = unit.parts.find((p) => p.id === "F1")!;
    const [near, far] = Object.values(fuse.terminals).map((net) => distances.get(net)!);
    expect(Math.abs(far! - near!)).toBe(1);
  });
});
