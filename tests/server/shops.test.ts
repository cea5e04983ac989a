import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, jest, test } from "@jest/globals";
import pg from "pg";
import { closePool, pool } from "#server/database/pool.ts";
import { everyShop, many, transaction, withShopsEyes } from "#server/database/query.ts";
import { inShop, shopOfWork } from "#server/database/shopOfWork.ts";
import { listPeople } from "#server/people/people.ts";
import { listUnits, modelByHash, newestModel, storeModel } from "#server/units/models.ts";
import { glasswasherJson } from "../support/glasswasher.ts";

/** Two shops on one database: what one may see, write and point to of the other, which is nothing. */
const RIVAL = `rival-${randomUUID().slice(0, 8)}`;
const owner = new pg.Pool({ connectionString: process.env["OWNER_DATABASE_URL"], max: 2 });
beforeAll(async () => {
  await owner.query("INSERT INTO shops (id, name) VALUES ($1, 'Rival')", [RIVAL]);
  await owner.query("INSERT INTO shop_settings (shop_id) VALUES ($1)", [RIVAL]);
});
afterAll(async () => {
  await owner.end();
  await closePool();
});
const asRival = <T>(work: () => T) => inShop(RIVAL, work);

/** Tables that belong to no shop: what was migrated, when all was saved, and failed attempts, which hold hashes only. */
const OF_NO_SHOP = ["schema_migrations", "shops", "sign_in_failures", "passkey_challenges", "backups"];

