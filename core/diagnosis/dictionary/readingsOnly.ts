import { modesOf, type UnitModel } from "#core/unit/index.ts";
import { buildDictionary, type Dictionary } from "./dictionary.ts";

/**
 * A dictionary of the healthy unit alone: every course and reading is there, and no suspect. What a unit has until its own
 * dictionary is computed, or for good where that would be too large.
 */
export function buildReadings(unit: UnitModel): Dictionary {
  const healthy: UnitModel = {
    ...unit,
    parts: unit.parts.map((part) => ({
      ...part,
      weights: Object.fromEntries(modesOf(part).map((mode) => [mode.id, 0])),
    })),
  };
  return { ...buildDictionary(healthy), unit };
}
