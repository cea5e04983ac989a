import type { Point, UnitModel } from "#core/unit/index.ts";
import { showPoint } from "#core/entry/index.ts";

/** One pin of a connector: the wire in it, and the point at which a probe reaches it. */
export interface PlugPin {
  /** Part id of the pin, "P4.3". */
  readonly part: string;
  /** What is moulded beside it: "3", or "U". */
  readonly label: string;
  /** Where the wire goes, in the model's words. */
  readonly wire?: string;
  readonly colour?: string;
  /** Point that a probe can touch there; none where the model names none. */
  readonly point?: string;
}

/** A connector seen from its wire side, a row of terminals, or the pads of a board; pins in the order of their labels. */
export interface PlugFace {
  readonly kind: "plug" | "terminals" | "pads";
  /** "P4" */
  readonly id: string;
  readonly name: string;
  /** Where it is found, by the first of its points. */
  readonly place?: string;
  readonly pins: readonly PlugPin[];
}

/** All places at which a probe touches, as the hand finds them: connectors first, then terminals, then pads. */
export function plugFaces(unit: UnitModel): PlugFace[] {
  const plugs = connectors(unit);
  const shown = new Set(plugs.flatMap((face) => face.pins.flatMap((pin) => pin.point ?? [])));
  return [...plugs, ...terminalsAndPads(unit, shown)];
}

/** Points that are no connector's: those that share a part's name are its terminals, the others pads by their place. */
function terminalsAndPads(unit: UnitModel, shown: ReadonlySet<string>): PlugFace[] {
  const rest = unit.points.filter((p) => !shown.has(p.id));
  const stem = (id: string) => (id.includes(".") ? id.slice(0, id.lastIndexOf(".")) : undefined);
  const byStem = groupBy(rest, (p) => stem(p.id) ?? "");
  const isRow = (p: Point) => stem(p.id) !== undefined && byStem.get(stem(p.id)!)!.length > 1;
  const pin = (point: Point, label: string): PlugPin => ({
    part: point.id,
    label,
    wire: point.name,
    ...(point.colour === undefined ? {} : { colour: point.colour }),
    point: point.id,
  });
  const rows = [...byStem]
    .filter(([id, points]) => id !== "" && points.length > 1)
    .map(([id, points]): PlugFace => ({
      kind: "terminals",
      id,
      name: `Terminals of ${unit.parts.find((p) => p.id === id)?.name ?? id}`,
      place: points[0]!.place,
      pins: points.map((p) => pin(p, p.id.slice(id.length + 1))),
    }));
  const pads = [
    ...groupBy(
      rest.filter((p) => !isRow(p)),
      (p) => p.place,
    ),
  ].map(([place, points]): PlugFace => ({
    kind: "pads",
    id: `pads: ${place}`,
    name: "Pads and single terminals",
    place,
    pins: points.map((p) => pin(p, showPoint(p.id))),
  }));
  return [...rows, ...pads];
}

function groupBy<T>(list: readonly T[], key: (item: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const item of list) groups.set(key(item), [...(groups.get(key(item)) ?? []), item]);
  return groups;
}

/** Pins whose ids share what stands before the last point: "P4.1" … "P4.5" are plug P4. */
function connectors(unit: UnitModel): PlugFace[] {
  const plugs = new Map<string, UnitModel["parts"]>();
  for (const part of unit.parts) {
    const plug = /^(.+)\.[^.]+$/.exec(part.id)?.[1];
    if (part.type === "pin" && plug !== undefined) plugs.set(plug, [...(plugs.get(plug) ?? []), part]);
  }
  return [...plugs].map(([id, parts]) => {
    const pins = parts
      .map((part) => pinOf(unit, part))
      .sort((a, b) => a.label.localeCompare(b.label, "en", { numeric: true }));
    const place = unit.points.find((p) => pins.some((pin) => pin.point === p.id))?.place;
    const item = unit.items.find((i) => i.id === parts[0]!.item);
    return { kind: "plug", id, name: item?.name ?? id, ...(place === undefined ? {} : { place }), pins };
  });
}

function pinOf(unit: UnitModel, part: UnitModel["parts"][number]): PlugPin {
  const nets = Object.values(part.terminals);
  // The wire side is the one that carries a wire; the board's side carries tracks.
  const wire = unit.parts.find(
    (p) => p.type === "wire" && Object.values(p.terminals).some((n) => nets.includes(n)),
  );
  const point = unit.points.find((p) => (p.terminal ?? p.id).startsWith(`${part.id}.`) || p.id === part.id);
  const colour = point?.colour ?? wire?.colour;
  return {
    part: part.id,
    label: part.id.slice(part.id.lastIndexOf(".") + 1),
    ...(wire ? { wire: wire.name } : {}),
    ...(colour === undefined ? {} : { colour }),
    ...(point ? { point: point.id } : {}),
  };
}
