import { loadDemoShop } from "#demo/loadShop.ts";
import { ensureAppRole } from "./database/appRole.ts";
import { migrate } from "./database/migrate.ts";
import { closePool } from "./database/pool.ts";
import { transaction } from "./database/query.ts";
import { keepMissingSummaries } from "./jobs/summary.ts";

/**
 * As the owner: makes the application's role with APP_PASSWORD, migrates the database in DATABASE_URL and loads the demo shop into
 * an empty one. Run by bin/start.mjs.
 */
await transaction((client) => ensureAppRole(client, process.env["APP_PASSWORD"]!));
const done = await migrate(process.env["DATABASE_URL"]!);
if (done.length > 0) process.stdout.write(`migrations: ${done.join(", ")}\n`);
if (await loadDemoShop()) process.stdout.write("demo shop loaded\n");
await transaction(keepMissingSummaries);
await closePool();
