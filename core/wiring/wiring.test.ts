import { describe, expect, test } from "@jest/globals";
import Elk from "elkjs/lib/elk.bundled.js";
import { generatedUnit } from "../../bench/generatedUnit.ts";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { diagramOf, fromElk, neighboursOf, partToThe, railsOf, toElk, type PlacedDiagram } from "./index.ts";

async function place(unit: UnitModel): Promise<PlacedDiagram> {
  const elk = new Elk();
  return fromElk((await elk.layout(toElk(diagramOf(unit)))) as Parameters<typeof fromElk>[0]);
}

const units = [...demoUnits().values(), generatedUnit(40), generatedUnit(150)];

describe.each(units.map((unit) => [`${unit.id}, ${unit.parts.length} parts`, unit] as const))(
  "the drawing of %s",
  (_name, unit) => {
    const diagram = diagramOf(unit);

    test("shows every part once, wires as lines", () => {
      const boxes = diagram.nodes.filter((n) => n.kind === "part").map((n) => n.id);
      const wires = diagram.edges.flatMap((e) => e.wires);
      expect([...boxes, ...new Set(wires)].sort()).toEqual(unit.parts.map((p) => p.id).sort());
      expect(new Set(boxes).size).toBe(boxes.length);
    });

    test("joins exactly the terminals that the nets and wires join", () => {
      expect(groupsByDrawing(diagram)).toEqual(groupsByNets(unit));
    });

    test("is laid out without a box over another, lines ending on their terminals", async () => {
      const placed = await place(unit);
      const boxes = diagram.nodes.map((n) => ({ ...n, ...placed.boxes[n.id]! }));
      for (const [i, a] of boxes.entries())
        for (const b of boxes.slice(i + 1)) {
          const apart =
            a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y;
          expect({ a: a.id, b: b.id, apart }).toEqual({ a: a.id, b: b.id, apart: true });
        }
      for (const { id, from, to } of diagram.edges) {
        const line = placed.lines[id]!;
        if (from.port) expect(line[0]).toEqual(placed.ports[from.port]);
        if (to.port) expect(line.at(-1)).toEqual(placed.ports[to.port]);
        for (const [k, corner] of line.slice(1).entries())
          expect(Math.min(Math.abs(corner.x - line[k]!.x), Math.abs(corner.y - line[k]!.y))).toBeLessThan(
            // A third of a pixel is no slant that one sees; lines across walls are laid out so.
            0.5,
          );
      }
      expect(await place(unit)).toEqual(placed);
    });

    test("has a rail for flags over one another, with nothing in its way and every tap on it", async () => {
      const placed = await place(unit);
      const flags = diagram.nodes.filter((n) => n.kind === "flag");
      const onRails = new Set<string>();
      for (const { net, x, from, to, taps } of railsOf(diagram, placed)) {
        expect(taps.length).toBeGreaterThan(1);
        for (const { flag, at } of taps) {
          expect(onRails.has(flag)).toBe(false);
          onRails.add(flag);
          expect(flags.find((f) => f.id === flag)!.name).toBe(net);
          expect(at.y).toBeGreaterThanOrEqual(from);
          expect(at.y).toBeLessThanOrEqual(to);
          expect(Math.abs(at.x - x)).toBeLessThan(60);
        }
        for (const n of diagram.nodes) {
          const corner = placed.boxes[n.id]!;
          const crosses =
            corner.x < x && corner.x + n.width > x && corner.y < to && corner.y + n.height > from;
          if (n.kind !== "flag" || n.name !== net)
            expect({ net, node: n.id, crosses }).toMatchObject({ crosses: false });
        }
      }
    });

    test("has an enclosure around what is built as one thing, and nothing else in it", async () => {
      const placed = await place(unit);
      for (const { id, nodes } of diagram.frames) {
        const wall = placed.frames[id]!;
        for (const node of diagram.nodes) {
          const { x, y } = placed.boxes[node.id]!;
          const within =
            x >= wall.x &&
            y >= wall.y &&
            x + node.width <= wall.x + wall.width &&
            y + node.height <= wall.y + wall.height;
          // A knot or a flag may lie within: a net of the board itself.
          if (node.kind === "part")
            expect({ id, node: node.id, within }).toEqual({
              id,
              node: node.id,
              within: nodes.includes(node.id),
            });
        }
      }
      const framed = diagram.frames.flatMap((f) => f.nodes);
      expect(new Set(framed).size).toBe(framed.length);
    });
  },
);

/** Sets of terminals that are one conductor, by union over the drawing's lines; rails count as one by their name. */
function groupsByDrawing({ nodes, edges }: ReturnType<typeof diagramOf>): string[][] {
  const name = new Map(nodes.map((n) => [n.id, n.kind === "part" ? n.id : `net:${n.name}`]));
  return groups(
    edges.map(({ from, to }) => [from.port ?? name.get(from.node)!, to.port ?? name.get(to.node)!]),
  );
}

