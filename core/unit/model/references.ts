import type { Point, UnitModel } from "./model.ts";

export type Reference = UnitModel["references"][number];

/** The references that a point is read against: those of its side which serve it. */
export function referencesOf(unit: UnitModel, point: Pick<Point, "id" | "side">): Reference[] {
  return unit.references.filter((r) => r.side === point.side && (r.points?.includes(point.id) ?? true));
}
