import { readFileSync } from "node:fs";
import type { Dictionary } from "#core/diagnosis/index.ts";
import { readUnitOrThrow, type UnitModel } from "#core/unit/index.ts";
import { demoDictionary } from "./demoUnits.ts";

/** The demo glasswasher's model file, as JSON. */
export function glasswasherJson(): Record<string, unknown> {
  return JSON.parse(readFileSync("demo/units/glasswasher-gw4.json", "utf8")) as Record<string, unknown>;
}

export function glasswasher(): UnitModel {
  return readUnitOrThrow(glasswasherJson());
}

/** Its dictionary, one a test file. */
export function glasswasherDictionary(): Dictionary {
  return demoDictionary("glasswasher-gw4");
}

/** Index of a suspect's case, the middle one where its size is unknown. */
export function caseOf(dictionary: Dictionary, suspect: string): number {
  const cases = dictionary.cases.flatMap((c, i) =>
    dictionary.suspects[c.suspect]!.id === suspect ? [i] : [],
  );
  if (cases.length === 0) throw new Error(`no suspect ${suspect}`);
  return cases[cases.length >> 1]!;
}
