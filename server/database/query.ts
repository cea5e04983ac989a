import type { Pool, PoolClient, QueryResultRow } from "pg";
import { pool } from "./pool.ts";

/** What a query runs on: the pool, or the client of a transaction. */
export type Connection = Pool | PoolClient;

/** A query returned more or fewer rows than its name promises. */
export class CardinalityError extends Error {
  constructor(wanted: string, got: number, sql: string) {
    super(`Wanted ${wanted}, got ${got} rows: ${sql.trim().split("\n")[0]}`);
    this.name = "CardinalityError";
  }
}

export async function many<Row extends QueryResultRow>(
  on: Connection,
  sql: string,
  values: readonly unknown[] = [],
): Promise<Row[]> {
  return (await on.query<Row>(sql, [...values])).rows;
}

export async function maybeOne<Row extends QueryResultRow>(
  on: Connection,
  sql: string,
  values: readonly unknown[] = [],
): Promise<Row | undefined> {
  const rows = await many<Row>(on, sql, values);
  if (rows.length > 1) throw new CardinalityError("one row at most", rows.length, sql);
  return rows[0];
}

export async function one<Row extends QueryResultRow>(
  on: Connection,
  sql: string,
  values: readonly unknown[] = [],
): Promise<Row> {
  const row = await maybeOne<Row>(on, sql, values);
  if (!row) throw new CardinalityError("one row", 0, sql);
  return row;
}

/** Runs `work` in a transaction: commits what it did when it returns, undoes it when it throws. */
export async function transaction<T>(work: (client: PoolClient) => Promise<T>): Promise<T> {
  const client = await pool().connect();
  let broken = false;
  try {
    await client.query("BEGIN");
    const result = await work(client);
    await client.query("COMMIT");
    return result;
  } catch (error) {
    await client.query("ROLLBACK").catch(() => (broken = true));
    throw error;
  } finally {
    client.release(broken);
  }
}
