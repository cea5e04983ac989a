import { execute, many, type Connection } from "../database/query.ts";
import { pool } from "../database/pool.ts";
import { whoActs } from "./acting.ts";

/** What is kept of who did what to people and to the shop. */
export type Audited =
  | "signed in"
  | "could not sign in"
  | "signed out"
  | "signed out everywhere"
  | "invited"
  | "asked for a reset"
  | "chose a passphrase"
  | "added a passkey"
  | "removed a passkey"
  | "changed a role"
  | "let somebody go"
  | "took somebody back"
  | "changed the settings";

/** @param person who did it, where that is not who is signed in */
export async function audit(
  on: Connection,
  what: Audited,
  about = "",
  person: string | undefined = whoActs()?.person?.id,
): Promise<void> {
  await execute(on, "INSERT INTO audit_log (person_id, what, about) VALUES ($1, $2, $3)", [
    person ?? null,
    what,
    about.slice(0, 300),
  ]);
}

export interface AuditLine {
  readonly at: string;
  readonly person: string | null;
  readonly what: string;
  readonly about: string;
}

const SHOWN = 40;

/** The last of it, newest first. */
export async function lastAudited(): Promise<AuditLine[]> {
  const rows = await many<Omit<AuditLine, "at"> & { at: Date }>(
    pool(),
    `SELECT a.at, p.name AS person, a.what, a.about FROM audit_log a LEFT JOIN people p ON p.id = a.person_id
      ORDER BY a.seq DESC LIMIT ${SHOWN}`,
  );
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
}
