import { DEMO_SHOP, loadDemoShop } from "#demo/loadShop.ts";
import { ensureAppRole } from "./database/appRole.ts";
import { migrate } from "./database/migrate.ts";
import { closePool } from "./database/pool.ts";
import { everyShop, transaction, withShopsEyes } from "./database/query.ts";
import { worksFor } from "./database/shopOfWork.ts";
import { makeLink } from "./people/links.ts";
import { keepMissingSummaries } from "./jobs/summary.ts";

/**
 * As the owner: makes the application's role with APP_PASSWORD, migrates the database in DATABASE_URL and loads the demo shop into
 * an empty one. Run by bin/start.mjs.
 */
worksFor(DEMO_SHOP.id);
await transaction((client) => ensureAppRole(client, process.env["APP_PASSWORD"]!));
const done = await migrate(process.env["DATABASE_URL"]!);
if (done.length > 0) process.stdout.write(`migrations: ${done.join(", ")}\n`);
if (await loadDemoShop()) {
  const link = await transaction((client) => makeLink(client, DEMO_SHOP.lead, "invitation"));
  process.stdout.write(`demo shop loaded\nits lead signs in from elsewhere by this link, once: ${link}\n`);
}
for (const shop of await everyShop()) await withShopsEyes(shop, keepMissingSummaries);
await closePool();