describe("the schema", () => {
  test("every table has its shop, row-level security and a policy", async () => {
    const { rows } = await owner.query<{ name: string; secured: boolean; policies: number; shop: boolean }>(
      `SELECT c.relname AS name, c.relrowsecurity AS secured,
              (SELECT count(*)::int FROM pg_policy p WHERE p.polrelid = c.oid) AS policies,
              EXISTS (SELECT FROM pg_attribute a WHERE a.attrelid = c.oid AND a.attname = 'shop_id' AND a.attnotnull) AS shop
         FROM pg_class c WHERE c.relnamespace = 'public'::regnamespace AND c.relkind IN ('r', 'p')`,
    );
    expect(rows.length).toBeGreaterThan(20);
    for (const row of rows.filter((r) => !OF_NO_SHOP.includes(r.name)))
      expect(row).toEqual({ name: row.name, secured: true, policies: 1, shop: true });
    expect(rows.find((r) => r.name === "shops")).toMatchObject({ secured: true, policies: 1 });
  });

  test("every key, and every pointer, begins with the shop", async () => {
    const { rows } = await owner.query<{ table: string; definition: string }>(
      `SELECT conrelid::regclass::text AS table, pg_get_constraintdef(oid) AS definition FROM pg_constraint
        WHERE connamespace = 'public'::regnamespace AND contype IN ('p', 'u', 'f')`,
    );
    const open = rows.filter(
      ({ table, definition }) =>
        !OF_NO_SHOP.includes(table) && !/^(PRIMARY KEY|UNIQUE|FOREIGN KEY) \(shop_id(,|\))/u.test(definition),
    );
    expect(open).toEqual([]);
    const pointers = rows.filter(
      ({ definition }) => definition.startsWith("FOREIGN") && !definition.includes("REFERENCES shops(id)"),
    );
    expect(pointers.length).toBeGreaterThan(15);
    for (const { definition } of pointers) expect(definition).toMatch(/REFERENCES \w+\(shop_id, /u);
  });

  test("so does every unique index that is no constraint", async () => {
    const { rows } = await owner.query<{ indexdef: string }>(
      "SELECT indexdef FROM pg_indexes WHERE schemaname = 'public' AND indexdef LIKE 'CREATE UNIQUE%'",
    );
    const open = rows.filter(
      ({ indexdef }) =>
        !/\(shop_id[,)]/u.test(indexdef) && !OF_NO_SHOP.some((t) => indexdef.includes(`public.${t} `)),
    );
    expect(open).toEqual([]);
  });
});

describe("a shop's connection", () => {
  test("sees no row of another, in any table", async () => {
    const { rows: tables } = await owner.query<{ name: string }>(
      `SELECT table_name AS name FROM information_schema.columns WHERE table_schema = 'public' AND column_name = 'shop_id'
          AND NOT (SELECT relispartition FROM pg_class WHERE oid = to_regclass(table_name))`,
    );
    let seen = 0;
    for (const { name } of tables) {
      const [own] = await many<{ n: number }>(pool(), `SELECT count(*)::int AS n FROM ${name}`);
      seen += own!.n;
      const other = await asRival(() =>
        many<{ shop_id: string }>(pool(), `SELECT DISTINCT shop_id FROM ${name}`),
      );
      expect([name, other.filter((r) => r.shop_id !== RIVAL)]).toEqual([name, []]);
    }
    expect(seen).toBeGreaterThan(1000);
  });

  test("writes no row for another, changes none and takes none away", async () => {
    await expect(
      asRival(() =>
        many(pool(), "INSERT INTO people (shop_id, id, name) VALUES ('pellwick', 'mole', 'Mole')"),
      ),
    ).rejects.toThrow(/permission denied|row-level security/u);
    await expect(
      asRival(() =>
        many(
          pool(),
          "INSERT INTO meters (shop_id, id, name, host, port) VALUES ('pellwick', $1, 'M', '10.0.0.1', 1)",
          [randomUUID()],
        ),
      ),
    ).rejects.toThrow(/row-level security/u);
    await asRival(() => many(pool(), "UPDATE shop_settings SET tax = 0.77"));
    await asRival(() => many(pool(), "UPDATE shops SET name = 'Taken'"));
    await asRival(() => many(pool(), "DELETE FROM dictionaries"));
    const [kept] = await many<{ tax: number; name: string }>(
      pool(),
      "SELECT tax, shops.name FROM shop_settings, shops",
    );
    expect(kept!.tax).not.toBe(0.77);
    expect(kept!.name).not.toBe("Taken");
  });

  test("points to nothing of another: a job of that shop is not there to write in", async () => {
    const [job] = await many<{ id: string; month: string }>(
      pool(),
      "SELECT id, opened_month::text AS month FROM jobs LIMIT 1",
    );
    await asRival(() =>
      many(pool(), "INSERT INTO people (id, name, elsewhere, role) VALUES ('mo', 'Mo', false, 'lead')"),
    );
    await expect(
      asRival(() =>
        many(
          pool(),
          `INSERT INTO job_events (id, job_id, opened_month, person_id, at, body)
           VALUES ($1, $2, $3, 'mo', now(), '{"type": "note", "text": "x"}')`,
          [randomUUID(), job!.id, job!.month],
        ),
      ),
    ).rejects.toThrow(/foreign key/u);
  });

  test("without a shop nothing is read, by the program and by the database", async () => {
    const bare = new pg.Client({ connectionString: process.env["DATABASE_URL"] });
    await bare.connect();
    await expect(bare.query("SELECT * FROM people")).rejects.toThrow(/zygodrome\.shop/u);
    await bare.query("SELECT set_config('zygodrome.shop', '', false)");
    expect((await bare.query("SELECT * FROM people")).rows).toEqual([]);
    await bare.end();
  });
});

describe("work in hand", () => {
  test("is for its shop through whatever it awaits, and for the other beside it", async () => {
    const later = async () => {
      await new Promise((resolve) => setImmediate(resolve));
      return (await listPeople()).map((p) => p.id);
    };
    const [own, rival] = await Promise.all([later(), asRival(later)]);
    expect(own).toContain("ansa");
    expect(rival).not.toContain("ansa");
    expect(shopOfWork()).toBe("pellwick");
  });

  test("goes on for its own shop on a connection that another has used", async () => {
    for (let i = 0; i < 24; i++) {
      const rival = i % 2 === 1;
      const names = await (rival ? asRival(() => listPeople()) : listPeople());
      expect(names.some((p) => p.id === "ansa")).toBe(!rival);
    }
  });

  test("goes on for its own shop on a connection that the server's other build has used", async () => {
    // The server and its pages have a copy each of what asks the database, on one pool.
    const here = pool();
    jest.resetModules();
    const { many: manyThere } = await import("#server/database/query.ts");
    expect(manyThere).not.toBe(many);
    const one = new pg.Pool({ connectionString: process.env["DATABASE_URL"], max: 1 });
    const names = (ask: typeof many) => ask<{ id: string }>(one, "SELECT id FROM people WHERE id = 'ansa'");
    try {
      expect(await asRival(() => names(manyThere))).toEqual([]);
      expect(await names(many)).toEqual([{ id: "ansa" }]);
      expect(await asRival(() => names(manyThere))).toEqual([]);
      expect(await names(many)).toEqual([{ id: "ansa" }]);
    } finally {
      await one.end();
    }
    expect(pool()).toBe(here);
  });

  test("a transaction that was undone leaves its connection with the right shop", async () => {
    await expect(
      asRival(() =>
        transaction(async () => {
          await Promise.resolve();
          throw new Error("undone");
        }),
      ),
    ).rejects.toThrow("undone");
    expect((await listPeople()).some((p) => p.id === "ansa")).toBe(true);
  });
});

describe("the same unit in two shops", () => {
  test("is two models under one hash; what one shop read is not handed to the other", async () => {
    const { hash } = (await newestModel("kiln-pk9"))!;
    expect(await modelByHash(pool(), hash)).toBeDefined();
    expect(await asRival(() => modelByHash(pool(), hash))).toBeUndefined();
    expect(await asRival(() => listUnits())).toEqual([]);
    const taken = await asRival(() => transaction((client) => storeModel(client, glasswasherJson())));
    expect((await newestModel("glasswasher-gw4"))!.hash).toBe(taken);
    expect((await asRival(() => listUnits())).map((u) => u.id)).toEqual(["glasswasher-gw4"]);
  });
});

describe("the owner, with a shop's eyes", () => {
  test("sees that shop's rows and no others, and every shop's in turn", async () => {
    expect(await everyShop(owner)).toEqual(expect.arrayContaining(["pellwick", RIVAL]));
    const count = (shop: string) =>
      withShopsEyes(
        shop,
        (client) => many<{ n: number }>(client, "SELECT count(*)::int AS n FROM jobs"),
        owner,
      );
    expect((await count("pellwick"))[0]!.n).toBeGreaterThan(300);
    expect((await count(RIVAL))[0]!.n).toBe(0);
  });
});
