import type { Part, UnitModel } from "#core/unit/index.ts";

/** A wire that comes off with an item: where it is, and where it must go again. */
export interface TransferWire {
  readonly id: string;
  /** Id of the part that it is on: a pin's, "P4.3", where it is in a connector. */
  readonly part: string;
  /** The terminal or pin: "K3 com", "P4·3". */
  readonly at: string;
  /** "" where the model gives none. */
  readonly colour: string;
  readonly wire: string;
}

/** Where a part's terminal is joined to others. */
interface End {
  readonly part: Part;
  readonly terminal: string;
  readonly net: string;
}

const JOINTS: ReadonlySet<string> = new Set(["splice", "screw-terminal"]);
/** What stands for a colour that no model gives, so that a lead that is missing can be told from one that is on. */
const OWN_LEAD = "own lead";
const EARTH = "earth lead";
const SUPPLIES: ReadonlySet<string> = new Set(["mains", "split-phase"]);

/**
 * Every wire on an item, pin by pin: what has to come off it and go back to the same place. That is each wire at its terminals
 * and in the connectors that plug into it, its own leads at joints and pins, and its earth. Each end of a wire stands once.
 */
export function transferList(unit: UnitModel, items: readonly string[]): TransferWire[] {
  const inside = unit.parts.filter((p) => items.includes(p.item));
  const isInside = new Set(inside.map((p) => p.id));
  const ends = unit.parts.flatMap((part) =>
    Object.entries(part.terminals).map(([terminal, net]): End => ({ part, terminal, net })),
  );
  const at = (net: string, wanted: (part: Part) => boolean) =>
    ends.filter((e) => e.net === net && wanted(e.part) && !isInside.has(e.part.id));
  const own = ends.filter((e) => isInside.has(e.part.id) && e.part.type !== "wire");
  const plugged = unit.parts.filter((p) => !isInside.has(p.id) && items.includes(ownerOf(unit, p) ?? ""));
  const places = [...own, ...ends.filter((e) => plugged.includes(e.part))];
  const wires = places.flatMap((place) =>
    at(place.net, (p) => p.type === "wire").map((wire) => rowOf(place, wire.part)),
  );
  const leads = own.flatMap((end) =>
    at(end.net, (p) => JOINTS.has(p.type)).map((joint): Row => {
      const id = `${joint.part.id}.${joint.terminal} ${end.part.id}.${end.terminal}`;
      const wire = `own lead of ${end.part.name}`;
      return { ...rowOf(joint, joint.part), id, colour: OWN_LEAD, wire, end: `lead ${joint.net}` };
    }),
  );
  const ownWires = ends.filter(
    ({ part }) => isInside.has(part.id) && part.type === "wire" && isReplaced(unit, part.item),
  );
  const ownEnds = ownWires.flatMap((end) =>
    at(end.net, (p) => p.type !== "wire")
      .slice(0, 1)
      .map((place) => rowOf(place, end.part)),
  );
  const earths = own
    .filter((e) => e.terminal === "pe" && !SUPPLIES.has(e.part.type))
    .map((e): Row => {
      const id = `${e.part.id}.pe earth`;
      return { ...rowOf(e, e.part), id, colour: EARTH, wire: "protective earth", end: id };
    });
  // An end of a wire is at one place: where several parts of the item share its net, at the first of them.
  const byEnd = new Map<string, Row>();
  for (const row of [...wires, ...leads, ...ownEnds, ...earths])
    if (!byEnd.has(row.end)) byEnd.set(row.end, row);
  return [...byEnd.values()]
    .map(({ id, part, at: place, colour, wire }) => ({ id, part, at: place, colour, wire }))
    .sort((one, other) => one.at.localeCompare(other.at, "en", { numeric: true }));
}

type Row = TransferWire & {
  /** Names the end of the wire. */
  readonly end: string;
};

function rowOf({ part, terminal, net }: End, wire: Part): Row {
  const name = part.id.replaceAll(".", "·");
  return {
    id: `${part.id}.${terminal} ${wire.id}`,
    part: part.id,
    at: part.type === "pin" ? name : `${name} ${terminal}`,
    colour: wire.colour ?? "",
    wire: wire.name,
    end: `${wire.id} ${net}`,
  };
}

const isReplaced = (unit: UnitModel, item: string) =>
  unit.items.some((i) => i.id === item && i.remedy === "replace");

/** The item that a connector's pin plugs into: the one whose parts stand behind the most of its pins. Undefined for no pin. */
function ownerOf(unit: UnitModel, pin: Part): string | undefined {
  if (pin.type !== "pin" || !pin.id.includes(".")) return undefined;
  const plug = pin.id.slice(0, pin.id.lastIndexOf(".") + 1);
  const behind = new Map<string, Set<string>>();
  for (const sibling of unit.parts.filter((p) => p.type === "pin" && p.id.startsWith(plug)))
    for (const part of unit.parts) {
      if (part.type === "wire" || part.type === "pin") continue;
      const meets = Object.values(part.terminals).some((n) => Object.values(sibling.terminals).includes(n));
      if (!meets) continue;
      const pins = behind.get(part.item) ?? new Set();
      behind.set(part.item, pins.add(sibling.id));
    }
  return [...behind].reduce<[string, number] | undefined>(
    (best, [item, pins]) => (best && best[1] >= pins.size ? best : [item, pins.size]),
    undefined,
  )?.[0];
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
