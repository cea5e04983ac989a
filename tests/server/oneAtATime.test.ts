import { afterAll, expect, test } from "@jest/globals";
import { oneAtATime } from "#server/database/oneAtATime.ts";
import { closePool, pool } from "#server/database/pool.ts";
import { one } from "#server/database/query.ts";

/** Against the throw-away PostgreSQL that bin/test.mjs started; two callers are as two processes: each has a connection of its own. */
afterAll(closePool);

/** Connections that hold the lock of a name, and of no other: other tests work on this database too. */
const HOLDERS = `SELECT pid FROM pg_locks WHERE locktype = 'advisory' AND granted
                    AND (classid::bigint << 32) | objid::bigint = hashtextextended($1, 0)`;
const locks = async (name: string) =>
  (await one<{ n: number }>(pool(), `SELECT count(*)::int AS n FROM (${HOLDERS}) AS held`, [name])).n;

test("work that is being done is waited for, and not done again", async () => {
  const did: string[] = [];
  let isDone = false;
  let letGo!: () => void;
  let begin!: () => void;
  const holds = new Promise<void>((resolve) => (letGo = resolve));
  const begun = new Promise<void>((resolve) => (begin = resolve));
  const first = oneAtATime(
    "the same",
    () => Promise.resolve(isDone),
    async () => {
      did.push("first");
      begin();
      await holds;
      isDone = true;
    },
  );
  await begun;
  const second = oneAtATime(
    "the same",
    () => Promise.resolve(isDone),
    async () => void did.push("second"),
  );
  const other = oneAtATime(
    "another",
    () => Promise.resolve(false),
    async () => void did.push("other"),
  );
  await other;
  letGo();
  await Promise.all([first, second]);
  expect(did).toEqual(["first", "other"]);
});

test("work that failed is taken up by whoever waited, and no lock is left", async () => {
  const did: string[] = [];
  const never = () => Promise.resolve(false);
  const first = oneAtATime("fails", never, () => Promise.reject(new Error("no room")));
  await expect(first).rejects.toThrow("no room");
  await oneAtATime("fails", never, async () => {
    expect(await locks("fails")).toBe(1);
    did.push("again");
  });
  expect(did).toEqual(["again"]);
  expect(await locks("fails")).toBe(0);
});

test("a connection that is lost while it holds the lock frees it", async () => {
  const never = () => Promise.resolve(false);
  const did: string[] = [];
  await oneAtATime("lost", never, async () => {
    await pool()
      .query(`SELECT pg_terminate_backend(pid) FROM (${HOLDERS}) AS held`, ["lost"])
      .catch(() => undefined);
    await oneAtATime("lost", never, async () => void did.push("second"));
    did.push("first");
  });
  expect(did).toEqual(["second", "first"]);
});
