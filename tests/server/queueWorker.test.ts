import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, afterEach, describe, expect, test } from "@jest/globals";
import pg from "pg";
import { migrate } from "#server/database/migrate.ts";
import { closePool, pool } from "#server/database/pool.ts";
import { transaction } from "#server/database/query.ts";
import { inShop } from "#server/database/shopOfWork.ts";
import { askFor, installQueue, waitingTasks } from "#server/queue/queue.ts";
import { startWorker, type Worker } from "#server/queue/worker.ts";
import { until } from "../support/until.ts";

/**
 * Who does the work that nobody waits for. In a database of its own, with no shop in it, which is thrown away with its cluster: what
 * other tests ask for is not done here, and what is asked for here is soon done.
 */
const NAME = `worker_${randomUUID().slice(0, 8)}`;
const at = (address: string) => {
  const url = new URL(address);
  url.pathname = `/${NAME}`;
  // What its connections call themselves, so that they can be ended and nobody else's.
  url.searchParams.set("application_name", NAME);
  return url.href;
};
const cluster = new pg.Pool({ connectionString: process.env["OWNER_DATABASE_URL"], max: 1 });
const owner = new pg.Pool({ connectionString: at(process.env["OWNER_DATABASE_URL"]!), max: 2 });
beforeAll(async () => {
  await cluster.query(`CREATE DATABASE ${NAME}`);
  await cluster.end();
  await migrate(at(process.env["OWNER_DATABASE_URL"]!));
  await transaction(installQueue, owner);
  process.env["DATABASE_URL"] = at(process.env["DATABASE_URL"]!);
});

let worker: Worker | undefined;
const failures: string[] = [];
const work = () => (worker = startWorker((task, reason) => void failures.push(`${task}: ${String(reason)}`)));
afterEach(async () => {
  await worker?.stop();
  worker = undefined;
  failures.length = 0;
});
afterAll(async () => {
  await closePool();
  await owner.end();
});

const tasksOf = async (about: string) =>
  (
    await owner.query<{ state: string }>("SELECT state FROM tasks.job WHERE data::text LIKE $1", [
      `%${about}%`,
    ])
  ).rows;
const isDone = async (about: string) => (await tasksOf(about)).every((t) => t.state === "completed");

describe("a worker", () => {
  test("does what waits, of a shop that is gone too, and then nothing waits", async () => {
    const [job, letter, unit] = [randomUUID(), randomUUID(), `gone-${randomUUID().slice(0, 8)}`];
    await askFor(pool(), "best-course", { job });
    await askFor(pool(), "letter", { letter });
    await inShop("gone", () => askFor(pool(), "dictionary", { unit }));
    const waited = await waitingTasks("best-course");
    expect(waited).toBeGreaterThan(0);
    work();
    await until(async () => (await isDone(job)) && (await isDone(letter)) && (await isDone(unit)));
    expect(await waitingTasks("best-course")).toBeLessThan(waited);
    expect(failures).toEqual([]);
  });

  test("leaves a task that is asked for later until its time", async () => {
    const unit = `later-${randomUUID().slice(0, 8)}`;
    const job = randomUUID();
    await askFor(pool(), "dictionary", { unit }, 3600);
    work();
    await askFor(pool(), "best-course", { job });
    await until(() => isDone(job));
    expect((await tasksOf(unit)).map((t) => t.state)).toEqual(["created"]);
  });

  test("tries a task that failed again, later, and says what failed", async () => {
    const job = randomUUID();
    await owner.query(
      "INSERT INTO tasks.job (name, data, retry_limit, retry_delay, policy) VALUES ('best-course', $1, 3, 30, 'short')",
      [JSON.stringify({ shop: "pellwick", job, other: "no such field" })],
    );
    work();
    await until(async () => (await tasksOf(job)).every((t) => t.state === "retry"));
    expect(failures.join()).toMatch(/best-course: .*other/su);
  });

  test("outlives its connections", async () => {
    work();
    const before = randomUUID();
    await askFor(pool(), "best-course", { job: before });
    await until(() => isDone(before));
    const { rowCount } = await owner.query(
      "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE application_name = $1 AND usename = 'zygodrome_app'",
      [NAME],
    );
    expect(rowCount).toBeGreaterThan(0);
    const after = randomUUID();
    await until(() =>
      askFor(pool(), "best-course", { job: after }).then(
        () => true,
        () => false,
      ),
    );
    await until(() => isDone(after));
  });

  test("gives back what it has in hand when it ends, and takes no more", async () => {
    for (let i = 0; i < 8; i++) {
      await askFor(pool(), "best-course", { job: randomUUID() });
      work();
      // Ended at another moment each time: before it has looked, while it looks, with one in hand.
      await new Promise((resolve) => setTimeout(resolve, 8 * i));
      await worker!.stop();
      const { rows } = await owner.query("SELECT FROM tasks.job WHERE state = 'active'");
      expect(rows).toEqual([]);
    }
    const job = randomUUID();
    await askFor(pool(), "best-course", { job });
    work();
    await until(() => isDone(job));
  });
});
