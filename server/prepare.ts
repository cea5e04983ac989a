import { loadDemoShop } from "#demo/loadShop.ts";
import { closePool } from "./database/pool.ts";
import { execute, one, transaction } from "./database/query.ts";
import { keepMissingSummaries } from "./jobs/summary.ts";
import { migrate } from "./database/migrate.ts";

/** Migrates the database in DATABASE_URL and loads the demo shop into an empty one. Run by bin/start.mjs. */
const done = await migrate(process.env["DATABASE_URL"]!);
if (done.length > 0) process.stdout.write(`migrations: ${done.join(", ")}\n`);
if (await loadDemoShop()) process.stdout.write("demo shop loaded\n");
await transaction(keepMissingSummaries);
// A statement that sets a password takes no parameters; the server quotes it.
await transaction(async (client) => {
  const { statement } = await one<{ statement: string }>(
    client,
    "SELECT format('ALTER ROLE zygodrome_app LOGIN PASSWORD %L', $1::text) AS statement",
    [process.env["APP_PASSWORD"]],
  );
  await execute(client, statement);
});
await closePool();
