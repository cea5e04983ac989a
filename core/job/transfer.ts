import type { UnitModel } from "#core/unit/index.ts";

/** A wire that comes off with an item: where it is, and where it must go again. */
export interface TransferWire {
  readonly id: string;
  /** The terminal or pin of the item: "K3 com", "P4·3". */
  readonly at: string;
  readonly colour: string;
  readonly wire: string;
}

/** Every wire on an item, pin by pin: what has to come off it and go back to the same place. */
export function transferList(unit: UnitModel, items: readonly string[]): TransferWire[] {
  const parts = unit.parts.filter((p) => items.includes(p.item));
  const inside = new Set(parts.map((p) => p.id));
  const wires = unit.parts.filter((p) => p.type === "wire" && !inside.has(p.id));
  return parts
    .filter((p) => p.type !== "wire")
    .flatMap((part) =>
      Object.entries(part.terminals).flatMap(([terminal, net]) =>
        wires
          .filter((w) => Object.values(w.terminals).includes(net))
          .map((w) => ({
            id: `${part.id}.${terminal} ${w.id}`,
            at:
              part.type === "pin"
                ? part.id.replaceAll(".", "·")
                : `${part.id.replaceAll(".", "·")} ${terminal}`,
            colour: w.colour ?? "",
            wire: w.name,
          })),
      ),
    )
    .sort((a, b) => a.at.localeCompare(b.at, "en", { numeric: true }));
}

/** A wire that went back to another place: the colour that was found where it belongs, and where that one belongs. */
export interface CrossedWire {
  readonly wire: TransferWire;
  readonly found: string;
  /** Places of the list whose own wire has the colour that was found here. */
  readonly belongsAt: readonly string[];
}

/** Wires at whose place another colour was found. `found`: by wire of the list, the colour seen from the wire side. */
export function crossedWires(
  wires: readonly TransferWire[],
  found: ReadonlyMap<string, string>,
): CrossedWire[] {
  return wires.flatMap((wire) => {
    const colour = found.get(wire.id);
    if (colour === undefined || colour === wire.colour) return [];
    return [
      {
        wire,
        found: colour,
        belongsAt: wires.filter((w) => w.colour === colour && w.id !== wire.id).map((w) => w.at),
      },
    ];
  });
}
