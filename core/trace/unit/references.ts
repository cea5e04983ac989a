import type { UnitFile } from "#core/unit/index.ts";
import type { Walk } from "../walk.ts";
import type { PartFile } from "./parts.ts";
import type { PointFile } from "./points.ts";

/** One reference for each supply that is not joined to another, which serves the points on its own circuits. */
export function referencesOf(
  walk: Walk,
  parts: readonly PartFile[],
  points: readonly PointFile[],
): NonNullable<UnitFile["references"]> {
  const islands = islandsOf(parts);
  const byId = new Map(parts.map((p) => [p.id, p]));
  const islandAt = new Map(
    points.map((point) => {
      const [part, terminal] = splitTerminal(point.terminal!);
      return [point.id, islands.get(byId.get(part)!.terminals[terminal]!)!];
    }),
  );
  const sideAt = new Map(points.map((p) => [p.id, p.side]));
  const served = new Map<string, string[]>();
  for (const [point, island] of islandAt) {
    const there = served.get(island);
    if (there) there.push(point);
    else served.set(island, [point]);
  }
  const main = walk.supply!.current === "dc" ? "MINUS" : "N";
  const wanted = [
    { point: main, current: walk.supply!.current },
    ...walk.circuits.flatMap((c) =>
      c.things.flatMap((t) =>
        t.made.gives && t.made.type !== "buck-regulator"
          ? [{ point: `${t.id}.return`, current: t.made.gives.current }]
          : [],
      ),
    ),
    ...points.filter((p) => p.id.endsWith(".minus")).map((p) => ({ point: p.id, current: "dc" as const })),
  ];
  const there = wanted.filter(({ point }) => sideAt.has(point));
  return there.map(({ point, current }) => ({
    side: sideAt.get(point)!,
    point,
    function: current === "ac" ? ("vac" as const) : ("vdc" as const),
    points: served.get(islandAt.get(point)!)!.filter((p) => p !== point),
  }));
}

const splitTerminal = (name: string): [string, string] => {
  const dot = name.lastIndexOf(".");
  return [name.slice(0, dot), name.slice(dot + 1)];
};

/** Terminals of a part that conduct to each other, where they are not all of them: windings and contacts keep apart. */
export const SEPARATE: Readonly<Record<string, readonly (readonly string[])[]>> = {
  relay: [
    ["com", "no"],
    ["coilA", "coilB"],
  ],
  transformer: [
    ["p1", "p2"],
    ["s1", "s2"],
  ],
  "power-supply": [
    ["l", "n"],
    ["plus", "minus"],
  ],
};

/** Nets that are joined by any part, each with the name of its island. */
export function islandsOf(parts: readonly PartFile[]): ReadonlyMap<string, string> {
  const root = new Map<string, string>();
  const find = (net: string): string => {
    const above = root.get(net) ?? net;
    return above === net ? net : find(above);
  };
  for (const part of parts)
    for (const group of SEPARATE[part.type] ?? [Object.keys(part.terminals)]) {
      const nets = group.flatMap((t) => part.terminals[t] ?? []);
      for (const net of nets) root.set(find(net), find(nets[0]!));
    }
  const nets = new Set(parts.flatMap((p) => Object.values(p.terminals)));
  return new Map([...nets].map((net) => [net, find(net)]));
}
