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
