import { runner } from "node-pg-migrate";

/** Brings the database to the newest migration, in order, under node-pg-migrate's advisory lock. */
export async function migrate(databaseUrl: string): Promise<string[]> {
  const done = await runner({
    databaseUrl,
    dir: "db/migrations",
    direction: "up",
    migrationsTable: "schema_migrations",
    checkOrder: true,
    singleTransaction: true,
    log: () => undefined,
  });
  return done.map((m) => m.name);
}
