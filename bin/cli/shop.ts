import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import type { Pool, PoolClient } from "pg";
import { z } from "zod";
import { execute, transaction } from "#server/database/query.ts";
import { inShop } from "#server/database/shopOfWork.ts";
import { makeLink } from "#server/people/links.ts";
import { storeModel } from "#server/units/models.ts";
import { slug } from "#server/units/slug.ts";
import { withDatabase, withPool, type DataOptions } from "./database.ts";
import { UsageError } from "./usage.ts";

export interface ShopOptions extends DataOptions {
  readonly name: string;
  readonly lead: string;
  readonly demoUnits?: boolean;
}

const named = z.object({
  id: z
    .string()
    .regex(/^[a-z0-9][a-z0-9-]{1,39}$/u, "The short name has 2 to 40 small letters, digits and dashes."),
  name: z.string().trim().min(1, "The shop has no name.").max(80, "The name is longer than 80 characters."),
  lead: z
    .string()
    .trim()
    .min(2, "The lead has no name.")
    .max(80, "The lead's name is longer than 80 characters."),
});

/** Adds a shop with its lead, whose link it returns. Nothing is left of one that is there already. */
export function addShop(id: string, { data, demoUnits, ...names }: ShopOptions): Promise<string> {
  const parsed = named.safeParse({ id, ...names });
  if (!parsed.success) throw new UsageError(parsed.error.issues.map((i) => i.message).join(" "));
  const shop = parsed.data;
  return withDatabase(data, (cluster) =>
    withPool(cluster.url, (owner) => inShop(shop.id, () => addTo(owner, shop, demoUnits === true))),
  );
}

function addTo(owner: Pool, { id, name, lead }: z.infer<typeof named>, units: boolean): Promise<string> {
  return transaction(async (client) => {
    const added = await execute(
      client,
      "INSERT INTO shops (id, name) VALUES ($1, $2) ON CONFLICT DO NOTHING",
      [id, name],
    );
    if (added === 0) throw new UsageError(`There is a shop “${id}” already. Nothing was changed.`);
    await execute(client, "INSERT INTO shop_settings DEFAULT VALUES");
    // From here on with the shop's own eyes.
    await execute(client, "SET LOCAL ROLE zygodrome_app");
    const person = slug(lead);
    await execute(client, "INSERT INTO people (id, name, role, elsewhere) VALUES ($1, $2, 'lead', false)", [
      person,
      lead,
    ]);
    if (units) await storeDemoUnits(client);
    const link = await makeLink(client, person, "invitation");
    return `${name} is there. ${lead} leads it, signs in to “${id}” as “${person}”, and comes in the first time by this path, within seven days:\n${link}`;
  }, owner);
}

async function storeDemoUnits(client: PoolClient): Promise<void> {
  for (const file of readdirSync("demo/units").filter((f) => f.endsWith(".json")))
    await storeModel(client, JSON.parse(readFileSync(path.join("demo/units", file), "utf8")));
}
