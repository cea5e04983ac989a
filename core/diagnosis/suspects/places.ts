import type { Part, UnitModel } from "#core/unit/index.ts";

/** A pin or a screw: what is fixed there, and the net it is on, on the side of its wire. */
export interface Place {
  readonly label: string;
  readonly net: string;
  readonly item: string;
  /** The pin or screw itself, where the model has it as a part. */
  readonly part?: Part;
  readonly wire?: Part;
}

/** Places that lie beside each other, in the order of their numbers. */
export interface PlaceRow {
  readonly id: string;
  readonly places: readonly Place[];
}

const PIN_TYPES: readonly string[] = ["pin", "screw-terminal"];

/** The rows of pins and screws of a unit: parts "P4.1", "P4.2" are a row, and so are points of a block that has no parts. */
export function placeRows(unit: UnitModel): PlaceRow[] {
  const rows = new Map<string, Place[]>();
  const add = (id: string, place: Place) => rows.set(stemOf(id)!, [...(rows.get(stemOf(id)!) ?? []), place]);
  const partIds = new Set(unit.parts.map((p) => p.id));
  for (const part of unit.parts)
    if (PIN_TYPES.includes(part.type) && stemOf(part.id) !== undefined) {
      const nets = Object.values(part.terminals);
      const wire = wireOn(unit, nets);
      const net = nets.find((n) => wire && Object.values(wire.terminals).includes(n)) ?? nets[1]!;
      add(part.id, { label: part.id, net, item: part.item, part, ...(wire ? { wire } : {}) });
    }
  for (const { id, terminal } of unit.points) {
    const stem = stemOf(id);
    if (stem === undefined || partIds.has(stem) || partIds.has(id)) continue;
    const at = terminal ?? id;
    const dot = at.lastIndexOf(".");
    const owner = unit.parts.find((p) => p.id === at.slice(0, dot));
    const net = owner?.terminals[at.slice(dot + 1)];
    if (!owner?.item || net === undefined) continue;
    const wire = owner.type === "wire" ? owner : undefined;
    add(id, { label: id, net, item: owner.item, ...(wire ? { wire } : {}) });
  }
  return [...rows]
    .filter(([, places]) => places.length > 1)
    .map(([id, places]) => ({
      id,
      places: places.sort((a, b) => a.label.localeCompare(b.label, "en", { numeric: true })),
    }));
}

function stemOf(id: string): string | undefined {
  return /^(.+)\.[^.]+$/.exec(id)?.[1];
}

function wireOn(unit: UnitModel, nets: readonly string[]): Part | undefined {
  return unit.parts.find(
    (p) => p.type === "wire" && Object.values(p.terminals).some((n) => nets.includes(n)),
  );
}
