import type { UnitModel } from "#core/unit/index.ts";

/**
 * A unit's connectivity as GraphML (graphml.graphdrawing.org): a node for each part and for each net, an edge for each
 * terminal between them. Wires are parts like others.
 */
export function graphmlOf(unit: UnitModel): string {
  const nets = [...new Set(unit.parts.flatMap((p) => Object.values(p.terminals)))];
  const items = new Map(unit.items.map((i) => [i.id, i.name]));
  const lines = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<graphml xmlns="http://graphml.graphdrawing.org/xmlns">',
    ...KEYS.map(([id, of, name]) => `  <key id="${id}" for="${of}" attr.name="${name}" attr.type="string"/>`),
    `  <graph id="${escaped(unit.id)}" edgedefault="undirected">`,
    ...nets.map((net) => node(`net:${net}`, { is: "net", label: net })),
    ...unit.parts.map((p) =>
      node(`part:${p.id}`, {
        is: "part",
        label: p.id,
        name: p.name,
        type: p.type,
        item: items.get(p.item) ?? p.item,
        colour: p.colour,
      }),
    ),
    ...unit.parts.flatMap((p) =>
      Object.entries(p.terminals).map(
        ([terminal, net]) =>
          `    <edge source="part:${escaped(p.id)}" target="net:${escaped(net)}">${datum("terminal", terminal)}</edge>`,
      ),
    ),
    "  </graph>",
    "</graphml>",
  ];
  return `${lines.join("\n")}\n`;
}

const KEYS = [
  ["is", "node", "is"],
  ["label", "node", "label"],
  ["name", "node", "name"],
  ["type", "node", "type"],
  ["item", "node", "replaced with"],
  ["colour", "node", "colour"],
  ["terminal", "edge", "terminal"],
] as const;

function node(id: string, data: Readonly<Record<string, string | undefined>>): string {
  const said = Object.entries(data).flatMap(([key, value]) =>
    value === undefined ? [] : [datum(key, value)],
  );
  return `    <node id="${escaped(id)}">${said.join("")}</node>`;
}

const datum = (key: string, value: string) => `<data key="${key}">${escaped(value)}</data>`;

const ENTITIES: Readonly<Record<string, string>> = {
  "&": "&amp;",
  "<": "&lt;",
  ">": "&gt;",
  '"': "&quot;",
  "'": "&apos;",
};

/** Text as it stands in XML 1.0, which has no place for other control characters than tab and the ends of lines. */
function escaped(text: string): string {
  return (
    text
      // eslint-disable-next-line no-control-regex
      .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/gu, "")
      .replace(/[&<>"']/gu, (c) => ENTITIES[c]!)
  );
}
