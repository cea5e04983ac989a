import type { UnitModel } from "#core/unit/index.ts";

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

/** A connector seen from its wire side, pins in the order of their labels. */
export interface PlugFace {
  /** "P4" */
  readonly id: string;
  readonly name: string;
  /** Where it is found, by the first of its points. */
  readonly place?: string;
  readonly pins: readonly PlugPin[];
}

/** The unit's connectors: pins whose ids share what stands before the last point, "P4.1" … "P4.5". */
export function plugFaces(unit: UnitModel): PlugFace[] {
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
    return { id, name: item?.name ?? id, ...(place === undefined ? {} : { place }), pins };
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
