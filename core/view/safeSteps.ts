import { transferList } from "#core/job/index.ts";
import type { Hazard, UnitModel } from "#core/unit/index.ts";
import { hazardLine } from "./cautions.ts";

/** What must be shut or off before a cover comes off; what waits until it is. */
const BEFORE_COVERS: readonly Hazard["kind"][] = ["mains", "gas", "water", "moving"];

/**
 * What is done before the first wire of an item comes off, in the order of safe work: isolate, covers, wait and measure, prove
 * dead. From the unit's own hazards where the item is; the maker's instructions and local rules go before it.
 */
export function safeSteps(unit: UnitModel, items: readonly string[]): string[] {
  const covers = coversOf(unit, items);
  const here = unit.hazards.filter(
    (h) => !h.covers || covers.length === 0 || h.covers.some((c) => covers.includes(c)),
  );
  const lines = (before: boolean) =>
    here.filter((h) => BEFORE_COVERS.includes(h.kind) === before).map((h) => hazardLine(h));
  const names = unit.covers.filter((c) => covers.includes(c.id)).map((c) => c.name);
  return [
    "Switch off, pull the plug or lock off, and keep the key.",
    ...lines(true),
    ...(names.length > 0 ? [`Take off: ${names.join(", ")}.`] : []),
    ...lines(false),
    "Prove it dead where you will work, with a meter that was proven before and after.",
  ];
}

/** The covers behind which an item or a wire on it can be touched; none where the model has no point there. */
function coversOf(unit: UnitModel, items: readonly string[]): string[] {
  const parts = new Set([
    ...unit.parts.filter((p) => items.includes(p.item)).map((p) => p.id),
    ...transferList(unit, items).map((wire) => wire.part),
  ]);
  const points = unit.points.filter(
    ({ terminal }) => terminal !== undefined && parts.has(terminal.slice(0, terminal.lastIndexOf("."))),
  );
  return [...new Set(points.flatMap((p) => p.cover ?? []))];
}
