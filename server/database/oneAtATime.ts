import type { PoolClient } from "pg";
import { execute, one } from "./query.ts";
import { pool } from "./pool.ts";

/** How often somebody who waits looks again, ms. The work takes seconds to minutes. */
const LOOK_MS = 1000;

/**
 * Does work of a name while no other process on this database does work of that name; whoever comes later waits, and goes
 * without it once it has been done. The lock belongs to a connection: it is free as soon as the process that had it is gone.
 * @param isDone whether the work is needed no more; asked again after each wait
 */
export async function oneAtATime(
  name: string,
  isDone: () => Promise<boolean>,
  work: () => Promise<void>,
): Promise<void> {
  while (!(await isDone())) {
    // Whoever waits keeps no connection from the pages.
    const client = await pool().connect();
    try {
      if (await isLockedNow(client, name)) {
        // Between the question and the lock somebody else may have done it.
        if (!(await isDone())) await work();
        return;
      }
    } finally {
      await freed(client);
    }
    await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
  }
}

async function isLockedNow(client: PoolClient, name: string): Promise<boolean> {
  const { got } = await one<{ got: boolean }>(
    client,
    "SELECT pg_try_advisory_lock(hashtextextended($1, 0)) AS got",
    [name],
  );
  return got;
}

/** A connection that may still hold a lock is not handed on. */
async function freed(client: PoolClient): Promise<void> {
  const isFree = await execute(client, "SELECT pg_advisory_unlock_all()").then(
    () => true,
    () => false,
  );
  client.release(!isFree);
}
