import { execute, many, maybeOne, type Connection } from "../database/query.ts";
import { pool } from "../database/pool.ts";

export interface Person {
  readonly id: string;
  readonly name: string;
  /** Came with a job's file, and does not work here. */
  readonly elsewhere: boolean;
}

/** Who works here, and who has written in a job that came as a file. */
export function listPeople(on: Connection = pool()): Promise<Person[]> {
  return many<{ id: string; name: string; elsewhere: boolean }>(
    on,
    "SELECT id, name, elsewhere FROM people ORDER BY added_at, name",
  );
}

/** Adds somebody who wrote in a job that came as a file, and does not work here. */
export async function addFromElsewhere(
  on: Connection,
  { id, name }: Omit<Person, "elsewhere">,
): Promise<void> {
  await execute(on, "INSERT INTO people (id, name, elsewhere) VALUES ($1, $2, true)", [id, name]);
}

export async function personExists(on: Connection, id: string): Promise<boolean> {
  return (
    (await maybeOne<{ id: string }>(on, "SELECT id FROM people WHERE id = $1 AND NOT elsewhere", [id])) !==
    undefined
  );
}
