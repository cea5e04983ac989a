import { createHash } from "node:crypto";
import { mkdirSync, readdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { buildDictionary, packDictionary, unpackDictionary, type Dictionary } from "#core/diagnosis/index.ts";
import type { UnitModel } from "#core/unit/index.ts";

/**
 * A unit's dictionary, computed once for all test files: it is kept, packed, in the machine's folder for passing things,
 * under a name made of the engine's sources and the model, so that a change of either has it computed anew. ENGINE_CHANGE
 * names a change that the sources do not show: mutation testing switches its changes on one at a time.
 */
export function keptDictionary(unit: UnitModel): Dictionary {
  const folder = path.join(os.tmpdir(), `zygodrome-dictionaries-${engine()}`);
  const name = createHash("sha256").update(JSON.stringify(unit)).digest("hex").slice(0, 16);
  const file = path.join(folder, name);
  try {
    return unpackDictionary(unit, readFileSync(file));
  } catch {
    const dictionary = buildDictionary(unit);
    mkdirSync(folder, { recursive: true });
    // Another test file may be at the same: whoever is last puts the same there.
    writeFileSync(`${file}.${process.pid}`, packDictionary(dictionary));
    renameSync(`${file}.${process.pid}`, file);
    return dictionary;
  }
}

let stamp: string | undefined;

function engine(): string {
  if (stamp) return stamp;
  const hash = createHash("sha256").update(process.env["ENGINE_CHANGE"] ?? "");
  const sources = readdirSync("core", { recursive: true, encoding: "utf8" })
    .filter((f) => f.endsWith(".ts") && !f.endsWith(".test.ts"))
    .sort();
  for (const f of sources) hash.update(f).update(readFileSync(path.join("core", f)));
  return (stamp = hash.digest("hex").slice(0, 16));
}
