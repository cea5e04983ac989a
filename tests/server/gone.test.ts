import { afterAll, describe, expect, test } from "@jest/globals";
import pg from "pg";
import { DatabaseGone, isConnectionLoss } from "#server/database/gone.ts";
import { closePool, pool } from "#server/database/pool.ts";
import { isDatabaseThere, many, transaction } from "#server/database/query.ts";
import { throwAwayCluster } from "../../bin/steps/postgres.mjs";

/** Connections that die under the program: it says so, and goes on as soon as it can. */
afterAll(closePool);

async function endConnections(): Promise<void> {
  const owner = new pg.Client({ connectionString: process.env["OWNER_DATABASE_URL"] });
  await owner.connect();
  await owner.query(
    "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE usename = 'zygodrome_app' AND application_name = $1",
    [NAME],
  );
  await owner.end();
}
const NAME = "gone.test";

describe("a connection that ends", () => {
  test("at rest is replaced; in a query, the query fails as away; in a transaction, nothing is kept", async () => {
    await many(pool(), "SELECT set_config('application_name', $1, false)", [NAME]);
    await endConnections();
    expect(await isDatabaseThere()).toBe(true);

    const client = await pool().connect();
    await client.query("SELECT set_config('application_name', $1, false)", [NAME]);
    const asleep = many(client, "SELECT pg_sleep(10)");
    const failed = expect(asleep).rejects.toBeInstanceOf(DatabaseGone);
    await endConnections();
    await failed;
    client.release(true);

    const under = transaction(async (inside) => {
      await inside.query("SELECT set_config('application_name', $1, false)", [NAME]);
      await endConnections();
      await many(inside, "SELECT 1");
    });
    await expect(under).rejects.toBeInstanceOf(DatabaseGone);
    expect(await isDatabaseThere()).toBe(true);
  });
});

test("a server that is killed: away while it is down, there again when it is up, in the same pool", async () => {
  const before = process.env["DATABASE_URL"];
  const cluster = await throwAwayCluster({ durable: true }).start();
  try {
    await closePool();
    process.env["DATABASE_URL"] = cluster.url;
    expect(await isDatabaseThere()).toBe(true);
    await cluster.kill();
    expect(cluster.runs).toBe(false);
    // A process of the killed server may answer until it sees that its parent is gone.
    while (await isDatabaseThere()) await new Promise((resolve) => setImmediate(resolve));
    const gone = await many(pool(), "SELECT 1").catch((error: unknown) => error);
    expect(gone).toBeInstanceOf(DatabaseGone);
    expect((gone as DatabaseGone).status).toBe(503);
    expect(await (gone as DatabaseGone).text()).toMatch(/What was recorded is safe/);
    await expect(transaction(() => Promise.resolve(1))).rejects.toBeInstanceOf(DatabaseGone);
    await cluster.start();
    expect(await isDatabaseThere()).toBe(true);
  } finally {
    await closePool();
    process.env["DATABASE_URL"] = before;
    await cluster.destroy();
  }
});

describe("which failures say that the database is away", () => {
  const coded = (code: string) => Object.assign(new Error("x"), { code });
  // SQLSTATE classes: PostgreSQL manual, appendix A.
  test.each(["08006", "53300", "57P01", "57P03", "58030", "57014", "55P03", "ECONNREFUSED", "EPIPE"])(
    "%s does",
    (code) => expect(isConnectionLoss(coded(code))).toBe(true),
  );
  test.each(["23505", "22P02", "42P01", "42501", "23514", "40001", "ENOENT"])("%s does not", (code) =>
    expect(isConnectionLoss(coded(code))).toBe(false),
  );
  test.each(["Connection terminated unexpectedly", "timeout exceeded when trying to connect"])(
    "%s does",
    (text) => expect(isConnectionLoss(new Error(text))).toBe(true),
  );
  test("a mistake of the program does not", () => {
    expect(isConnectionLoss(new TypeError("x is undefined"))).toBe(false);
    expect(isConnectionLoss("Connection terminated")).toBe(false);
  });
});
