import { inShop } from "../database/shopOfWork.ts";
import { execute, many, maybeOne, type Connection } from "../database/query.ts";
import { pool } from "../database/pool.ts";
import type { Acting } from "./acting.ts";
import type { Role } from "./people.ts";
import { newToken, readToken } from "./token.ts";

/** A session ends so long after it was last used, and so long after it began, days. */
const IDLE_DAYS = 14;
const LONGEST_DAYS = 90;
export const SESSION_SECONDS = LONGEST_DAYS * 24 * 3600;
const HOLDS = `s.seen_at > now() - ${IDLE_DAYS} * interval '1 day' AND s.began_at > now() - ${LONGEST_DAYS} * interval '1 day'`;

/** Signs somebody in. Returns what their browser is to carry. */
export async function beginSession(
  on: Connection,
  shop: string,
  person: string,
  device: string,
): Promise<string> {
  const { text, hash } = newToken(shop);
  await execute(on, "INSERT INTO sessions (token_hash, person_id, device) VALUES ($1, $2, $3)", [
    hash,
    person,
    device.slice(0, 200),
  ]);
  await execute(on, `DELETE FROM sessions s WHERE NOT (${HOLDS})`);
  return text;
}

/** Who a browser's token is; undefined where it is nobody's any more. */
export async function findSession(text: string): Promise<Acting | undefined> {
  const token = readToken(text);
  if (!token) return undefined;
  return inShop(token.shop, async () => {
    const row = await maybeOne<{ id: string; name: string; role: Role; old: boolean }>(
      pool(),
      `SELECT p.id, p.name, p.role, s.seen_at < now() - interval '1 hour' AS old
         FROM sessions s JOIN people p ON p.id = s.person_id
        WHERE s.token_hash = $1 AND p.left_at IS NULL AND ${HOLDS}`,
      [token.hash],
    );
    if (!row) return undefined;
    if (row.old)
      await execute(pool(), "UPDATE sessions SET seen_at = now() WHERE token_hash = $1", [token.hash]);
    return { shop: token.shop, person: { id: row.id, name: row.name, role: row.role } };
  });
}

export interface Session {
  readonly device: string;
  readonly beganAt: string;
  readonly seenAt: string;
  readonly here: boolean;
}

/** Where somebody is signed in, the one used last first. @param here token of the browser that asks */
export async function sessionsOf(person: string, here: string): Promise<Session[]> {
  const rows = await many<{ device: string; beganAt: Date; seenAt: Date; here: boolean }>(
    pool(),
    `SELECT s.device, s.began_at AS "beganAt", s.seen_at AS "seenAt", s.token_hash = $2 AS here
       FROM sessions s WHERE s.person_id = $1 AND ${HOLDS} ORDER BY s.seen_at DESC`,
    [person, readToken(here)?.hash ?? Buffer.alloc(0)],
  );
  return rows.map((r) => ({ ...r, beganAt: r.beganAt.toISOString(), seenAt: r.seenAt.toISOString() }));
}

export async function endSession(text: string): Promise<void> {
  const token = readToken(text);
  if (token)
    await inShop(token.shop, () =>
      execute(pool(), "DELETE FROM sessions WHERE token_hash = $1", [token.hash]),
    );
}

/** Signs somebody out on every device. Returns how many there were. */
export function endSessionsOf(on: Connection, person: string): Promise<number> {
  return execute(on, "DELETE FROM sessions WHERE person_id = $1", [person]);
}
