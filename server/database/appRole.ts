import { execute, maybeOne, one, type Connection } from "./query.ts";

const ROLE = "zygodrome_app";
/** What takes longer is given up, so that one request never holds up the others. */
const LIMITS = {
  statement_timeout: "20s",
  lock_timeout: "8s",
  idle_in_transaction_session_timeout: "30s",
  // The logbook sorts fifty thousand jobs in memory.
  work_mem: "16MB",
};

/**
 * The role under which the application works: it owns nothing and is no superuser. A role belongs to the cluster, not to the
 * database, so it is made at each start; what it may do stands in the migrations.
 */
export async function ensureAppRole(owner: Connection, password: string): Promise<void> {
  if (!(await maybeOne(owner, "SELECT 1 FROM pg_roles WHERE rolname = $1", [ROLE])))
    await execute(owner, `CREATE ROLE ${ROLE} NOSUPERUSER NOCREATEDB NOCREATEROLE NOINHERIT`);
  for (const [name, value] of Object.entries(LIMITS))
    await execute(owner, `ALTER ROLE ${ROLE} SET ${name} = '${value}'`);
  // Such a statement takes no parameters; the server quotes the password.
  const { statement } = await one<{ statement: string }>(
    owner,
    `SELECT format('ALTER ROLE ${ROLE} LOGIN PASSWORD %L', $1::text) AS statement`,
    [password],
  );
  await execute(owner, statement);
}
