import type { Pool, PoolClient, QueryResult, QueryResultRow } from "pg";
import { DatabaseGone, isConnectionLoss, isNoText } from "./gone.ts";
import { pool } from "./pool.ts";
import { inShop, shopOfWork } from "./shopOfWork.ts";

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
  return (await run<Row>(on, sql, values)).rows;
}

/** Runs a statement and returns how many rows it touched. */
export async function execute(on: Connection, sql: string, values: readonly unknown[] = []): Promise<number> {
  return (await run(on, sql, values)).rowCount ?? 0;
}

/** @throws DatabaseGone where the database does not answer */
async function run<Row extends QueryResultRow>(
  on: Connection,
  sql: string,
  values: readonly unknown[],
): Promise<QueryResult<Row>> {
  if ("totalCount" in on) {
    const client = await clientForShop(on);
    try {
      return await run<Row>(client, sql, values);
    } finally {
      client.release();
    }
  }
  try {
    return await on.query<Row>(sql, [...values]);
  } catch (error) {
    if (isConnectionLoss(error)) throw new DatabaseGone();
    if (isNoText(error)) throw new Response("That has characters which cannot be kept.", { status: 400 });
    throw error;
  }
}

/**
 * Where a connection keeps the shop that it was last told to work for: on itself. The server and its pages are built apart, with
 * this module in both, on one pool; of what the other had told a connection, a list in the module would know nothing.
 */
const TOLD = Symbol.for("zygodrome.toldShop");
type ToldClient = PoolClient & { [TOLD]?: string };

/**
 * A connection that works for the shop of the work in hand: row-level security shows it that shop's rows and no others. A
 * connection that cannot be told is given up.
 */
async function clientForShop(from: Pool): Promise<PoolClient> {
  const shop = shopOfWork();
  const client: ToldClient = await from.connect().catch((error: unknown) => {
    throw isConnectionLoss(error) ? new DatabaseGone() : error;
  });
  if (client[TOLD] === shop) return client;
  try {
    await client.query("SELECT set_config('zygodrome.shop', $1, false)", [shop]);
  } catch (error) {
    client.release(true);
    throw isConnectionLoss(error) ? new DatabaseGone() : error;
  }
  client[TOLD] = shop;
  return client;
}

/**
 * As the owner of the database: does the work with one shop's eyes, by what the application's role sees of it and may do.
 * @param from the owner's own connections
 */
export function withShopsEyes<T>(
  shop: string,
  work: (client: PoolClient) => Promise<T>,
  from: Pool = pool(),
): Promise<T> {
  return inShop(shop, () =>
    transaction(async (client) => {
      await execute(client, "SET LOCAL ROLE zygodrome_app");
      return work(client);
    }, from),
  );
}

/** As the owner: every shop there is. */
export async function everyShop(from: Pool = pool()): Promise<string[]> {
  return (await from.query<{ id: string }>("SELECT id FROM shops ORDER BY id")).rows.map((r) => r.id);
}

/** Whether the database answers now. */
export async function isDatabaseThere(): Promise<boolean> {
  try {
    await pool().query("SELECT 1");
    return true;
  } catch {
    return false;
  }
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

/**
 * Runs `work` in a transaction: commits what it did when it returns, undoes it when it throws.
 * @throws DatabaseGone where the database does not answer; what was done is then not known to be kept
 */
export async function transaction<T>(
  work: (client: PoolClient) => Promise<T>,
  from: Pool = pool(),
): Promise<T> {
  const client = await clientForShop(from);
  let broken = false;
  try {
    await execute(client, "BEGIN");
    const result = await work(client);
    await execute(client, "COMMIT");
    return result;
  } catch (error) {
    await client.query("ROLLBACK").catch(() => (broken = true));
    throw error;
  } finally {
    client.release(broken);
  }
}
