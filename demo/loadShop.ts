import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { jobEvent, type JobEvent } from "#core/job/index.ts";
import { withVariants, type UnitFile } from "#core/unit/index.ts";
import { transaction } from "#server/database/query.ts";
import { insertEvent, insertJob } from "#server/jobs/statements.ts";
import { keepMissingSummaries } from "#server/jobs/summary.ts";
import { storeModel } from "#server/units/models.ts";

/** Pellwick Service Bench: an invented shop. */
const PEOPLE = [
  { id: "ansa", name: "Ansa Vell" },
  { id: "teo", name: "Teo Marrick" },
];

/** A job of the demo shop as its file has it: times in minutes from when it was taken in. */
interface DemoJob {
  readonly id: string;
  readonly unit: string;
  readonly label: string;
  readonly minutesAgo: number;
  readonly events: readonly (Omit<JobEvent, "at"> & { readonly minute: number })[];
}

/**
 * Loads the demo shop's people, units and open jobs into an empty database, as if the jobs had been worked in the last days.
 * Returns false where there are people already.
 */
export function loadDemoShop(folder = "demo/units", jobs = "demo/jobs"): Promise<boolean> {
  return transaction(async (client) => {
    const { rowCount } = await client.query("SELECT 1 FROM people LIMIT 1");
    if (rowCount) return false;
    for (const { id, name } of PEOPLE)
      await client.query("INSERT INTO people (id, name) VALUES ($1, $2)", [id, name]);
    const models = new Map<string, string>();
    for (const file of jsonFiles(folder))
      for (const model of withVariants(JSON.parse(readFileSync(file, "utf8")) as UnitFile))
        models.set(model.id, await storeModel(client, model));
    for (const file of jsonFiles(jobs)) {
      const job = JSON.parse(readFileSync(file, "utf8")) as DemoJob;
      const opened = Date.now() - 60_000 * job.minutesAgo;
      await insertJob(client, job.id, models.get(job.unit)!, job.label, new Date(opened));
      for (const { minute, ...event } of job.events)
        await insertEvent(client, job.id, {
          ...jobEvent.parse({ ...event, at: new Date(opened + 60_000 * minute).toISOString() }),
        });
    }
    await keepMissingSummaries(client);
    return true;
  });
}

function jsonFiles(folder: string): string[] {
  return readdirSync(folder)
    .filter((f) => f.endsWith(".json"))
    .sort()
    .map((f) => path.join(folder, f));
}
