import { loadDemoShop } from "#demo/loadShop.ts";
import { closePool } from "./database/pool.ts";
import { migrate } from "./database/migrate.ts";

/** Migrates the database in DATABASE_URL and loads the demo shop into an empty one. Run by bin/start.mjs. */
const done = await migrate(process.env["DATABASE_URL"]!);
if (done.length > 0) process.stdout.write(`migrations: ${done.join(", ")}\n`);
if (await loadDemoShop()) process.stdout.write("demo shop loaded\n");
await closePool();
