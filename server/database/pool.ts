import pg from "pg";
import { usualShop } from "./shopOfWork.ts";

pg.types.setTypeParser(pg.types.builtins.INT8, Number);
pg.types.setTypeParser(pg.types.builtins.NUMERIC, Number);

const holder = globalThis as typeof globalThis & { zygodromePool?: pg.Pool; zygodromeReplica?: pg.Pool };

/** The process's one pool. The address comes from DATABASE_URL, which bin/start.mjs sets. */
export function pool(): pg.Pool {
  if (holder.zygodromePool) return holder.zygodromePool;
  const connectionString = process.env["DATABASE_URL"];
  if (!connectionString)
    throw new Error(
      "DATABASE_URL is not set. Start with `npm start`, which starts the database and sets it.",
    );
  return (holder.zygodromePool = poolAt(connectionString));
}

/** Connections to a standby that only reads, where there is one: READ_DATABASE_URL (replica.ts says what is asked there). */
export function replicaPool(): pg.Pool | undefined {
  const connectionString = process.env["READ_DATABASE_URL"];
  if (!connectionString) return undefined;
  return (holder.zygodromeReplica ??= poolAt(connectionString));
}

function poolAt(connectionString: string): pg.Pool {
  const usual = usualShop();
  const made = new pg.Pool({
    connectionString,
    ...(usual === undefined ? {} : { options: `-c zygodrome.shop=${usual}` }),
    max: 8,
    allowExitOnIdle: true,
    connectionTimeoutMillis: 5000,
    // An answer that does not come is a lost connection too: a frozen server closes nothing.
    query_timeout: 30_000,
    keepAlive: true,
  });
  // A connection may die at rest (the pool hears of it) or in use (the client does); its query fails and says so. Without
  // these listeners it would end the process.
  made.on("error", () => undefined);
  made.on("connect", (client) => client.on("error", () => undefined));
  return made;
}

export async function closePool(): Promise<void> {
  const open = [holder.zygodromePool, holder.zygodromeReplica];
  delete holder.zygodromePool;
  delete holder.zygodromeReplica;
  for (const made of open) await made?.end();
}