function groupsByNets({ parts }: UnitModel): string[][] {
  return groups(
    parts.flatMap((p): [string, string][] =>
      p.type === "wire"
        ? [[`net:${p.terminals["a"]}`, `net:${p.terminals["b"]}`]]
        : Object.entries(p.terminals).map(([t, net]) => [`${p.id}.${t}`, `net:${net}`]),
    ),
  );
}

function groups(pairs: readonly (readonly [string, string])[]): string[][] {
  const root = new Map<string, string>();
  const find = (x: string): string => {
    const up = root.get(x) ?? x;
    return up === x ? x : find(up);
  };
  for (const [a, b] of pairs) root.set(find(a), find(b));
  const all = new Map<string, string[]>();
  for (const x of new Set(pairs.flat())) all.set(find(x), [...(all.get(find(x)) ?? []), x]);
  return [...all.values()]
    .map((g) => g.filter((x) => !x.startsWith("net:")).sort())
    .filter((g) => g.length > 1)
    .sort((a, b) => a[0]!.localeCompare(b[0]!));
}

describe("a drawing that is edited", () => {
  /** Share of pairs of boxes that lie the other way round than before, in each direction: 0 to 1. */
  function turned(before: PlacedDiagram, after: PlacedDiagram, ids: readonly string[]): number {
    let [pairs, swapped] = [0, 0];
    for (const [i, a] of ids.entries())
      for (const b of ids.slice(i + 1))
        for (const axis of ["x", "y"] as const) {
          const was = before.boxes[a]![axis] - before.boxes[b]![axis];
          const is = after.boxes[a]![axis] - after.boxes[b]![axis];
          // Side by side, one is not before the other.
          if (Math.abs(was) < 60) continue;
          pairs++;
          if (was * is < 0) swapped++;
        }
    return swapped / pairs;
  }

  test.each(["glasswasher-gw4", "roaster-dr6", "dock-bd3"])(
    "%s: a part less, and one more, and the others lie as they lay; laid out anew they do not all",
    async (id) => {
      const unit = demoUnits().get(id)!;
      const before = await place(unit);
      const gone = unit.parts.find((p) => p.type === "resistor") ?? unit.parts.at(-1)!;
      const edited = { ...unit, parts: unit.parts.filter((p) => p !== gone) };
      const elk = new Elk();
      const laid = async (graph: ReturnType<typeof toElk>) =>
        fromElk((await elk.layout(graph)) as Parameters<typeof fromElk>[0]);
      const after = await laid(toElk(diagramOf(edited), before));
      const ids = diagramOf(edited)
        .nodes.filter((n) => n.kind === "part")
        .map((n) => n.id);
      const kept = turned(before, after, ids);
      expect(kept).toBeLessThan(0.06);
      expect(kept).toBeLessThan(turned(before, await laid(toElk(diagramOf(edited))), ids));
      const back = await laid(toElk(diagramOf(unit), after));
      expect(turned(before, back, ids)).toBeLessThan(0.1);
    },
  );
});

describe("the glasswasher's drawing", () => {
  const unit = demoUnits().get("glasswasher-gw4")!;
  const diagram = diagramOf(unit);

  test("has the heater's course as neighbours: cut-out on one side, the neutral's parts on the other", () => {
    expect(neighboursOf(diagram, "TC1")).toEqual(expect.arrayContaining(["TH1", "HT1"]));
    expect(neighboursOf(diagram, "TC1")).not.toContain("K3");
  });

  test("arrow keys walk from the relay towards its load and back", async () => {
    const placed = await place(unit);
    const ways: string[] = ["P4.3"];
    for (let i = 0; i < 2; i++) ways.push(partToThe("right", diagram, placed, ways.at(-1)!) ?? "");
    expect(ways).toEqual(["P4.3", "TH1", "TC1"]);
    expect(partToThe("left", diagram, placed, "TH1")).toBe("P4.3");
    expect(partToThe("left", diagram, placed, "P4.3")).toBe("K3");
    expect(partToThe("right", diagram, placed, farthest(placed))).toBeUndefined();
  });

  function farthest(placed: PlacedDiagram): string {
    return diagram.nodes
      .filter((n) => n.kind === "part")
      .sort((a, b) => placed.boxes[b.id]!.x + b.width / 2 - placed.boxes[a.id]!.x - a.width / 2)[0]!.id;
  }

  test("the supply is left of the fuse, and the fuse left of every load", async () => {
    const placed = await place(unit);
    const x = (id: string) => placed.boxes[id]!.x;
    expect(x("MAINS")).toBeLessThan(x("F1"));
    for (const load of ["HT1", "M1", "M2", "Y1"]) expect(x("F1")).toBeLessThan(x(load));
  });
});
