import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import pg from "pg";

/** What the two roles may do. Each statement runs in a transaction that is undone, so that nothing is left where one passes. */
const options = "-c zygodrome.shop=pellwick";
const app = new pg.Client({ connectionString: process.env["DATABASE_URL"], options });
const owner = new pg.Client({ connectionString: process.env["OWNER_DATABASE_URL"], options });
beforeAll(() => Promise.all([app.connect(), owner.connect()]));
afterAll(() => Promise.all([app.end(), owner.end()]));

async function undone(client: pg.Client, sql: string, values: unknown[] = []): Promise<number> {
  await client.query("BEGIN");
  try {
    return (await client.query(sql, values)).rowCount ?? 0;
  } finally {
    await client.query("ROLLBACK");
  }
}

/** A column of a table and what it would become, where that is not its id. */
const REWRITTEN: Readonly<Record<string, string>> = {
  people: "name = 'x'",
  unit_models: "name = 'x'",
  unit_revisions: "unit_id = 'x'",
};
const KEPT = ["job_events", "unit_models", "unit_revisions", "jobs", "files", "people"];
const rewrites = (table: string) => [
  `UPDATE ${table} SET ${REWRITTEN[table] ?? "id = id"}`,
  `DELETE FROM ${table}`,
  `TRUNCATE ${table} CASCADE`,
];

describe("the application's role", () => {
  test("is no superuser, and owns nothing", async () => {
    const { rows } = await app.query<{ rolsuper: boolean; owns: number }>(
      `SELECT rolsuper, (SELECT count(*)::int FROM pg_class WHERE relowner = r.oid) AS owns
         FROM pg_roles r WHERE rolname = current_user`,
    );
    expect(rows).toEqual([{ rolsuper: false, owns: 0 }]);
  });

  test.each(KEPT.flatMap(rewrites))("may not: %s", async (sql) => {
    await expect(undone(app, sql)).rejects.toThrow(/permission denied/);
  });

  test.each([
    "UPDATE people SET id = 'other' WHERE id = 'ansa'",
    "INSERT INTO shops (id, name) VALUES ('other', 'Other')",
    "UPDATE shops SET id = 'other'",
    "DELETE FROM audit_log",
    "UPDATE audit_log SET what = 'x'",
    "UPDATE sessions SET person_id = 'ansa'",
    "SET ROLE zygodrome",
    "ALTER TABLE jobs DISABLE ROW LEVEL SECURITY",
    "DROP POLICY own_shop ON jobs",
    "DELETE FROM job_summaries",
    "CREATE TABLE mine (a int)",
    "DROP TRIGGER job_events_append_only ON job_events",
    "ALTER TABLE job_events DISABLE TRIGGER ALL",
    "SELECT * FROM schema_migrations",
    "COPY people TO PROGRAM 'cat'",
  ])("may not: %s", async (sql) => {
    await expect(undone(app, sql)).rejects.toThrow(/permission denied|must be (able|owner|superuser)/);
  });

  test("gives up on what takes too long, or waits for a lock too long", async () => {
    const setting = async (name: string) =>
      (await app.query<Record<string, string>>(`SHOW ${name}`)).rows[0]![name];
    expect(await setting("statement_timeout")).toBe("20s");
    expect(await setting("lock_timeout")).toBe("8s");
    expect(await setting("idle_in_transaction_session_timeout")).toBe("30s");
  });
});

describe("the owner", () => {
  test.each(KEPT.filter((t) => t !== "people" && t !== "files").flatMap(rewrites))(
    "is refused too: %s",
    async (sql) => {
      await expect(undone(owner, sql)).rejects.toThrow(/append-only/);
    },
  );

  test("may give a person another name, and remove none", async () => {
    expect(await undone(owner, "UPDATE people SET name = 'Ansa V.' WHERE id = 'ansa'")).toBe(1);
    await expect(undone(owner, "DELETE FROM people WHERE id = 'ansa'")).rejects.toThrow(/append-only/);
    await expect(undone(owner, "TRUNCATE people CASCADE")).rejects.toThrow(/append-only/);
  });
});

describe("checks that NULL does not pass", () => {
  const insert = (body: unknown) =>
    undone(
      app,
      `INSERT INTO job_events (id, job_id, opened_month, person_id, at, body)
       SELECT $1, id, opened_month, 'ansa', now(), $2 FROM jobs LIMIT 1`,
      [randomUUID(), JSON.stringify(body)],
    );
  test("an entry has a type, and one that is known", async () => {
    expect(await insert({ type: "note", text: "x" })).toBe(1);
    for (const body of [{}, { type: null }, { type: "other" }, "text", null, []])
      await expect(insert(body)).rejects.toThrow(/job_events_body_check|null value/);
  });

  test("a model has the id under which it is filed", async () => {
    const model = (json: unknown) =>
      undone(app, "INSERT INTO unit_models (hash, unit_id, name, model) VALUES ($1, 'u', 'U', $2)", [
        "0".repeat(64),
        JSON.stringify(json),
      ]);
    expect(await model({ id: "u" })).toBe(1);
    for (const json of [{}, { id: null }, { id: "v" }])
      await expect(model(json)).rejects.toThrow(/check constraint/);
  });
});
