import { readFileSync } from "node:fs";
import { pool } from "../database/pool.ts";
import { many, one } from "../database/query.ts";
import { readiness, type Readiness } from "./ready.ts";

/** How the machine stands, for a lead of the shop: what it keeps, when that was last saved, and which versions run. */
export interface Machine {
  readonly program: string;
  readonly node: string;
  readonly postgres: string;
  readonly readiness: Readiness;
  /** The whole database, bytes. */
  readonly bytes: number;
  /** Of this shop. */
  readonly jobs: number;
  readonly entries: number;
  readonly files: number;
  readonly fileBytes: number;
  readonly backups: readonly { readonly at: string; readonly bytes: number }[];
}

const SHOWN = 5;

export async function machineNow(): Promise<Machine> {
  const { version } = JSON.parse(readFileSync("package.json", "utf8")) as { version: string };
  const [stand, kept, backups, ready] = await Promise.all([
    one<{ postgres: string; bytes: number }>(
      pool(),
      "SELECT current_setting('server_version') AS postgres, pg_database_size(current_database()) AS bytes",
    ),
    one<{ jobs: number; entries: number; files: number; fileBytes: number }>(
      pool(),
      `SELECT (SELECT count(*)::int FROM jobs) AS jobs, (SELECT count(*)::int FROM job_events) AS entries,
              count(*)::int AS files, coalesce(sum(octet_length(content)), 0)::float8 AS "fileBytes" FROM files`,
    ),
    many<{ at: Date; bytes: number }>(
      pool(),
      `SELECT at, bytes FROM backups ORDER BY at DESC LIMIT ${SHOWN}`,
    ),
    readiness(),
  ]);
  return {
    program: version,
    node: process.version,
    readiness: ready,
    ...stand,
    ...kept,
    backups: backups.map(({ at, bytes }) => ({ at: at.toISOString(), bytes })),
  };
}
