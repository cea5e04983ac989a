import { randomUUID } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { afterAll, describe, expect, test } from "@jest/globals";
import pg from "pg";
import { closePool, pool } from "#server/database/pool.ts";
import { many, one, transaction } from "#server/database/query.ts";
import { recordEvent } from "#server/jobs/recordEvent.ts";
import { insertEvents, insertJob, logMonthReady, selectJob, selectLog } from "#server/jobs/statements.ts";
import { keepSummary } from "#server/jobs/summary.ts";
import { newestModel } from "#server/units/models.ts";

/** The log lies by the month in which a job was taken in. */
const owner = new pg.Pool({ connectionString: process.env["OWNER_DATABASE_URL"], max: 2 });
afterAll(async () => {
  await owner.end();
  await closePool();
});

const note = (text: string) => ({
  id: randomUUID(),
  person: "ansa",
  at: new Date().toISOString(),
  body: { type: "note" as const, text },
});

async function jobOf(openedAt: Date): Promise<string> {
  const id = randomUUID();
  const model = (await newestModel("kiln-pk9"))!;
  await logMonthReady(pool(), openedAt);
  await transaction(async (on) => {
    await insertJob(on, id, model.hash, "", openedAt);
    const opened = { ...note(""), body: { type: "opened" as const, complaint: "stays cold" } };
    await insertEvents(on, id, [opened]);
    await keepSummary(on, (await selectJob(on, id))!, model.unit, [opened]);
  });
  return id;
}

const partsOf = async (job: string) =>
  (
    await owner.query<{ part: string }>(
      "SELECT DISTINCT tableoid::regclass::text AS part FROM job_events WHERE job_id = $1",
      [job],
    )
  ).rows.map((r) => r.part);

describe("a job's entries", () => {
  test("lie with the month in which it was taken in, however late they come", async () => {
    const job = await jobOf(new Date("2011-02-28T23:59:59.999Z"));
    expect(await recordEvent(job, note("fifteen years on"))).toEqual({ ok: true, repeated: false });
    expect(await partsOf(job)).toEqual(["job_events_2011_02"]);
    expect((await selectLog(pool(), job)).placed.map((p) => p.event.body.type)).toEqual(["opened", "note"]);
    expect(await partsOf(await jobOf(new Date("2011-03-01T00:00:00Z")))).toEqual(["job_events_2011_03"]);
  });

  test("an entry that is sent again is found there", async () => {
    const job = await jobOf(new Date("2012-05-05T10:00:00Z"));
    const event = note("once");
    await recordEvent(job, event);
    expect(await recordEvent(job, event)).toEqual({ ok: true, repeated: true });
    expect((await selectLog(pool(), job)).placed).toHaveLength(2);
  });

  test("the next months are there before anybody needs them", async () => {
    const { rows } = await owner.query<{ part: string }>(
      `SELECT to_regclass('job_events_' || to_char(now() AT TIME ZONE 'UTC' + n * interval '1 month', 'YYYY_MM'))::text AS part
         FROM generate_series(0, 3) n`,
    );
    expect(rows.map((r) => r.part)).not.toContain(null);
  });

  test("two who open the first jobs of a month at once make one part", async () => {
    const made = await Promise.all(Array.from({ length: 6 }, () => jobOf(new Date("2010-07-09T10:00:00Z"))));
    expect(new Set((await Promise.all(made.map(partsOf))).flat())).toEqual(new Set(["job_events_2010_07"]));
  });
});

describe("a part of the log", () => {
  const part = `job_events_${new Date().toISOString().slice(0, 7).replace("-", "_")}`;
  test("is not to be had but by the log, and nothing in it is changed", async () => {
    await expect(many(pool(), `SELECT * FROM ${part}`)).rejects.toThrow(/permission denied/u);
    await expect(many(pool(), `CREATE TABLE job_events_1999_01 (x int)`)).rejects.toThrow(
      /permission denied/u,
    );
    await expect(owner.query(`TRUNCATE ${part}`)).rejects.toThrow(/append-only/u);
    const job = await jobOf(new Date());
    await expect(owner.query(`UPDATE ${part} SET at = now() WHERE job_id = $1`, [job])).rejects.toThrow(
      /append-only/u,
    );
    await expect(owner.query(`DELETE FROM ${part} WHERE job_id = $1`, [job])).rejects.toThrow(/append-only/u);
  });

  test("begins with a month, of the years that jobs may have", async () => {
    for (const day of ["2030-01-02", "1899-12-01", "2200-01-01"])
      await expect(many(pool(), "SELECT log_month_ready($1::date)", [day])).rejects.toThrow(/no month/u);
  });
});

test("whoever asks for a job's entries names their month, and the plan has that part only", async () => {
  const files = readdirSync("server", { recursive: true, encoding: "utf8" }).filter((f) => f.endsWith(".ts"));
  /** Those that ask for entries of all months: before a job's file is taken, and for the lead's page. */
  const all = ["jobs/file/takeJobFile.ts", "watch/machine.ts"];
  const open = files.filter((f) => {
    const statements = readFileSync(`server/${f}`, "utf8").match(/(?:FROM|INTO) job_events[^`]*/gu) ?? [];
    return statements.some((s) => !s.includes("opened_month"));
  });
  expect(open.sort()).toEqual(all);

  const job = await jobOf(new Date());
  const { month } = await one<{ month: string }>(
    pool(),
    "SELECT opened_month::text AS month FROM jobs WHERE id = $1",
    [job],
  );
  const plan = await many<{ "QUERY PLAN": string }>(
    pool(),
    "EXPLAIN SELECT seq FROM job_events WHERE job_id = $1 AND opened_month = $2 AND seq > 0 ORDER BY seq",
    [job, month],
  );
  const parts = plan
    .map((r) => r["QUERY PLAN"])
    .join("\n")
    .match(/on job_events_\d{4}_\d{2}/gu);
  expect(new Set(parts)).toEqual(new Set([`on job_events_${month.slice(0, 7).replace("-", "_")}`]));
});
