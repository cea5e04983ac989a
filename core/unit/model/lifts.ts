import type { Lift, UnitModel } from "./model.ts";

/** Taking one lead off a terminal. Common practice, no source. */
const LEAD_MINUTES = 0.6;

/** A lift by its id, or the lead at a single terminal "part.terminal" named in its place; undefined where the unit has neither. */
export function liftOf(unit: UnitModel, id: string): Lift | undefined {
  const own = unit.lifts.find((l) => l.id === id);
  if (own) return own;
  const dot = id.lastIndexOf(".");
  const part = unit.parts.find((p) => p.id === id.slice(0, dot));
  if (part?.terminals[id.slice(dot + 1)] === undefined) return undefined;
  const cover = unit.points.find((p) => (p.terminal ?? p.id).startsWith(`${part.id}.`))?.cover;
  return {
    id,
    name: `lead off ${part.id}·${id.slice(dot + 1)}`,
    terminals: [id],
    minutes: LEAD_MINUTES,
    ...(cover === undefined ? {} : { cover }),
  };
}
