import { addMonths } from "date-fns";
import { DEMO_SHOP, loadDemoShop } from "#demo/loadShop.ts";
import { ensureAppRole } from "./database/appRole.ts";
import { migrate } from "./database/migrate.ts";
import { closePool } from "./database/pool.ts";
import { everyShop, transaction, withShopsEyes } from "./database/query.ts";
import { worksFor } from "./database/shopOfWork.ts";
import { makeLink } from "./people/links.ts";
import { logMonthReady } from "./jobs/statements.ts";
import { keepMissingSummaries } from "./jobs/summary.ts";
import { installQueue } from "./queue/queue.ts";

/**
 * As the owner: makes the application's role with APP_PASSWORD, migrates the database in DATABASE_URL and loads the demo shop into
 * an empty one. Run by bin/start.mjs.
 */

/** Parts of the log are made for these months ahead; should the server run for longer, whoever opens a job then makes one. */
const MONTHS_AHEAD = 3;

worksFor(DEMO_SHOP.id);
await transaction((client) => ensureAppRole(client, process.env["APP_PASSWORD"]!));
const done = await migrate(process.env["DATABASE_URL"]!);
if (done.length > 0) process.stdout.write(`migrations: ${done.join(", ")}\n`);
await transaction(installQueue);
if (await loadDemoShop()) {
  const link = await transaction((client) => makeLink(client, DEMO_SHOP.lead, "invitation"));
  process.stdout.write(`demo shop loaded\nits lead signs in from elsewhere by this link, once: ${link}\n`);
}
for (const shop of await everyShop()) await withShopsEyes(shop, keepMissingSummaries);
await transaction(async (client) => {
  for (let month = 0; month <= MONTHS_AHEAD; month++)
    await logMonthReady(client, addMonths(new Date(), month));
});
await closePool();
