import { readdirSync } from "node:fs";
import { pool } from "../database/pool.ts";

/** What this program needs the database to be, from its own files. */
const WANTED = readdirSync("db/migrations")
  .filter((f) => f.endsWith(".sql"))
  .sort()
  .at(-1)!
  .replace(/\.sql$/u, "");

export interface Readiness {
  readonly ready: boolean;
  readonly database: "ok" | "gone";
  /** Whether the schema is the one that this version was made for. */
  readonly schema?: "ok" | "older" | "newer";
}

/** Whether requests can be sent here: the database answers, and its schema is this version's. */
export async function readiness(): Promise<Readiness> {
  try {
    const { rows } = await pool().query<{ version: string }>("SELECT schema_version() AS version");
    const version = rows[0]!.version;
    const schema = version === WANTED ? "ok" : version < WANTED ? "older" : "newer";
    return { ready: schema === "ok", database: "ok", schema };
  } catch {
    return { ready: false, database: "gone" };
  }
}
