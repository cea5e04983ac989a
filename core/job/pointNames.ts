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

/** The point meant by a name typed by hand. "N" is the neutral reference, "PE", "earth" and "GND" what they say. */
export function findPoint(unit: UnitModel, typed: string): Point | undefined {
  const wanted = tidy(typed);
  const exact = unit.points.find((p) => tidy(p.id) === wanted);
  if (exact) return exact;
  const reference = (side: Point["side"]) =>
    unit.points.find((p) => p.id === unit.references.find((r) => r.side === side)?.point);
  if (wanted === "n" || wanted === "neutral") return reference("mains");
  if (wanted === "gnd" || wanted === "ground" || wanted === "0v") return reference("low-voltage");
  if (wanted === "earth" || wanted === "chassis") return unit.points.find((p) => tidy(p.id) === "pe");
  return undefined;
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

/**
 * Points that an incomplete name may mean: those whose id it begins ("P4"), else those whose name has all its words
 * ("heater flange"). One of them is what was meant; several are for the person to choose from.
 */
export function pointsMeantBy(unit: UnitModel, typed: string): Point[] {
  const wanted = tidy(typed);
  if (wanted === "") return [];
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
