import { many, maybeOne, type Connection } from "../database/query.ts";
import { pool } from "../database/pool.ts";

export interface Person {
  readonly id: string;
  readonly name: string;
}

export function listPeople(): Promise<Person[]> {
  return many<{ id: string; name: string }>(pool(), "SELECT id, name FROM people ORDER BY added_at, name");
}

export async function personExists(on: Connection, id: string): Promise<boolean> {
  return (await maybeOne<{ id: string }>(on, "SELECT id FROM people WHERE id = $1", [id])) !== undefined;
}
