import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { gunzipSync, strFromU8 } from "fflate";
import { jobEvent, type JobEvent } from "#core/job/index.ts";
import type { BestCourse } from "#core/practice/index.ts";
import { readUnitOrThrow, withVariants, type UnitFile } from "#core/unit/index.ts";
import { transaction, type Connection } from "#server/database/query.ts";
import { keepBestCourse } from "#server/logbook/bestCourses.ts";
import { insertEvents, insertJob, logMonthReady } from "#server/jobs/statements.ts";
import { keepMissingSummaries } from "#server/jobs/summary.ts";
import { storeModel } from "#server/units/models.ts";
import { loadParts } from "./loadParts.ts";

/** An invented shop. */
export const DEMO_SHOP = { id: "pellwick", name: "Pellwick Service Bench", lead: "ansa" } as const;
/** Number of the first job of its year. */
const FIRST_JOB = 147;
const PEOPLE = [
  { id: "ansa", name: "Ansa Vell", role: "lead" },
  { id: "teo", name: "Teo Marrick", role: "technician" },
  { id: "ilo", name: "Ilo Brandle", role: "learner" },
];

/** A job of the demo shop as its file has it: times in minutes from when it was taken in. */
interface DemoJob {
  readonly id: string;
  readonly unit: string;
  readonly label: string;
  readonly minutesAgo: number;
  readonly events: readonly (Omit<JobEvent, "at"> & { readonly minute: number })[];
}

/** Which fault the computed shortest way is to. */
interface BestOf {
  readonly unit: string;
  readonly suspect: string;
}

/**
 * Loads the demo shop's people, units, the closed jobs of a year and the open ones into an empty database, as if the open ones
 * had been worked in the last days. Returns false where there is a shop already.
 */
export function loadDemoShop(
  folder = "demo/units",
  jobs = "demo/jobs",
  year = "demo/year.json.gz",
  best = "demo/bestCourses.json",
): Promise<boolean> {
  return transaction(async (client) => {
    const { rowCount } = await client.query("SELECT 1 FROM shops LIMIT 1");
    if (rowCount) return false;
    await client.query("INSERT INTO shops (id, name, next_job) VALUES ($1, $2, $3)", [
      DEMO_SHOP.id,
      DEMO_SHOP.name,
      FIRST_JOB,
    ]);
    await client.query("INSERT INTO shop_settings DEFAULT VALUES");
    for (const { id, name, role } of PEOPLE)
      await client.query("INSERT INTO people (id, name, role) VALUES ($1, $2, $3)", [id, name, role]);
    const models = new Map<string, string>();
    for (const file of jsonFiles(folder))
      for (const model of withVariants(JSON.parse(readFileSync(file, "utf8")) as UnitFile))
        models.set(model.id, await storeModel(client, model));
    const units = jsonFiles(folder).map((f) => readUnitOrThrow(JSON.parse(readFileSync(f, "utf8"))));
    for (const unit of units) await loadParts(client, unit);
    const closed = JSON.parse(strFromU8(gunzipSync(readFileSync(year)))) as DemoJob[];
    const open = jsonFiles(jobs).map((file) => JSON.parse(readFileSync(file, "utf8")) as DemoJob);
    // The oldest job has the lowest number, but for the open ones, which have stood on the board in this order.
    for (const job of [...closed, ...open]) await insertDemoJob(client, job, models.get(job.unit)!);
    const courses = JSON.parse(readFileSync(best, "utf8")) as (BestCourse & BestOf)[];
    for (const { unit, suspect, minutes, checks } of courses)
      await keepBestCourse(client, models.get(unit)!, suspect, { minutes, checks });
    await keepMissingSummaries(client);
    return true;
  });
}

async function insertDemoJob(on: Connection, job: DemoJob, model: string): Promise<void> {
  const opened = Date.now() - 60_000 * job.minutesAgo;
  await logMonthReady(on, new Date(opened));
  await insertJob(on, job.id, model, job.label, new Date(opened));
  await insertEvents(
    on,
    job.id,
    job.events.map(({ minute, ...event }) =>
      jobEvent.parse({ ...event, at: new Date(opened + 60_000 * minute).toISOString() }),
    ),
  );
}

function jsonFiles(folder: string): string[] {
  return readdirSync(folder)
    .filter((f) => f.endsWith(".json"))
    .sort()
    .map((f) => path.join(folder, f));
}
