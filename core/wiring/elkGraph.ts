import type { Diagram, DiagramNode } from "./diagram.ts";

/** The part of the layout package's JSON graph (nodes, ports, edges; pixels) that is used here. */
export interface ElkBox {
  readonly id: string;
  width?: number;
  height?: number;
  x?: number;
  y?: number;
  ports?: ElkBox[];
  layoutOptions?: Record<string, string>;
}
export interface ElkLine {
  readonly id: string;
  sources: string[];
  targets: string[];
  sections?: { id: string; startPoint: Place; endPoint: Place; bendPoints?: Place[] }[];
}
export interface ElkGraph extends ElkBox {
  children: ElkBox[];
  edges: ElkLine[];
}

export interface Place {
  readonly x: number;
  readonly y: number;
}

/** A diagram laid out: where each box's upper left corner lies, where each terminal, and the corners of each line. */
export interface PlacedDiagram {
  readonly width: number;
  readonly height: number;
  readonly boxes: Readonly<Record<string, Place>>;
  readonly ports: Readonly<Record<string, Place>>;
  readonly lines: Readonly<Record<string, readonly Place[]>>;
}

/** Layered from left to right, lines at right angles, terminals on the side the diagram says. */
const LAYOUT = {
  "elk.algorithm": "layered",
  "elk.direction": "RIGHT",
  "elk.edgeRouting": "ORTHOGONAL",
  "elk.randomSeed": "1",
  "elk.spacing.nodeNode": "26",
  "elk.spacing.edgeNode": "12",
  "elk.spacing.edgeEdge": "9",
  "elk.layered.spacing.nodeNodeBetweenLayers": "96",
  "elk.layered.spacing.edgeNodeBetweenLayers": "12",
  "elk.layered.spacing.edgeEdgeBetweenLayers": "9",
  "elk.layered.nodePlacement.strategy": "NETWORK_SIMPLEX",
  "elk.layered.considerModelOrder.strategy": "NODES_AND_EDGES",
  "elk.separateConnectedComponents": "true",
  "elk.aspectRatio": "1.6",
} as const;

export function toElk({ nodes, edges }: Diagram): ElkGraph {
  return {
    id: "unit",
    layoutOptions: { ...LAYOUT },
    children: nodes.map(boxOf),
    edges: edges.map(({ id, from, to }) => ({
      id,
      sources: [from.port ?? from.node],
      targets: [to.port ?? to.node],
    })),
  };
}

function boxOf({ id, width, height, kind, symbol, ports }: DiagramNode): ElkBox {
  if (kind !== "part") return { id, width, height };
  const onSide = (side: "west" | "east") => ports.filter((p) => p.side === side);
  const place = (side: "west" | "east", index: number, count: number): Place => ({
    x: side === "west" ? 0 : width,
    y: symbol === "block" ? 26 + 24 * index + 12 : (height * (index + 1)) / (count + 1),
  });
  return {
    id,
    width,
    height,
    layoutOptions: { "elk.portConstraints": "FIXED_POS" },
    ports: (["west", "east"] as const).flatMap((side) =>
      onSide(side).map((port, i, all) => ({
        id: port.id,
        width: 0,
        height: 0,
        ...place(side, i, all.length),
        layoutOptions: { "elk.port.side": side.toUpperCase() },
      })),
    ),
  };
}

/** Reads the package's answer. */
export function fromElk(graph: ElkGraph): PlacedDiagram {
  const boxes: Record<string, Place> = {};
  const ports: Record<string, Place> = {};
  const lines: Record<string, Place[]> = {};
  for (const box of graph.children) {
    const corner = { x: box.x ?? 0, y: box.y ?? 0 };
    boxes[box.id] = corner;
    for (const port of box.ports ?? [])
      ports[port.id] = { x: corner.x + (port.x ?? 0), y: corner.y + (port.y ?? 0) };
  }
  for (const edge of graph.edges)
    for (const { startPoint, bendPoints = [], endPoint } of edge.sections ?? [])
      lines[edge.id] = [startPoint, ...bendPoints, endPoint];
  return { width: graph.width ?? 0, height: graph.height ?? 0, boxes, ports, lines };
}
