import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { withVariants, type UnitFile } from "#core/unit/index.ts";
import { transaction } from "#server/database/query.ts";
import { storeModel } from "#server/units/models.ts";

/** Pellwick Service Bench: an invented shop. */
const PEOPLE = [
  { id: "ansa", name: "Ansa Vell" },
  { id: "teo", name: "Teo Marrick" },
];

/** Loads the demo shop's people and units into an empty database. Returns false where there are people already. */
export function loadDemoShop(folder = "demo/units"): Promise<boolean> {
  return transaction(async (client) => {
    const { rowCount } = await client.query("SELECT 1 FROM people LIMIT 1");
    if (rowCount) return false;
    for (const { id, name } of PEOPLE)
      await client.query("INSERT INTO people (id, name) VALUES ($1, $2)", [id, name]);
    for (const file of readdirSync(folder)
      .filter((f) => f.endsWith(".json"))
      .sort())
      for (const model of withVariants(JSON.parse(readFileSync(path.join(folder, file), "utf8")) as UnitFile))
        await storeModel(client, model);
    return true;
  });
}
