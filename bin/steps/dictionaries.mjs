import { mkdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import { gunzipSync } from "node:zlib";

/**
 * Passes the fault dictionaries of a shop's units on to other shops of the same build, for tests: a server computes those of
 * the demo shop in some three minutes of processor time.
 */

/** One dictionary of the newest model of each unit, where there is one. */
const NEWEST = `
  SELECT newest.unit_id, d.shop_id, d.model_hash, d.engine, d.packed
    FROM (SELECT DISTINCT ON (shop_id, unit_id) shop_id, unit_id, model_hash
            FROM unit_revisions ORDER BY shop_id, unit_id, number DESC) newest
    LEFT JOIN dictionaries d USING (shop_id, model_hash)`;

async function ask(url, statement, values) {
  // Only now: where this file is read first, the packages are not installed yet.
  const { default: pg } = await import("pg");
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query(statement, values)).rows;
  } finally {
    await client.end();
  }
}

/** Waits until the shop's server has built the dictionary of every unit. */
export async function awaitDictionaries(url) {
  while ((await ask(url, `SELECT FROM (${NEWEST}) a WHERE packed IS NULL`)).length > 0)
    await new Promise((resolve) => setTimeout(resolve, 500));
}

/** Copies them into the database of another shop that has the same units. */
export async function passDictionaries(fromUrl, toUrl) {
  for (const { shop_id, model_hash, engine, packed } of await ask(fromUrl, NEWEST))
    if (packed)
      await ask(
        toUrl,
        `INSERT INTO dictionaries (shop_id, model_hash, engine, packed)
         SELECT $1, hash, $3, $4 FROM unit_models WHERE shop_id = $1 AND hash = $2
         ON CONFLICT DO NOTHING`,
        [shop_id, model_hash, engine, packed],
      );
}

/** Writes them into a folder, unpacked, under the units' ids. */
export async function writeDictionaries(url, folder) {
  mkdirSync(folder, { recursive: true });
  for (const { unit_id, packed } of await ask(url, NEWEST))
    if (packed) writeFileSync(path.join(folder, unit_id), gunzipSync(packed));
}
