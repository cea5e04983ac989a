import { randomUUID } from "node:crypto";
import { afterAll, describe, expect, test } from "@jest/globals";
import pg from "pg";
import { closePool, pool } from "#server/database/pool.ts";
import { many, transaction } from "#server/database/query.ts";
import { inShop } from "#server/database/shopOfWork.ts";
import { recordEvent } from "#server/jobs/recordEvent.ts";
import { askFor } from "#server/queue/queue.ts";
import { TASK_NAMES } from "#server/queue/tasks.ts";
import { newJob } from "../support/newJob.ts";

/** Work that nobody waits for: asked for with what it is about, and lost with neither. Nobody does it here. */
const owner = new pg.Pool({ connectionString: process.env["OWNER_DATABASE_URL"], max: 2 });
afterAll(async () => {
  await owner.end();
  await closePool();
});

interface Task {
  readonly state: string;
  readonly shop: string;
}
const tasksOf = async (about: string) =>
  (
    await owner.query<Task>("SELECT state, data ->> 'shop' AS shop FROM tasks.job WHERE data::text LIKE $1", [
      `%${about}%`,
    ])
  ).rows;

describe("a task", () => {
  test("is asked for with the entry that closes a job, and not with one that is refused", async () => {
    const job = await newJob({});
    const close = { type: "closed" as const, outcome: "handed on" as const, note: "" };
    const event = { id: randomUUID(), person: "ansa", at: new Date().toISOString() };
    await recordEvent(job, { ...event, body: { type: "note", text: "nothing to do for it" } });
    expect(await tasksOf(job)).toEqual([]);
    await recordEvent(job, { ...event, id: randomUUID(), body: close });
    expect(await tasksOf(job)).toEqual([{ state: "created", shop: "pellwick" }]);
    await recordEvent(job, { ...event, id: randomUUID(), body: close });
    expect(await tasksOf(job)).toHaveLength(1);
  });

  test("that was asked for in a transaction is gone with it", async () => {
    const job = randomUUID();
    await expect(
      transaction(async (on) => {
        await askFor(on, "best-course", { job });
        throw new Error("undone");
      }),
    ).rejects.toThrow("undone");
    expect(await tasksOf(job)).toEqual([]);
  });

  test("waits once, however often it is asked for; for another shop it is another", async () => {
    const job = randomUUID();
    for (let i = 0; i < 3; i++) await askFor(pool(), "best-course", { job });
    await inShop("elsewhere", () => askFor(pool(), "best-course", { job }));
    expect((await tasksOf(job)).map((t) => t.shop).sort()).toEqual(["elsewhere", "pellwick"]);
  });
});

test("the application works with tasks and makes no queue of its own", async () => {
  const { rows } = await owner.query<{ name: string }>("SELECT name FROM tasks.queue ORDER BY name");
  expect(rows.map((r) => r.name)).toEqual(TASK_NAMES.toSorted());
  await expect(many(pool(), "SELECT tasks.create_queue('mine', '{}')")).rejects.toThrow(/permission denied/u);
  await expect(many(pool(), "TRUNCATE tasks.job")).rejects.toThrow(/permission denied/u);
});
