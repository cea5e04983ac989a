import { MAINS_VOLTS, type UnitFile } from "#core/unit/index.ts";
import { SUPPLY, type Placed, type Walk } from "../walk.ts";
import { coilVolts, itemId, nameOf, title } from "./naming.ts";

export type PartFile = UnitFile["parts"][number];

export function supplyPart(walk: Walk): PartFile {
  const { current, split, volts } = walk.supply!;
  const common = { id: SUPPLY, name: "Supply", item: "supply" };
  if (current === "dc")
    return {
      ...common,
      type: "dc-supply",
      terminals: { plus: "PLUS", minus: "MINUS" },
      parameters: { volts },
    };
  return split
    ? {
        ...common,
        type: "split-phase",
        terminals: { l1: "L1", l2: "L2", n: "N", pe: "PE" },
        parameters: { volts },
      }
    : { ...common, type: "mains", terminals: { l: "L", n: "N", pe: "PE" }, parameters: { volts } };
}

/** The part or parts that a thing is: a relay brings its coil and, where the board decides, what drives it. */
export function partsOf(
  thing: Placed,
  coils: ReadonlyMap<string, Placed>,
  walk: Walk,
  things: readonly Placed[],
): PartFile[] {
  const { made, id } = thing;
  if (thing.kind.id === "coil") return coilParts(thing, things);
  const part: PartFile = {
    id,
    name: nameOf(thing),
    type: made.type,
    terminals: {},
    parameters: made.parameters,
    item: itemId(thing),
    ...(thing.colour === undefined ? {} : { colour: thing.colour }),
    ...(made.spread === undefined ? {} : { spread: made.spread }),
    ...(made.weights === undefined ? {} : { weights: made.weights }),
  };
  const ends = (near: string, far: string) => ({ [near]: thing.near, [far]: thing.far });
  switch (made.type) {
    case "relay":
      return relayParts(thing, part, coils.get(id), boardFor(coilVolts(thing), things));
    case "triac-output":
      return [{ ...part, terminals: ends("mt1", "mt2") }];
    case "high-side-output":
      return [
        thing.behindLoad
          ? { ...part, type: "low-side-output", terminals: ends("out", "ground") }
          : { ...part, terminals: ends("supply", "out") },
      ];
    case "transformer":
      return [
        {
          ...part,
          terminals: { ...ends("p1", "p2"), s1: `${id}-PLUS`, s2: `${id}-MINUS` },
        },
      ];
    case "power-supply":
      return [
        { ...part, terminals: { ...ends("l", "n"), plus: `${id}-PLUS`, minus: `${id}-MINUS` } },
        ...logicOf(thing),
      ];
    case "buck-regulator":
      return [
        { ...part, terminals: { in: thing.near, ground: thing.far, out: `${id}-PLUS` } },
        ...logicOf(thing),
      ];
    case "pin":
      return [
        {
          ...part,
          terminals:
            thing.boardNear === true ? { a: thing.near, b: thing.far } : { a: thing.far, b: thing.near },
        },
      ];
    case "heater":
      return [{ ...part, terminals: { ...ends("1", "2"), pe: groundOf(walk) } }];
    case "motor":
    case "dc-motor":
    case "solenoid":
      return [
        {
          ...part,
          terminals: { ...ends("1", "2"), ...(thing.feed.volts > MAINS_VOLTS ? { pe: groundOf(walk) } : {}) },
        },
      ];
    case "lamp":
      return [{ ...part, terminals: ends("1", "2") }];
    default:
      return [{ ...part, terminals: ends("a", "b") }];
  }
}

export const groundOf = (walk: Walk) => (walk.supply!.current === "dc" ? "MINUS" : "PE");

/** Watts that a small controller takes. Common practice, no source: about half a watt to two. */
export const LOGIC_WATTS = 1;

