import { pairsAcrossParts } from "#core/diagnosis/index.ts";
import type { Point, UnitModel } from "#core/unit/index.ts";

/** Lower case, with the ways people write "P4·3" made one: "p4.3", "p4-3", "p4 pin 3" all compare equal. */
function tidy(name: string): string {
  return name
    .toLowerCase()
    .replace(/\s*(?:·|-|\/|:|\bpin\b)\s*/gu, ".")
    .replace(/\.+/gu, ".")
    .replace(/[^\p{L}\p{N}.]/gu, "");
}

/** Point ids as they are written on screen: "P4·3". */
export function showPoint(id: string): string {
  return id.replaceAll(".", "·");
}

/** What people call a conductor whatever the point's own name is. */
type Conductor = "neutral" | "live" | "earth" | "ground";
const CONDUCTORS: ReadonlyMap<string, Conductor> = new Map(
  Object.entries<Conductor>({
    n: "neutral",
    neutral: "neutral",
    l: "live",
    live: "live",
    line: "live",
    pe: "earth",
    earth: "earth",
    chassis: "earth",
    gnd: "ground",
    ground: "ground",
    "0v": "ground",
  }),
);

const isNeutral = ({ id, name }: Point): boolean =>
  /(?:^|\.)n$/iu.test(id) || /\bneutral\b|^n\b/iu.test(name);
const isLive = ({ id, name, side }: Point): boolean =>
  side === "mains" && (/(?:^|\.)l\d?$/iu.test(id) || /\b(?:live|line)\b/iu.test(name));
const isEarth = ({ id, name }: Point): boolean => tidy(id) === "pe" || /\bearth\b/iu.test(name);

/**
 * Points that a conductor's name may mean, the references of the unit before all others. A reference stands for "N" only if it
 * is a neutral: a second live leg is none, however often readings are taken to it.
 */
function pointsOf(unit: UnitModel, conductor: Conductor): Point[] {
  const references = unit.references.flatMap((r) => {
    const point = unit.points.find((p) => p.id === r.point);
    return point ? [{ ...r, point }] : [];
  });
  switch (conductor) {
    case "neutral": {
      const own = references.filter((r) => r.side === "mains" && isNeutral(r.point)).map((r) => r.point);
      return own.length > 0 ? own : unit.points.filter((p) => p.side === "mains" && isNeutral(p));
    }
    case "live":
      return unit.points.filter(isLive);
    case "earth":
      return unit.points.filter(isEarth);
    case "ground":
      return references.filter((r) => r.side === "low-voltage" && r.function === "vdc").map((r) => r.point);
  }
}

/**
 * The point meant by a name typed by hand. "N", "L", "PE" and "GND" mean the conductors they name; where the unit has several of
 * those, or none, no point is meant and the person is asked.
 */
export function findPoint(unit: UnitModel, typed: string): Point | undefined {
  const wanted = tidy(typed);
  const exact = unit.points.find((p) => tidy(p.id) === wanted);
  if (exact) return exact;
  const conductor = CONDUCTORS.get(wanted);
  const meant = conductor ? pointsOf(unit, conductor) : [];
  return meant.length === 1 ? meant[0] : undefined;
}

/** Names close to what was typed, for the sentence that says it is unknown. */
export function similarPoints(unit: UnitModel, typed: string): string[] {
  const wanted = tidy(typed);
  const stem = wanted.split(".")[0]!;
  return unit.points
    .filter((p) => stem !== "" && (tidy(p.id).startsWith(stem) || stem.startsWith(tidy(p.id).split(".")[0]!)))
    .map((p) => showPoint(p.id))
    .slice(0, 6);
}

/** The two points on either side of a part named by its id: "TC1". */
export function pairAcross(unit: UnitModel, typed: string): { red: string; black: string } | undefined {
  const part = unit.parts.find((p) => tidy(p.id) === tidy(typed));
  return part && pairsAcrossParts(unit).find((pair) => pair.part === part.id);
}

/** What comes off under a name typed by hand: a plug, the plug that is a part's own, or one lead "HT1.1". */
export function findLift(unit: UnitModel, typed: string): string | undefined {
  const wanted = tidy(typed);
  const plug = unit.lifts.find((l) => tidy(l.id) === wanted);
  const own = unit.lifts.find((l) => l.terminals.every((t) => tidy(t).startsWith(`${wanted}.`)));
  const lead = unit.parts
    .flatMap((p) => Object.keys(p.terminals).map((t) => `${p.id}.${t}`))
    .find((t) => tidy(t) === wanted);
  return plug?.id ?? own?.id ?? lead;
}

/** Where a unit has no such conductor: what readings are taken to, to choose from. One alone is not taken unasked. */
function referencesOf(unit: UnitModel, conductor: Conductor): Point[] {
  const side = conductor === "ground" ? "low-voltage" : "mains";
  const points = unit.references
    .filter((r) => r.side === side)
    .flatMap((r) => unit.points.filter((p) => p.id === r.point));
  return points.length === 1
    ? [...points, ...unit.points.filter((p) => p.side === side && p !== points[0]).slice(0, 3)]
    : points;
}

/**
 * Points that an incomplete name may mean: those whose id it begins ("P4"), else those whose name has all its words
 * ("heater flange"). One of them is what was meant; several are for the person to choose from.
 */
export function pointsMeantBy(unit: UnitModel, typed: string): Point[] {
  const wanted = tidy(typed);
  if (wanted === "") return [];
  // A conductor is never the beginning of some other name: "L" is not "LED1".
  const conductor = CONDUCTORS.get(wanted);
  if (conductor) {
    const named = pointsOf(unit, conductor);
    return named.length > 0 ? named : referencesOf(unit, conductor);
  }
  const begun = unit.points.filter((p) => tidy(p.id).startsWith(wanted));
  if (begun.length > 0) return begun;
  const words = typed
    .toLowerCase()
    .split(/\s+/u)
    .filter((w) => w.length > 2);
  if (words.length === 0) return [];
  return unit.points.filter((p) => words.every((w) => p.name.toLowerCase().includes(w)));
}

/** Names that would complete the last word of a line: points first, then parts with a reading across. */
export function completionsOf(unit: UnitModel, line: string, most = 5): string[] {
  const last = /(?:^|\s)(\S+)$/u.exec(line)?.[1] ?? "";
  // A number is a reading, not the beginning of a name.
  if (last === "" || /^[-+−.,\d]/u.test(last)) return [];
  const wanted = tidy(last);
  const points = pointsMeantBy(unit, last).map((p) => p.id);
  if (points.some((id) => tidy(id) === wanted)) return [];
  const across = pairsAcrossParts(unit)
    .map((pair) => pair.part)
    .filter((part) => tidy(part).startsWith(wanted) && tidy(part) !== wanted);
  return [...new Set([...points, ...across])].slice(0, most).map(showPoint);
}
