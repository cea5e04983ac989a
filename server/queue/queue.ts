import type { PoolClient } from "pg";
import PgBoss from "pg-boss";
import { pool } from "../database/pool.ts";
import { execute, type Connection } from "../database/query.ts";
import { shopOfWork } from "../database/shopOfWork.ts";
import { TASK_NAMES, type About, type TaskName } from "./tasks.ts";

/** The queue's tables stand in a schema of their own. They hold ids only, and belong to no shop: a task says which it is for. */
export const SCHEMA = "tasks";

/** A task that failed is tried again so often, each time later; one whose process was killed is given to another after this time. */
const RETRIES = 3;
const RETRY_AFTER_S = 30;
const GIVEN_UP_S = 900;

/** The queue without its own connections: it asks on those that are given. */
function bossOn(executeSql: PgBoss.Db["executeSql"]): PgBoss {
  return new PgBoss({
    db: { executeSql },
    schema: SCHEMA,
    migrate: false,
    schedule: false,
    supervise: false,
  });
}

/** As the owner of the database: makes the queue's tables, or brings them to this version, and lets the application work with them. */
export async function installQueue(owner: PoolClient): Promise<void> {
  const boss = new PgBoss({
    db: { executeSql: (text, values) => owner.query(text, values) },
    schema: SCHEMA,
    schedule: false,
    supervise: false,
  });
  await boss.start();
  for (const name of TASK_NAMES)
    // One waits for the same thing at most: whoever asks for it again has asked already.
    await boss.createQueue(name, {
      name,
      policy: "short",
      retryLimit: RETRIES,
      retryDelay: RETRY_AFTER_S,
      retryBackoff: true,
      expireInSeconds: GIVEN_UP_S,
    });
  await boss.stop({ graceful: false });
  await execute(owner, `GRANT USAGE ON SCHEMA ${SCHEMA} TO zygodrome_app`);
  await execute(
    owner,
    `GRANT SELECT, INSERT, UPDATE, DELETE ON ${SCHEMA}.job, ${SCHEMA}.archive TO zygodrome_app`,
  );
  await execute(owner, `GRANT SELECT ON ${SCHEMA}.queue, ${SCHEMA}.version TO zygodrome_app`);
  await execute(owner, `GRANT UPDATE (maintained_on) ON ${SCHEMA}.version TO zygodrome_app`);
}

/**
 * Asks for a task for the shop of the work in hand. On the client of a transaction it is asked for if that is committed, and not
 * if it is undone.
 * @param afterSeconds it begins no sooner
 */
export async function askFor<Name extends TaskName>(
  on: Connection,
  name: Name,
  about: About<Name>,
  afterSeconds = 0,
): Promise<void> {
  const shop = shopOfWork();
  await bossOn((text, values) => on.query(text, values)).send(
    name,
    { shop, ...about },
    { singletonKey: [shop, ...Object.values(about)].join(" "), startAfter: afterSeconds },
  );
}

/** How many tasks of a name have not begun. */
export async function waitingTasks(name: TaskName): Promise<number> {
  return bossOn((text, values) => pool().query(text, values)).getQueueSize(name);
}
