import { CATALOGUE, type Part } from "#core/unit/index.ts";
import type { DiagramNode, DiagramPort } from "./diagram.ts";
import { isInLine, symbolOf } from "./symbols.ts";

/** Sizes in the diagram's own unit, one pixel at a zoom of 1. */
const IN_LINE = { width: 64, height: 44 };
const PIN = { width: 26, height: 30 };
const BLOCK = { width: 128, row: 24, head: 26 };

/** A part's box, with its terminals on the side where current reaches them. */
export function partNode(part: Part, distance: ReadonlyMap<string, number>): DiagramNode {
  const symbol = symbolOf(part.type);
  const ports = portsOf(part, distance);
  return {
    id: part.id,
    kind: "part",
    symbol,
    label: part.id.replaceAll(".", "·"),
    name: part.name,
    ...sizeOf(symbol, ports),
    ports,
  };
}

function sizeOf(symbol: DiagramNode["symbol"], ports: readonly DiagramPort[]) {
  if (symbol === "pin") return PIN;
  if (isInLine(symbol)) return { width: IN_LINE.width, height: ports.length > 2 ? 56 : IN_LINE.height };
  const rows = Math.max(
    ports.filter((p) => p.side === "west").length,
    ports.filter((p) => p.side === "east").length,
    1,
  );
  return { width: BLOCK.width, height: BLOCK.head + rows * BLOCK.row };
}

/** A part in a line has its nearer terminal on the west; a block has what feeds it on the west and the rest opposite. */
function portsOf(part: Part, distance: ReadonlyMap<string, number>): DiagramPort[] {
  const kind = CATALOGUE.get(part.type)!;
  const names = kind.terminals.filter((t) => part.terminals[t] !== undefined);
  const reach = (terminal: string) => distance.get(part.terminals[terminal]!) ?? Infinity;
  const port = (terminal: string, side: DiagramPort["side"]): DiagramPort => ({
    id: `${part.id}.${terminal}`,
    terminal,
    net: part.terminals[terminal]!,
    side,
  });
  if (kind.feeds) return names.map((t) => port(t, "east"));
  const nearest = Math.min(...names.map(reach));
  const sorted = [...names].sort((a, b) => reach(a) - reach(b));
  if (names.length === 2) return [port(sorted[0]!, "west"), port(sorted[1]!, "east")];
  const west = new Set(names.filter((t) => reach(t) === nearest).slice(0, Math.ceil(names.length / 2)));
  // The two ends of a coil or of a contact lie opposite each other, whatever feeds them.
  for (const [a, b] of kind.across) {
    if (part.terminals[a] === undefined || part.terminals[b] === undefined) continue;
    if (west.has(a) && west.has(b)) west.delete(b);
    if (!west.has(a) && !west.has(b)) west.add(reach(b) < reach(a) ? b : a);
  }
  return names.map((t) => port(t, west.has(t) ? "west" : "east"));
}

/** Where three or more lines meet. */
export function knotNode(net: string): DiagramNode {
  return {
    id: `knot:${net}`,
    kind: "knot",
    symbol: "pin",
    label: "",
    name: net,
    width: 8,
    height: 8,
    ports: [],
  };
}

/** The end of a line at a rail, with the rail's name in place of the way there. */
export function flagNode(id: string, net: string): DiagramNode {
  return {
    id,
    kind: "flag",
    symbol: "pin",
    label: net,
    name: net,
    width: 18 + 8 * net.length,
    height: 20,
    ports: [],
  };
}
