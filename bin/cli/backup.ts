import { existsSync, renameSync, rmSync, statSync } from "node:fs";
import path from "node:path";
import pg from "pg";
import { checkDatabase, type DatabaseCheck } from "#server/backup/checkDatabase.ts";
import { ensureAppRole } from "#server/database/appRole.ts";
import { ensureBuild } from "../steps/build.mjs";
import { lockFolder } from "../steps/lock.mjs";
import { Cluster } from "../steps/postgres.mjs";
import { run } from "../steps/run.mjs";
import { prepareDatabase } from "../steps/serve.mjs";
import { withDatabase, withPool, type DataOptions } from "./database.ts";
import { UsageError } from "./usage.ts";

/** Everything that is kept, in one file, taken at one moment while people go on working. Never over a file that is there. */
export async function backup(file: string, { data }: DataOptions): Promise<string> {
  if (existsSync(file))
    throw new UsageError(`${file} is there already. Nothing was written; give another name.`);
  return withDatabase(data, async (cluster) => {
    const aside = `${file}.new`;
    rmSync(aside, { force: true });
    await run(
      path.join(cluster.bin, "pg_dump"),
      ["--format=custom", `--file=${aside}`, `--dbname=${cluster.url}`],
      {
        fix: "see whether the disk is full, and whether the folder may be written to",
      },
    );
    // Whole under its name, or not there.
    renameSync(aside, file);
    const { counts, problems } = await inspect(cluster.url);
    await noteBackup(cluster.url, statSync(file).size);
    const size = Math.max(1, Math.round(statSync(file).size / 1024));
    return [`${file}: ${countsText(counts)}; ${size} kB.`, ...problems].join("\n");
  });
}

/** For the page that says when everything was last saved. A database of before has no place for it. */
function noteBackup(url: string, bytes: number): Promise<unknown> {
  return withPool(url, async (pool) => {
    const { rows } = await pool.query<{ there: boolean }>(
      "SELECT to_regclass('backups') IS NOT NULL AS there",
    );
    return rows[0]!.there && pool.query("INSERT INTO backups (bytes) VALUES ($1)", [bytes]);
  });
}

/**
 * Puts a backup in place of what is there. It is restored beside it, checked, and only then takes its name; what was there stays
 * in the cluster under another name. Zygodrome must not be running.
 */
export async function restore(file: string, { data }: DataOptions): Promise<string> {
  if (!existsSync(file)) throw new UsageError(`There is no file ${file}.`);
  const lock = await lockFolder(data);
  try {
    const cluster = await new Cluster(path.join(data, "postgres")).start();
    try {
      return await restoreInto(cluster, file);
    } finally {
      await cluster.stop();
    }
  } finally {
    lock.release();
  }
}

async function restoreInto(cluster: Cluster, file: string): Promise<string> {
  await ensureBuild(process.cwd());
  await withPool(cluster.url, (pool) => ensureAppRole(pool, cluster.appPassword));
  const beside = new URL(cluster.url);
  beside.pathname = "/zygodrome_restored";
  await inOwn(cluster, "DROP DATABASE IF EXISTS zygodrome_restored");
  await inOwn(cluster, "CREATE DATABASE zygodrome_restored");
  try {
    await run(
      path.join(cluster.bin, "pg_restore"),
      ["--exit-on-error", "--no-owner", `--dbname=${beside.href}`, path.resolve(file)],
      { fix: `${file} is no backup of Zygodrome, or not whole; what was there is untouched` },
    );
    await prepareDatabase(process.cwd(), { url: beside.href, appPassword: cluster.appPassword } as Cluster);
    const { counts, problems } = await inspect(beside.href);
    if (problems.length > 0)
      throw new UsageError(
        `${file} is not as it should be; what was there is untouched:\n${problems.join("\n")}`,
      );
    if (!(await holdsShop(cluster.url))) {
      await inOwn(cluster, "DROP DATABASE zygodrome");
      await inOwn(cluster, "ALTER DATABASE zygodrome_restored RENAME TO zygodrome");
      return `Restored from ${file}: ${countsText(counts)}.`;
    }
    const before = `zygodrome_before_${new Date().toISOString().replace(/\D/gu, "").slice(0, 14)}`;
    await inOwn(cluster, `ALTER DATABASE zygodrome RENAME TO ${before}`);
    await inOwn(cluster, "ALTER DATABASE zygodrome_restored RENAME TO zygodrome");
    return `Restored from ${file}: ${countsText(counts)}. What was there before is kept in the database ${before}.`;
  } catch (error) {
    await inOwn(cluster, "DROP DATABASE IF EXISTS zygodrome_restored");
    throw error;
  }
}

/** Reads everything that is kept. `failed` where something is not as it should be. */
export async function check({ data }: DataOptions): Promise<{ output: string; failed: boolean }> {
  return withDatabase(data, async (cluster) => {
    const { counts, problems } = await inspect(cluster.url);
    const failed = problems.length > 0;
    return {
      output: [
        ...problems,
        `${countsText(counts)}: ${failed ? `${problems.length} problems` : "all as it should be"}.`,
      ].join("\n"),
      failed,
    };
  });
}

async function inspect(url: string): Promise<DatabaseCheck> {
  if (!(await holdsShop(url)))
    throw new UsageError("The database holds no shop yet: start Zygodrome once, or restore a backup.");
  return withPool(url, checkDatabase);
}

/** Whether the database has been brought up to date once. */
function holdsShop(url: string): Promise<boolean> {
  return withPool(url, async (pool) => {
    const { rows } = await pool.query<{ there: boolean }>("SELECT to_regclass('shops') IS NOT NULL AS there");
    return rows[0]!.there;
  });
}

/** Runs a statement on the cluster, outside of the database that it is about. */
async function inOwn(cluster: Cluster, sql: string): Promise<void> {
  const url = new URL(cluster.url);
  url.pathname = "/postgres";
  const client = new pg.Client({ connectionString: url.href });
  await client.connect();
  try {
    await client.query(sql);
  } finally {
    await client.end();
  }
}

function countsText(counts: Readonly<Record<string, number>>): string {
  return Object.entries(COUNTED)
    .map(([table, name]) => `${counts[table] ?? 0} ${name}`)
    .join(", ");
}

/** What is told of what is there; the other tables are made of these, or of their parts. */
const COUNTED: Readonly<Record<string, string>> = {
  people: "people",
  unit_models: "unit models",
  jobs: "jobs",
  job_events: "entries",
  files: "files",
  outbox: "letters",
  practices: "exercises",
};
