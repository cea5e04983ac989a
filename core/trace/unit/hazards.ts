import { MAINS_VOLTS, type UnitFile } from "#core/unit/index.ts";
import type { Placed, Walk } from "../walk.ts";

export type HazardFile = NonNullable<UnitFile["hazards"]>[number];

/** Seconds until a supply has let go of its charge; the reading decides. Common practice, no source. */
export const STORED_SECONDS = 120;

export const STORED_VOLTS = 30;

export function hazardsOf(walk: Walk, things: readonly Placed[]): HazardFile[] {
  const { volts, split } = walk.supply!;
  const most = split ? 2 * volts : volts;
  const of = (hazard: string) => things.filter((t) => t.kind.hazard === hazard).map((t) => t.id);
  const hazards: HazardFile[] = [];
  if (most > MAINS_VOLTS)
    hazards.push({
      kind: "mains",
      brief: `${most} V: isolate, lock and prove dead before you touch.`,
      text: `${most} V while the supply is on, at the load too when the neutral side is switched. Isolate, lock and prove dead before you touch; live readings only if you are trained for them.`,
    });
  const [hot, moving, gas] = [of("hot"), of("moving"), of("gas")];
  const stored = things
    .filter((t) => t.kind.hazard === "stored-energy" && t.feed.volts > MAINS_VOLTS)
    .map((t) => t.id);
  if (hot.length > 0)
    hazards.push({
      kind: "hot",
      brief: "Heated parts burn: let them cool.",
      text: `${named(hot)} and what is near stays hot after it was on: let it cool.`,
      parts: hot,
    });
  if (moving.length > 0)
    hazards.push({
      kind: "moving",
      brief: "It may start by itself: keep clear.",
      text: `${named(moving)} can start by itself while the supply is on: keep hands, sleeves and leads clear.`,
      parts: moving,
    });
  if (gas.length > 0)
    hazards.push({
      kind: "gas",
      brief: "Gas: work on it belongs to licensed people.",
      text: "Gas: shut it off, smell, ventilate, switch nothing if you smell it. Work on burners and joints belongs to licensed people.",
    });
  if (stored.length > 0)
    hazards.push({
      kind: "stored-energy",
      brief: `${named(stored, 3)} keeps its charge: wait and measure.`,
      text: `${named(stored)} keeps its charge after the supply is off: wait, and measure before you touch.`,
      waitSeconds: STORED_SECONDS,
      confirmBelowVolts: STORED_VOLTS,
      parts: stored,
    });
  return hazards;
}

/** The first of many parts by name, and how many more. */
function named(ids: readonly string[], most = 8): string {
  const more = ids.length - most;
  return more > 0 ? `${ids.slice(0, most).join(", ")} and ${more} more` : ids.join(", ");
}
