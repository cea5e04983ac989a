import { MAINS_VOLTS } from "#core/unit/index.ts";
import type { Feed } from "../makers.ts";
import type { Placed } from "../walk.ts";

export const title = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** A net by the part that it is at: "F1-2" is F1, "T1-PLUS" the output of T1. */
export const endName = (net: string) =>
  net
    .replace(/-(?:coil-)?[12]$/u, "")
    .replace(/-PLUS$/u, " output")
    .replace(/-MINUS$/u, " return");

export function nameOf(thing: Placed): string {
  if (thing.line === undefined)
    return title(`${thing.colour ?? ""} wire ${endName(thing.near)} to ${endName(thing.far)}`.trim());
  if (thing.kind.role === "pin") return `Pin ${thing.id.replace(".", "·")}`;
  return `${title(thing.word)} ${thing.id}`;
}

export const plugOf = ({ id }: Placed) => id.slice(0, id.indexOf("."));

export function itemId(thing: Placed): string {
  return thing.kind.role === "pin" ? `plug-${plugOf(thing)}` : `item-${thing.id}`;
}

export const loadName = (load: Placed) =>
  load.kind.id === "coil" ? `coil ${load.id}` : `${load.word} ${load.id}`;

/** Points at a thing's two ends, in the order in which the circuit passes them; a board's pin has one, a wire none. */
export function endPoints({ id, kind, ends, boardNear }: Placed): readonly string[] {
  if (kind.role === "wire") return [];
  if (kind.role === "pin") return boardNear === undefined ? [id, `${id}-out`] : [id];
  const [near, far] = ends ?? (kind.id === "coil" ? ["A", "B"] : ["1", "2"]);
  return [`${id}.${near}`, `${id}.${far}`];
}

export const coilVolts = (thing: Placed) => thing.made.parameters["coilVolts"] as number;

export const sideOf = (feed: Feed): "mains" | "low-voltage" =>
  feed.volts > MAINS_VOLTS ? "mains" : "low-voltage";
