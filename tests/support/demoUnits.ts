import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { unpackDictionary, type Dictionary } from "#core/diagnosis/index.ts";
import { readUnitOrThrow, withVariants, type UnitFile, type UnitModel } from "#core/unit/index.ts";
import { keptDictionary } from "./keptDictionary.ts";

const FOLDER = "demo/units";

/** The demo shop's units by id, variants included. */
export function demoUnits(): ReadonlyMap<string, UnitModel> {
  const files = readdirSync(FOLDER).filter((f) => f.endsWith(".json"));
  const models = files.flatMap((f) =>
    withVariants(JSON.parse(readFileSync(`${FOLDER}/${f}`, "utf8")) as UnitFile),
  );
  return new Map(models.map((m) => [m.id, readUnitOrThrow(m)]));
}

/** One of them afresh, that shares nothing with any other. */
export function demoUnit(id: string): UnitModel {
  return demoUnits().get(id)!;
}

const built = new Map<string, Dictionary>();

/** A demo unit's dictionary, one a process: as the demo shop's server computed it, where bin/test.mjs says it has. */
export function demoDictionary(id: string): Dictionary {
  let dictionary = built.get(id);
  if (!dictionary) built.set(id, (dictionary = passedOn(id) ?? keptDictionary(demoUnits().get(id)!)));
  return dictionary;
}

function passedOn(id: string): Dictionary | undefined {
  const folder = process.env["DICTIONARIES"];
  return folder ? unpackDictionary(demoUnits().get(id)!, readFileSync(path.join(folder, id))) : undefined;
}
