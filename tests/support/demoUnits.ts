import { readdirSync, readFileSync } from "node:fs";
import { readUnitOrThrow, withVariants, type UnitFile, type UnitModel } from "#core/unit/index.ts";

const FOLDER = "demo/units";

/** The demo shop's units by id, variants included. */
export function demoUnits(): ReadonlyMap<string, UnitModel> {
  const files = readdirSync(FOLDER).filter((f) => f.endsWith(".json"));
  const models = files.flatMap((f) =>
    withVariants(JSON.parse(readFileSync(`${FOLDER}/${f}`, "utf8")) as UnitFile),
  );
  return new Map(models.map((m) => [m.id, readUnitOrThrow(m)]));
}
