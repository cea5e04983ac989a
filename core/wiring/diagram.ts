import type { Part, UnitModel } from "#core/unit/index.ts";
import { distancesFromSupply, returnNets } from "./distance.ts";
import { flagNode, knotNode, partNode } from "./nodes.ts";
import type { SymbolName } from "./symbols.ts";

export interface DiagramPort {
  /** "K3.coilA" */
  readonly id: string;
  readonly terminal: string;
  readonly net: string;
  /** Where on its box it is drawn: the side nearer the supply is the west. */
  readonly side: "west" | "east";
}

/** A box of the diagram: a part, the knot of a net in which three or more lines meet, or the flag of a rail. */
export interface DiagramNode {
  readonly id: string;
  readonly kind: "part" | "knot" | "flag";
  readonly symbol: SymbolName;
  /** What is printed on the drawing: "K3", "N". */
  readonly label: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly ports: readonly DiagramPort[];
}

export interface DiagramEnd {
  readonly node: string;
  /** Undefined at knots and flags. */
  readonly port?: string;
}

/** A line of the diagram between two ends: one net, or several with the wires that join them. */
export interface DiagramEdge {
  readonly id: string;
  readonly from: DiagramEnd;
  readonly to: DiagramEnd;
  readonly nets: readonly string[];
  /** Part ids of the wires it consists of. */
  readonly wires: readonly string[];
  readonly colour?: string;
}

/** What is built as one thing, drawn as an enclosure around its parts: a board, a plug, a panel. */
export interface DiagramFrame {
  /** The item's id. */
  readonly id: string;
  readonly name: string;
  /** Boxes that lie in it, by id. */
  readonly nodes: readonly string[];
}

export interface Diagram {
  readonly nodes: readonly DiagramNode[];
  readonly edges: readonly DiagramEdge[];
  readonly frames: readonly DiagramFrame[];
}

/** A net with more ends than this is a rail: each end carries a flag with its name in place of a long line. */
export const RAIL_ENDS = 6;

/** The same for the references and earth, to which everything comes back. */
const RETURN_ENDS = 3;

/** A line in the making: its ends are ports (with their box) or nets. */
interface Segment {
  readonly ends: readonly [Tie, Tie];
  readonly nets: readonly string[];
  readonly wires: readonly Part[];
}
type Tie = { readonly port: string; readonly node: string } | { readonly net: string };

/**
 * The unit as boxes and lines. Wires are lines in their colour; a net in which two ends meet is part of a line; one
 * with three or more is a knot; one with more than `RAIL_ENDS` is a rail of flags, and so is a return sooner.
 */
export function diagramOf(unit: UnitModel): Diagram {
  const ends = new Map<string, number>();
  for (const part of unit.parts)
    for (const net of Object.values(part.terminals)) ends.set(net, (ends.get(net) ?? 0) + 1);
  const returns = returnNets(unit);
  const isRail = (net: string) => ends.get(net)! > (returns.has(net) ? RETURN_ENDS : RAIL_ENDS);
  const distance = distancesFromSupply(unit, returns);
  const parts = unit.parts.filter((p) => p.type !== "wire");
  const nodes: DiagramNode[] = parts.map((part) => partNode(part, distance));

  let segments = unit.parts.flatMap((part) => segmentsOf(part));
  for (const [net, count] of ends) if (count === 2 && !isRail(net)) segments = joinThrough(segments, net);

  const sides = new Map(nodes.flatMap((n) => n.ports.map((p) => [p.id, p.side] as const)));
  const knots = new Set<string>();
  const flags = new Map<string, number>();
  const endAt = (tie: Tie): DiagramEnd => {
    if ("port" in tie) return { node: tie.node, port: tie.port };
    if (!isRail(tie.net)) {
      knots.add(tie.net);
      return { node: `knot:${tie.net}` };
    }
    const turn = (flags.get(tie.net) ?? 0) + 1;
    flags.set(tie.net, turn);
    const flag = flagNode(`flag:${tie.net}:${turn}`, tie.net);
    nodes.push(flag);
    return { node: flag.id };
  };
  const edges = segments.map(({ ends: [a, b], nets, wires }, i): DiagramEdge => {
    const colour = wires.find((w) => w.colour)?.colour;
    const [from, to] = isForward(a, b, sides, distance) ? [a, b] : [b, a];
    return {
      id: `line:${i}`,
      from: endAt(from),
      to: endAt(to),
      nets: [...new Set(nets)],
      wires: wires.map((w) => w.id),
      ...(colour ? { colour } : {}),
    };
  });
  for (const net of knots) nodes.push(knotNode(net));
  return { nodes, edges, frames: framesOf(unit) };
}

/** Items of several parts that are no mere wires; what belongs to one part alone is drawn by it. */
function framesOf({ items, parts }: UnitModel): DiagramFrame[] {
  return items.flatMap(({ id, name }) => {
    const nodes = parts.filter((p) => p.item === id && p.type !== "wire").map((p) => p.id);
    return nodes.length > 1 ? [{ id, name, nodes }] : [];
  });
}

/** A wire joins its two nets and stray coupling is not drawn; any other part ties each terminal to its net. */
function segmentsOf(part: Part): Segment[] {
  if (part.type === "wire")
    return [
      {
        ends: [{ net: part.terminals["a"]! }, { net: part.terminals["b"]! }],
        nets: [part.terminals["a"]!, part.terminals["b"]!],
        wires: [part],
      },
    ];
  return Object.entries(part.terminals).map(([terminal, net]) => ({
    ends: [{ node: part.id, port: `${part.id}.${terminal}` }, { net }],
    nets: [net],
    wires: [],
  }));
}

/** Makes one line of the two that meet in a net. */
function joinThrough(segments: readonly Segment[], net: string): Segment[] {
  const at = (tie: Tie) => "net" in tie && tie.net === net;
  const meeting = segments.filter((s) => s.ends.some(at));
  const [first, second] = meeting;
  // A line whose two ends are this net, or fewer than two lines: nothing to join.
  if (meeting.length !== 2) return [...segments];
  const far = (s: Segment) => (at(s.ends[0]) ? s.ends[1] : s.ends[0]);
  const joined: Segment = {
    ends: [far(first!), far(second!)],
    nets: [...first!.nets, ...second!.nets],
    wires: [...first!.wires, ...second!.wires],
  };
  return [...segments.filter((s) => !meeting.includes(s)), joined];
}

/** Whether a line runs from `a` to `b`: out of an east side, into a west side, else away from the supply. */
function isForward(
  a: Tie,
  b: Tie,
  sides: ReadonlyMap<string, "west" | "east">,
  distance: ReadonlyMap<string, number>,
): boolean {
  const rank = (tie: Tie) => ("port" in tie ? (sides.get(tie.port) === "east" ? -1 : 1) : 0);
  if (rank(a) !== rank(b)) return rank(a) < rank(b);
  const steps = (tie: Tie) => ("net" in tie ? (distance.get(tie.net) ?? Infinity) : 0);
  return steps(a) <= steps(b);
}
