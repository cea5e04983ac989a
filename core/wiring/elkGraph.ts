import type { Diagram, DiagramNode } from "./diagram.ts";

/** The part of the layout package's JSON graph (nodes, ports, edges; pixels) that is used here. */
export interface ElkBox {
  readonly id: string;
  width?: number;
  height?: number;
  x?: number;
  y?: number;
  ports?: ElkBox[];
  children?: ElkBox[];
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

/** Where an enclosure lies. */
export interface PlacedFrame extends Place {
  readonly width: number;
  readonly height: number;
}

/** A diagram laid out: where each box's upper left corner lies, where each terminal, and the corners of each line. */
export interface PlacedDiagram {
  readonly width: number;
  readonly height: number;
  readonly boxes: Readonly<Record<string, Place>>;
  readonly ports: Readonly<Record<string, Place>>;
  readonly lines: Readonly<Record<string, readonly Place[]>>;
  readonly frames: Readonly<Record<string, PlacedFrame>>;
}

/** Gap between two layers, px. */
const LAYER_GAP = 96;
/** Layered from left to right, lines at right angles, terminals on the side the diagram says. */
const LAYOUT = {
  "elk.algorithm": "layered",
  "elk.direction": "RIGHT",
  "elk.edgeRouting": "ORTHOGONAL",
  "elk.randomSeed": "1",
  "elk.spacing.nodeNode": "26",
  "elk.spacing.edgeNode": "12",
  "elk.spacing.edgeEdge": "9",
  "elk.layered.spacing.nodeNodeBetweenLayers": String(LAYER_GAP),
  "elk.layered.spacing.edgeNodeBetweenLayers": "12",
  "elk.layered.spacing.edgeEdgeBetweenLayers": "9",
  "elk.layered.nodePlacement.strategy": "NETWORK_SIMPLEX",
  "elk.layered.considerModelOrder.strategy": "NODES_AND_EDGES",
  "elk.separateConnectedComponents": "true",
  "elk.aspectRatio": "1.6",
  // Enclosures are laid out with all that crosses their walls; every place counts from the drawing's corner.
  "elk.hierarchyHandling": "INCLUDE_CHILDREN",
  "elk.json.shapeCoords": "ROOT",
  "elk.json.edgeCoords": "ROOT",
} as const;

/** Layers and orders as they were, so that a drawing that is edited does not jump. */
const AS_BEFORE = {
  "elk.layered.cycleBreaking.strategy": "INTERACTIVE",
  "elk.layered.layering.strategy": "INTERACTIVE",
  "elk.layered.crossingMinimization.strategy": "INTERACTIVE",
  "elk.separateConnectedComponents": "false",
};

/** Room within an enclosure: its name stands at the top, and it is as wide as that. */
const frameOptions = (name: string) => ({
  "elk.padding": "[top=52,left=16,bottom=16,right=16]",
  "elk.nodeSize.constraints": "[MINIMUM_SIZE]",
  "elk.nodeSize.minimum": `(${20 + LETTER * name.length},40)`,
});
/** Width of a letter of a name at its usual size, px. */
const LETTER = 8;

/**
 * The diagram as the package takes it.
 * @param before where things lay before the diagram was edited: what is still there keeps its place among the others, and what
 *   is new begins beside what it is joined to
 */
export function toElk(diagram: Diagram, before?: PlacedDiagram): ElkGraph {
  const graph = fresh(diagram);
  if (!before) return graph;
  const place = placesBefore(diagram, before);
  const moved = (box: ElkBox, corner: Place): ElkBox => {
    const { x, y } = place(box.id) ?? corner;
    return { ...box, x: x - corner.x, y: y - corner.y };
  };
  return {
    ...graph,
    layoutOptions: { ...graph.layoutOptions, ...AS_BEFORE },
    children: graph.children.map((box) => {
      if (!box.children) return moved(box, { x: 0, y: 0 });
      const corner = before.frames[box.id.slice(frameId("").length)] ?? placeOfMiddle(box.children, place);
      return {
        ...box,
        x: corner.x,
        y: corner.y,
        layoutOptions: { ...box.layoutOptions, ...AS_BEFORE },
        // Within a wall places count from its corner.
        children: box.children.map((inner) => moved(inner, corner)),
      };
    }),
  };
}

/** Where a box lay, or, for a new one, the layer before or after what it is joined to, as its lines run. */
function placesBefore({ nodes, edges }: Diagram, before: PlacedDiagram): (id: string) => Place | undefined {
  const width = new Map(nodes.map((n) => [n.id, n.width]));
  const beside = (id: string): Place[] =>
    edges.flatMap(({ from, to }) => {
      const [other, port] = from.node === id ? [to.node, to.port] : [from.node, from.port];
      const corner = before.boxes[other];
      if ((from.node !== id && to.node !== id) || !corner) return [];
      const y = (port === undefined ? undefined : before.ports[port])?.y ?? corner.y;
      return from.node === id
        ? [{ x: corner.x - LAYER_GAP - width.get(id)!, y: y - 10 }]
        : [{ x: corner.x + width.get(other)! + LAYER_GAP, y: y - 10 }];
    });
  // A box between two layers would make one of its own, and move all that lies beyond it.
  const columns = Object.values(before.boxes).map((p) => p.x);
  const inLayer = (x: number) =>
    columns.reduce((best, c) => (Math.abs(c - x) < Math.abs(best - x) ? c : best), x + LAYER_GAP);
  return (id) => {
    const own = before.boxes[id];
    if (own) return own;
    const around = beside(id);
    if (around.length === 0) return undefined;
    const mean = (pick: (p: Place) => number) => around.reduce((sum, p) => sum + pick(p), 0) / around.length;
    return { x: inLayer(mean((p) => p.x)), y: mean((p) => p.y) };
  };
}

function placeOfMiddle(boxes: readonly ElkBox[], place: (id: string) => Place | undefined): Place {
  const known = boxes.flatMap((box) => place(box.id) ?? []);
  return known.length === 0
    ? { x: 0, y: 0 }
    : { x: Math.min(...known.map((p) => p.x)), y: Math.min(...known.map((p) => p.y)) };
}

function fresh({ nodes, edges, frames }: Diagram): ElkGraph {
  const boxes = new Map(nodes.map((node) => [node.id, boxOf(node)]));
  const framed = frames.map(({ id, name, nodes: members }): ElkBox => {
    const children = members.map((member) => boxes.get(member)!);
    for (const member of members) boxes.delete(member);
    return { id: frameId(id), layoutOptions: frameOptions(name), children };
  });
  return {
    id: "unit",
    layoutOptions: { ...LAYOUT },
    children: [...framed, ...boxes.values()],
    edges: edges.map(({ id, from, to }) => ({
      id,
      sources: [from.port ?? from.node],
      targets: [to.port ?? to.node],
    })),
  };
}

const frameId = (item: string) => `frame:${item}`;

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

/** Hundredths of a pixel: what the package adds up along different ways is then the same place. */
const at = (x = 0, y = 0): Place => ({ x: Math.round(x * 100) / 100, y: Math.round(y * 100) / 100 });

/** Reads the package's answer. */
export function fromElk(graph: ElkGraph): PlacedDiagram {
  const boxes: Record<string, Place> = {};
  const ports: Record<string, Place> = {};
  const lines: Record<string, Place[]> = {};
  const frames: Record<string, PlacedFrame> = {};
  for (const box of graph.children) {
    if (box.children)
      frames[box.id.slice(frameId("").length)] = {
        ...at(box.x, box.y),
        width: box.width ?? 0,
        height: box.height ?? 0,
      };
    for (const inner of box.children ?? [box]) {
      boxes[inner.id] = at(inner.x, inner.y);
      for (const port of inner.ports ?? []) ports[port.id] = at(port.x, port.y);
    }
  }
  for (const edge of graph.edges)
    for (const { startPoint, bendPoints = [], endPoint } of edge.sections ?? [])
      lines[edge.id] = [startPoint, ...bendPoints, endPoint].map(({ x, y }) => at(x, y));
  return { width: graph.width ?? 0, height: graph.height ?? 0, boxes, ports, lines, frames };
}