/** What a board or a supply runs of its own, so that it has something to be seen by. */
export function logicOf(thing: Placed): PartFile[] {
  const { id, made } = thing;
  if (thing.kind.id !== "board") return [];
  const volts = made.gives!.volts;
  return [
    {
      id: `${id}-logic`,
      name: `${title(thing.word)} ${id}, its electronics`,
      type: "rail-load",
      terminals: { plus: `${id}-PLUS`, minus: made.type === "buck-regulator" ? thing.far : `${id}-MINUS` },
      parameters: { ohms: Number((volts ** 2 / LOGIC_WATTS).toPrecision(3)), volts },
      item: itemId(thing),
      spread: 0.6,
    },
  ];
}

/** A coil whose contact was not traced yet is a load like any other; with its contact it is part of the relay. */
function coilParts(thing: Placed, things: readonly Placed[]): PartFile[] {
  if (things.some((t) => t.id === thing.id && t.kind.role === "contact")) return [];
  const { coilVolts: volts, coilOhms, coilAmps } = thing.made.parameters as Record<string, number>;
  return [
    {
      id: thing.id,
      name: `Coil ${thing.id}`,
      type: "solenoid",
      terminals: { "1": thing.near, "2": thing.far },
      parameters: {
        volts,
        amps: coilAmps ?? volts! / coilOhms!,
        windingOhms: coilOhms,
        ...(coilAmps === undefined ? { powerFactor: 0.98 } : {}),
      },
      item: itemId(thing),
      ...(thing.made.spread === undefined ? {} : { spread: thing.made.spread }),
    },
  ];
}

/** A relay: its coil as it was traced, or driven by its board. */
export function relayParts(
  thing: Placed,
  part: PartFile,
  coil: Placed | undefined,
  board: Placed | undefined,
): PartFile[] {
  const { id } = thing;
  const contact = { com: thing.near, no: thing.far };
  if (coil) {
    const { parameters, spread } = coil.made;
    const made = { ...part, parameters, ...(spread === undefined ? {} : { spread }) };
    return [{ ...made, terminals: { ...contact, coilA: coil.near, coilB: coil.far } }];
  }
  const volts = thing.made.parameters["coilVolts"] as number;
  const [plus, minus] = board ? [`${board.id}-PLUS`, minusOf(board)] : [`${id}-PLUS`, `${id}-MINUS`];
  const item = board ? itemId(board) : CONTROL_BOARD;
  const own: PartFile[] = board
    ? []
    : [
        {
          id: `${id}-supply`,
          name: `Board's ${volts} V for ${id}`,
          type: "dc-supply",
          terminals: { plus, minus },
          parameters: { volts, ohms: 0.5 },
          item,
        },
      ];
  return [
    { ...part, terminals: { ...contact, coilA: plus, coilB: `${id}-B` } },
    ...own,
    {
      id: driveOf(id),
      name: `Board output for ${id}`,
      type: "low-side-output",
      terminals: { out: `${id}-B`, ground: minus },
      item,
    },
  ];
}

export const driveOf = (relay: string) => `${relay}-drive`;

/** A board that sits in no circuit and yet decides about a relay. */
export const CONTROL_BOARD = "control-board";

/** The net that a board's own supply comes back to. */
export const minusOf = (thing: Placed) =>
  thing.made.type === "buck-regulator" ? thing.far : `${thing.id}-MINUS`;

/** The traced board whose own supply fits a relay's coil. */
export function boardFor(volts: number, things: readonly Placed[]): Placed | undefined {
  return things.find((t) => t.kind.id === "board" && Math.abs(t.made.gives!.volts - volts) <= 0.2 * volts);
}

/** Outputs that the board drives when the circuit is called for. */
export function drivenBy({ kind, id }: Placed, coils: ReadonlyMap<string, Placed>): string[] {
  if (kind.role === "output") return [id];
  return kind.role === "contact" && !coils.has(id) ? [driveOf(id)] : [];
}
