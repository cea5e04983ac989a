import type { QueryResultRow } from "pg";
import { DatabaseGone } from "./gone.ts";
import { pool, replicaPool } from "./pool.ts";
import { many, one } from "./query.ts";

/** A standby that is further behind than this, s, shows a board of before: the database itself is asked then. */
const MOST_LAG_SECONDS = 2;
/** How long what was seen of its lag holds, ms, and how long one that is away or behind is left alone. */
const LOOK_AGAIN_MS = 1000;
const LEAVE_ALONE_MS = 10_000;

/** Until when the standby is taken to be up to date, or left alone; by this process's clock, ms. */
const standby = { goodUntil: 0, badUntil: 0 };

/**
 * Reads rows for the board and the logbook: from the standby where there is one that keeps up, from the database itself where
 * there is none, or it is away, behind, or gives up a long question for what it has to follow. What somebody has just entered may
 * be missing from the standby for as long as it lags; nothing that an entry rests on is read here.
 */
export async function readMany<Row extends QueryResultRow>(
  sql: string,
  values: readonly unknown[] = [],
): Promise<Row[]> {
  const replica = replicaPool();
  if (!replica || Date.now() < standby.badUntil) return many<Row>(pool(), sql, values);
  try {
    if (Date.now() >= standby.goodUntil) {
      const { lag } = await one<{ lag: number }>(replica, LAG);
      if (lag > MOST_LAG_SECONDS) throw new DatabaseGone();
      standby.goodUntil = Date.now() + LOOK_AGAIN_MS;
    }
    return await many<Row>(replica, sql, values);
  } catch (error) {
    if (!(error instanceof DatabaseGone) && !isConflict(error)) throw error;
    standby.badUntil = Date.now() + LEAVE_ALONE_MS;
    return many<Row>(pool(), sql, values);
  }
}

/** As readMany, for what always has one row. */
export async function readOne<Row extends QueryResultRow>(
  sql: string,
  values: readonly unknown[] = [],
): Promise<Row> {
  return (await readMany<Row>(sql, values))[0]!;
}

/**
 * Seconds that a standby is behind: without end where it receives nothing, nothing where it has replayed all that it has
 * received, or is the database itself.
 */
const LAG = `SELECT CASE
    WHEN NOT pg_is_in_recovery() THEN 0
    WHEN NOT EXISTS (SELECT FROM pg_stat_wal_receiver) THEN 1e9
    WHEN pg_last_wal_receive_lsn() = pg_last_wal_replay_lsn() THEN 0
    ELSE coalesce(extract(epoch FROM now() - pg_last_xact_replay_timestamp()), 1e9) END::float8 AS lag`;

/** A statement that stood in the way of what the standby had to follow (PostgreSQL manual, hot standby conflicts). */
const isConflict = (error: unknown) => (error as { code?: unknown } | null)?.code === "40001";
