import { execute, many, maybeOne, type Connection } from "../database/query.ts";
import { nameRefusal } from "./acting.ts";
import { pool } from "../database/pool.ts";

export interface Person {
  readonly id: string;
  readonly name: string;
  /** Came with a job's file, and does not work here. */
  readonly elsewhere: boolean;
  /** A lead sets exercises; a learner works in practice only. */
  readonly role: Role;
  /** Does not work here any more. */
  readonly left: boolean;
}

export const ROLES = ["lead", "technician", "learner"] as const;
export type Role = (typeof ROLES)[number];

/** Who works here, and who has written in a job that came as a file. */
export function listPeople(on: Connection = pool()): Promise<Person[]> {
  return many<{ id: string; name: string; elsewhere: boolean; role: Role; left: boolean }>(
    on,
    "SELECT id, name, elsewhere, role, left_at IS NOT NULL AS left FROM people ORDER BY added_at, name",
  );
}

/** Adds somebody who wrote in a job that came as a file, and does not work here. */
export async function addFromElsewhere(
  on: Connection,
  { id, name }: Pick<Person, "id" | "name">,
): Promise<void> {
  await execute(on, "INSERT INTO people (id, name, elsewhere) VALUES ($1, $2, true)", [id, name]);
}

/** Whether somebody works here, and what is sent may stand under their name. */
export async function personExists(on: Connection, id: string): Promise<boolean> {
  return (
    nameRefusal(id) === undefined &&
    (await maybeOne<{ id: string }>(
      on,
      "SELECT id FROM people WHERE id = $1 AND NOT elsewhere AND left_at IS NULL",
      [id],
    )) !== undefined
  );
}

/** Why somebody may not work on jobs; undefined where they may. */
export async function jobRefusal(on: Connection, id: string): Promise<string | undefined> {
  const refusal = nameRefusal(id);
  if (refusal !== undefined) return refusal;
  const person = await maybeOne<{ name: string; role: Role }>(
    on,
    "SELECT name, role FROM people WHERE id = $1 AND NOT elsewhere AND left_at IS NULL",
    [id],
  );
  if (!person) return `Nobody “${id}” works in this shop. Choose who is working at the top of the page.`;
  return person.role === "learner"
    ? `${person.name} is learning, and works in Practice only. A lead can change that in Settings.`
    : undefined;
}
