import { existsSync } from "node:fs";
import path from "node:path";
import pg from "pg";
import { lockFolder } from "../steps/lock.mjs";
import { Cluster } from "../steps/postgres.mjs";
import { UsageError } from "./usage.ts";

export interface DataOptions {
  /** Folder of the data, as ZYGODROME_DATA has it. */
  readonly data: string;
}

/** The database as it runs; started for the while where it does not. */
export async function withDatabase<T>(data: string, work: (cluster: Cluster) => Promise<T>): Promise<T> {
  const cluster = new Cluster(path.join(data, "postgres"));
  if (!existsSync(path.join(cluster.data, "PG_VERSION")))
    throw new UsageError(`There is no Zygodrome in ${data}. Say where: --data FOLDER.`);
  if (cluster.runs) return work(await cluster.start());
  const lock = await lockFolder(data);
  try {
    await cluster.start();
    return await work(cluster);
  } finally {
    await cluster.stop();
    lock.release();
  }
}

export async function withPool<T>(url: string, work: (pool: pg.Pool) => Promise<T>): Promise<T> {
  const pool = new pg.Pool({ connectionString: url, max: 2 });
  // The server may be stopped before the last connection has said goodbye.
  pool.on("error", () => undefined);
  pool.on("connect", (client) => client.on("error", () => undefined));
  try {
    return await work(pool);
  } finally {
    await pool.end();
  }
}
