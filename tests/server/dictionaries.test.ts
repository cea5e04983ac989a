import { randomBytes } from "node:crypto";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { closePool, pool } from "#server/database/pool.ts";
import { many, one, transaction } from "#server/database/query.ts";
import {
  dictionaryAddress,
  engineStamp,
  modelsWithoutDictionary,
  readDictionary,
  readZippedDictionary,
  storeDictionary,
} from "#server/units/dictionaries.ts";
import { newestModel } from "#server/units/models.ts";

/** Against the throw-away PostgreSQL that bin/test.mjs started, with the demo shop in it. */
const bytes = randomBytes(4096);
let hash = "";
/** What other tests have of this unit: it is put back. */
let before: Uint8Array | undefined;

beforeAll(async () => {
  hash = (await newestModel("dock-bd3"))!.hash;
  before = await readDictionary(pool(), hash);
  await pool().query("DELETE FROM dictionaries WHERE model_hash = $1", [hash]);
});
afterAll(async () => {
  await pool().query("DELETE FROM dictionaries WHERE model_hash = $1", [hash]);
  if (before) await storeDictionary(pool(), hash, before);
  await closePool();
});

describe("dictionaries that are kept", () => {
  test("one comes back as it was stored, smaller on its way than it is", async () => {
    expect(await readDictionary(pool(), hash)).toBeUndefined();
    await storeDictionary(pool(), hash, new Uint8Array(40_000));
    expect([...(await readDictionary(pool(), hash))!]).toEqual([...new Uint8Array(40_000)]);
    expect((await readZippedDictionary(pool(), hash))!.length).toBeLessThan(1000);
  });

  test("the first that is stored stays: what is at an address never changes", async () => {
    await storeDictionary(pool(), hash, bytes);
    expect((await readDictionary(pool(), hash))!.length).toBe(40_000);
  });

  test("a unit is on the list of those without only until it has one, the smallest model first", async () => {
    expect(await modelsWithoutDictionary(pool())).not.toContain(hash);
    // Other tests have the rest of the library's: they stay where they are.
    const without = await transaction(async (client) => {
      await client.query("SAVEPOINT before");
      await client.query("DELETE FROM dictionaries");
      const hashes = await modelsWithoutDictionary(client);
      await client.query("ROLLBACK TO before");
      return hashes;
    });
    expect(without).toContain(hash);
    expect(without.length).toBeGreaterThanOrEqual(7);
    const sizes = await Promise.all(
      without.map((h) =>
        one<{ size: number }>(pool(), "SELECT length(model::text) AS size FROM unit_models WHERE hash = $1", [
          h,
        ]),
      ),
    );
    expect(sizes.map((s) => s.size)).toEqual(sizes.map((s) => s.size).sort((a, b) => a - b));
  });

  test("another engine's is not used, and goes when this one's comes", async () => {
    await pool().query("DELETE FROM dictionaries WHERE model_hash = $1", [hash]);
    await pool().query("INSERT INTO dictionaries (model_hash, engine, packed) VALUES ($1, 'older', $2)", [
      hash,
      bytes,
    ]);
    expect(await readDictionary(pool(), hash)).toBeUndefined();
    await storeDictionary(pool(), hash, bytes);
    const rows = await many<{ engine: string }>(
      pool(),
      "SELECT engine FROM dictionaries WHERE model_hash = $1",
      [hash],
    );
    expect(rows.map((r) => r.engine)).toEqual([engineStamp()]);
  });

  test("a model that is not in the library gets none, and nothing fails", async () => {
    const unknown = "0".repeat(64);
    await storeDictionary(pool(), unknown, bytes);
    expect(await readDictionary(pool(), unknown)).toBeUndefined();
  });

  test("its address names the engine and the model", () => {
    expect(dictionaryAddress(hash)).toBe(`/dictionaries/${engineStamp()}/${hash}`);
    expect(engineStamp()).toMatch(/^[0-9a-f]{16}$/);
  });
});
