import { MAINS_VOLTS, type UnitFile } from "#core/unit/index.ts";
import { SUPPLY, type Placed, type Walk } from "../walk.ts";
import { coilVolts, endPoints, nameOf, sideOf } from "./naming.ts";
import { driveOf, type PartFile } from "./parts.ts";

export type PointFile = NonNullable<UnitFile["points"]>[number];

/** Minutes to touch a point: in the open, on a board. Common practice, no source. */
export const POINT_MINUTES = 0.3;

export const BOARD_POINT_MINUTES = 0.5;

/** The ends of a thing as points: their names along the way, and the terminals that they touch. */
export function pointsOf(walk: Walk, parts: readonly PartFile[]): PointFile[] {
  const byId = new Map(parts.map((p) => [p.id, p]));
  const terminalAt = (part: string, net: string) =>
    Object.entries(byId.get(part)!.terminals).find(([, n]) => n === net)?.[0];
  const points = supplyPoints(walk);
  const add = (thing: Placed, part: string, net: string, point: Pick<PointFile, "id" | "name">) => {
    const terminal = terminalAt(part, net);
    if (terminal !== undefined)
      points.push({
        ...point,
        terminal: `${part}.${terminal}`,
        side: sideOf(thing.feed),
        place: thing.onBoard ? "on the board" : "in the unit",
        minutes: thing.onBoard ? BOARD_POINT_MINUTES : POINT_MINUTES,
        ...(thing.kind.role === "pin" && thing.colour !== undefined ? { colour: thing.colour } : {}),
      });
  };
  for (const { things } of walk.circuits)
    for (const thing of things) {
      const { id, kind } = thing;
      const name = nameOf(thing);
      const [near, far] = endPoints(thing);
      if (kind.role === "wire") continue;
      if (kind.role === "pin") {
        add(thing, id, thing.boardNear === true ? thing.far : thing.near, { id, name });
        // A plug within the harness can be touched from the back on both its sides.
        if (far !== undefined) add(thing, id, thing.far, { id: far, name: `${name}, far side` });
        continue;
      }
      const [before, behind] = endNames(thing);
      add(thing, id, thing.near, { id: near!, name: `${name}, ${before}` });
      add(thing, id, thing.far, { id: far!, name: `${name}, ${behind}` });
    }
  return [...points, ...ownSupplyPoints(walk, byId)];
}

export function endNames({ kind, behindLoad }: Placed): readonly [string, string] {
  if (kind.role === "load") return ["feed end", "return end"];
  return behindLoad ? ["load side", "return side"] : ["supply side", "load side"];
}

export function supplyPoints(walk: Walk): PointFile[] {
  const { current, split, volts } = walk.supply!;
  const side = volts > MAINS_VOLTS ? "mains" : "low-voltage";
  const ends =
    current === "dc"
      ? [
          ["PLUS", "plus", "Supply plus"],
          ["MINUS", "minus", "Supply minus"],
        ]
      : split
        ? [
            ["L1", "l1", "Supply L1"],
            ["L2", "l2", "Supply L2"],
            ["N", "n", "Supply neutral"],
            ["PE", "pe", "Earth"],
          ]
        : [
            ["L", "l", "Supply live"],
            ["N", "n", "Supply neutral"],
            ["PE", "pe", "Earth"],
          ];
  return ends.map(([id, terminal, name]) => ({
    id: id!,
    name: name!,
    terminal: `${SUPPLY}.${terminal!}`,
    side,
    place: "at the supply",
    minutes: POINT_MINUTES,
  }));
}

/** Points of the supplies that the unit makes for itself: a transformer's secondary, a board's own volts, a driven coil. */
export function ownSupplyPoints(walk: Walk, parts: ReadonlyMap<string, PartFile>): PointFile[] {
  const made: PointFile[] = [];
  const add = (id: string, name: string, terminal: string, thing: Placed) => {
    const side = sideOf({ ...thing.feed, ...thing.made.gives });
    made.push({ id, name, terminal, side, place: "at the part", minutes: BOARD_POINT_MINUTES });
  };
  for (const thing of walk.circuits.flatMap((c) => c.things)) {
    const { id, made: own } = thing;
    const name = nameOf(thing);
    const isUsed = walk.circuits.some((c) => c.feed.from === id);
    if (own.gives && (!own.unsure || isUsed)) {
      const [plus, minus] =
        own.type === "transformer"
          ? ["s1", "s2"]
          : own.type === "power-supply"
            ? ["plus", "minus"]
            : ["out", "ground"];
      add(`${id}.out`, `${name}, output`, `${id}.${plus}`, thing);
      if (own.type !== "buck-regulator")
        add(`${id}.return`, `${name}, output's return`, `${id}.${minus}`, thing);
    }
    if (parts.has(driveOf(id)) && !own.unsure) {
      const low = { ...thing, feed: { ...thing.feed, volts: coilVolts(thing) } };
      add(`${id}.A`, `Coil ${id}, supply end`, `${id}.coilA`, low);
      add(`${id}.B`, `Coil ${id}, board's end`, `${id}.coilB`, low);
      if (parts.has(`${id}-supply`))
        add(`${id}.minus`, `Board's minus for ${id}`, `${driveOf(id)}.ground`, low);
    }
  }
  return made;
}
