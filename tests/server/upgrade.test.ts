import { randomUUID } from "node:crypto";
import { readdirSync } from "node:fs";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { runner } from "node-pg-migrate";
import pg from "pg";
import { throwAwayCluster, type Cluster } from "../../bin/steps/postgres.mjs";
import { ensureAppRole } from "#server/database/appRole.ts";
import { migrate } from "#server/database/migrate.ts";
import { many, withShopsEyes } from "#server/database/query.ts";
import { selectLog } from "#server/jobs/statements.ts";
import { keepMissingSummaries } from "#server/jobs/summary.ts";
import { modelHash } from "#server/units/models.ts";
import { glasswasherJson } from "../support/glasswasher.ts";

/** A shop that stopped at any earlier version of the schema is brought to this one with all that it had. */
const VERSIONS = readdirSync("db/migrations").length;
let cluster: Cluster;
beforeAll(async () => {
  cluster = await throwAwayCluster({ durable: false }).start();
  const client = new pg.Client({ connectionString: cluster.url });
  await client.connect();
  await ensureAppRole(client as unknown as pg.PoolClient, "unused");
  await client.end();
}, 60_000);
afterAll(() => cluster.destroy());

async function databaseAt(version: number): Promise<string> {
  const url = new URL(cluster.url);
  const client = new pg.Client({ connectionString: url.href });
  await client.connect();
  await client.query(`CREATE DATABASE at_${version}`);
  await client.end();
  url.pathname = `/at_${version}`;
  await runner({
    databaseUrl: url.href,
    dir: "db/migrations",
    direction: "up",
    migrationsTable: "schema_migrations",
    count: version,
    singleTransaction: true,
    log: () => undefined,
  });
  return url.href;
}

async function has(client: pg.Client, table: string): Promise<boolean> {
  const { rows } = await client.query<{ there: boolean }>("SELECT to_regclass($1) IS NOT NULL AS there", [
    table,
  ]);
  return rows[0]!.there;
}

/** What every version could keep: a person, a unit, and a job with two entries. */
async function fill(client: pg.Client, job: string): Promise<void> {
  const model = glasswasherJson();
  const hash = modelHash(model);
  if (await has(client, "shops")) {
    await client.query("SET zygodrome.shop = 'pellwick'");
    await client.query("INSERT INTO shops (id, name, next_job) VALUES ('pellwick', 'Pellwick', 147)");
    await client.query("INSERT INTO shop_settings DEFAULT VALUES");
  }
  await client.query("INSERT INTO people (id, name) VALUES ('ansa', 'Ansa Vell')");
  await client.query("INSERT INTO unit_models (hash, unit_id, name, model) VALUES ($1, $2, $3, $4)", [
    hash,
    model["id"],
    model["name"],
    JSON.stringify(model),
  ]);
  if (await has(client, "unit_revisions"))
    await client.query("INSERT INTO unit_revisions (unit_id, model_hash) VALUES ($1, $2)", [
      model["id"],
      hash,
    ]);
  await client.query("INSERT INTO jobs (id, model_hash, label) VALUES ($1, $2, 'bar')", [job, hash]);
  const { rows } = await client.query<{ there: boolean }>(
    "SELECT to_regprocedure('log_month_ready(date)') IS NOT NULL AS there",
  );
  const liesByMonth = rows[0]!.there;
  if (liesByMonth) await client.query("SELECT log_month_ready(opened_month) FROM jobs");
  for (const body of [
    { type: "opened", complaint: "rinses cold" },
    { type: "note", text: "kept" },
  ])
    await client.query(
      liesByMonth
        ? `INSERT INTO job_events (id, job_id, person_id, at, body, opened_month)
           SELECT $1, id, 'ansa', now(), $3, opened_month FROM jobs WHERE id = $2`
        : "INSERT INTO job_events (id, job_id, person_id, at, body) VALUES ($1, $2, 'ansa', now(), $3)",
      [randomUUID(), job, JSON.stringify(body)],
    );
}

test.each(Array.from({ length: VERSIONS - 1 }, (_, i) => i + 1))("from version %d", async (version) => {
  const url = await databaseAt(version);
  const job = randomUUID();
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await fill(client, job);
  await client.end();
  const done = await migrate(url);
  expect(done).toHaveLength(VERSIONS - version);

  const owner = new pg.Pool({ connectionString: url, max: 2 });
  await withShopsEyes("pellwick", keepMissingSummaries, owner);
  await withShopsEyes(
    "pellwick",
    async (on) => {
      const { placed, unreadable } = await selectLog(on, job);
      expect([placed.map((p) => p.event.body.type), unreadable]).toEqual([["opened", "note"], 0]);
      const [row] = await many<{ number: number; label: string; people: string[] }>(
        on,
        "SELECT number, label, people FROM job_summaries",
      );
      expect(row).toEqual({ number: 147, label: "bar", people: ["ansa"] });
      // The next job has the next number.
      await many(on, "INSERT INTO jobs (id, model_hash) SELECT $1, hash FROM unit_models", [randomUUID()]);
      const numbers = await many<{ number: number }>(on, "SELECT number FROM jobs ORDER BY number");
      expect(numbers.map((n) => n.number)).toEqual([147, 148]);
      const [{ currency }] = (await many<{ currency: string }>(on, "SELECT currency FROM shop_settings")) as [
        { currency: string },
      ];
      expect(currency).toBe("EUR");
    },
    owner,
  );
  await owner.end();
});
