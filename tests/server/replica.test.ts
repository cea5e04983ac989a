import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, jest, test } from "@jest/globals";
import pg from "pg";
import { throwAwayCluster, type Cluster } from "../../bin/steps/postgres.mjs";
import { prepareDatabase } from "../../bin/steps/serve.mjs";
import { closePool, pool } from "#server/database/pool.ts";
import { readMany } from "#server/database/replica.ts";
import { inShop } from "#server/database/shopOfWork.ts";
import { openJob } from "#server/jobs/openJob.ts";
import { listTickets } from "#server/jobs/tickets.ts";
import { answer, findJobs } from "#server/logbook/logbook.ts";
import { until } from "../support/until.ts";

/** A database of its own and a copy that follows it, on this machine. */
let primary: Cluster;
let standby: Cluster;
const before = process.env["DATABASE_URL"];

beforeAll(async () => {
  primary = throwAwayCluster();
  await primary.start();
  await prepareDatabase(process.cwd(), primary);
  standby = throwAwayCluster();
  await standby.startAsStandbyOf(primary);
  await closePool();
  process.env["DATABASE_URL"] = primary.appUrl;
  process.env["READ_DATABASE_URL"] = standby.appUrl;
}, 180_000);

afterAll(async () => {
  await closePool();
  delete process.env["READ_DATABASE_URL"];
  process.env["DATABASE_URL"] = before;
  await standby.destroy();
  await primary.destroy();
}, 60_000);

const where = async () => {
  const [row] = await readMany<{ standby: boolean; shop: string | null }>(
    "SELECT pg_is_in_recovery() AS standby, current_shop() AS shop",
  );
  return row!;
};
const board = (words: readonly string[] = []) => listTickets({ closed: false, words, page: 1 });
/** Until it is believed: beside other work it may have fallen behind, and is then left alone for ten seconds. */
const untilBelieved = () => until(async () => (await where()).standby);

describe("a standby that reads for the board and the logbook", () => {
  test("is asked by one shop's eyes, and takes nothing", async () => {
    expect(await where()).toEqual({ standby: true, shop: "pellwick" });
    await inShop("nowhere", async () => {
      expect((await where()).shop).toBe("nowhere");
      expect((await board()).all).toBe(0);
      expect(await findJobs({ words: [] }, 1)).toMatchObject({ all: 0, jobs: [] });
    });
    await expect(readMany("DELETE FROM meters")).rejects.toThrow(/read-only/u);
  });

  test("gives the same answers as the database itself, and hears of a job that was just begun", async () => {
    expect((await board()).all).toBeGreaterThan(0);
    const there = await answer("fails", { words: [] });
    const label = `standby ${randomUUID().slice(0, 8)}`;
    const said = await openJob({
      id: randomUUID(),
      unit: "glasswasher-gw4",
      person: "ansa",
      label,
      complaint: "cold",
      seen: {},
      claims: [],
    });
    expect(said).toBeUndefined();
    await untilBelieved();
    await until(async () => (await board([label])).all === 1);
    delete process.env["READ_DATABASE_URL"];
    expect(await answer("fails", { words: [] })).toEqual(there);
    expect((await where()).standby).toBe(false);
    process.env["READ_DATABASE_URL"] = standby.appUrl;
  });

  test("that stops following is not believed, and is asked again once it follows", async () => {
    await untilBelieved();
    const clock = jest.spyOn(Date, "now");
    const now = performance.timeOrigin + performance.now();
    try {
      clock.mockReturnValue(now);
      await pool().query("SELECT 1");
      await stopFollowing(true);
      // What was seen of it a second ago holds no more.
      clock.mockReturnValue(now + 1001);
      expect((await where()).standby).toBe(false);
      await stopFollowing(false);
      clock.mockReturnValue(now + 1001 + 9999);
      expect((await where()).standby).toBe(false);
      clock.mockReturnValue(now + 1001 + 10_000);
      expect((await where()).standby).toBe(true);
    } finally {
      clock.mockRestore();
    }
  });

  test("that is away costs no answer", async () => {
    await standby.kill();
    expect((await board()).all).toBeGreaterThan(0);
    expect((await where()).standby).toBe(false);
  });
});

let followed = "";

/** Takes away, or gives back, where the standby receives from. */
async function stopFollowing(stop: boolean): Promise<void> {
  const owner = new pg.Client({ connectionString: standby.url });
  await owner.connect();
  if (stop)
    followed = (await owner.query<{ primary_conninfo: string }>("SHOW primary_conninfo")).rows[0]!
      .primary_conninfo;
  await owner.query(`ALTER SYSTEM SET primary_conninfo = ${pg.escapeLiteral(stop ? "" : followed)}`);
  await owner.query("SELECT pg_reload_conf()");
  await until(
    async () => (await owner.query("SELECT FROM pg_stat_wal_receiver")).rowCount === (stop ? 0 : 1),
  );
  await owner.end();
}
