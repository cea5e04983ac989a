import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import type { JobEvent } from "#core/job/index.ts";

/** A photograph or a paper on its way to the server. */
export interface WaitingFile {
  readonly id: string;
  readonly finding: string;
  readonly name: string;
  /** Who attached it: the entry that it becomes carries the name. */
  readonly person: string;
  readonly content: Blob;
}

interface Common {
  readonly id: string;
  readonly job: string;
  /** What it is, in words for any page: what was typed, and what it came to. */
  readonly title: string;
  /** Where it belongs: number and unit of the job. */
  readonly jobName: string;
  /** When it was entered, ms since 1970. */
  readonly since: number;
  readonly status: "waiting" | "refused";
  /** Why it waits or was refused. */
  readonly message?: string;
  /** How often the server made a mistake with just this one. */
  readonly failures?: number;
}

/** Something that was entered here and that the server has not acknowledged. */
export type Waiting = Common &
  (
    | { readonly kind: "entry"; readonly event: JobEvent }
    | { readonly kind: "file"; readonly file: WaitingFile }
  );

interface Schema extends DBSchema {
  /** One record each, in the order in which they were entered; two tabs never write the same one. */
  waiting: { key: number; value: Waiting; indexes: { id: string } };
}

let opened: Promise<IDBPDatabase<Schema>> | undefined;

function database(): Promise<IDBPDatabase<Schema>> {
  return (opened ??= openDB<Schema>("zygodrome", 1, {
    upgrade: (db) => {
      db.createObjectStore("waiting", { autoIncrement: true }).createIndex("id", "id", { unique: true });
    },
    terminated: () => (opened = undefined),
  }).catch((error: unknown) => {
    opened = undefined;
    throw error;
  }));
}

/** Everything that waits, in the order in which it was entered. */
export async function readWaiting(): Promise<Waiting[]> {
  return (await database()).getAll("waiting");
}

/** Keeps it, on the disk before this returns. One that is kept already stays as it is. */
export async function keep(waiting: Waiting): Promise<void> {
  const transaction = (await database()).transaction("waiting", "readwrite", { durability: "strict" });
  if ((await transaction.store.index("id").getKey(waiting.id)) === undefined)
    await transaction.store.add(waiting);
  await transaction.done;
}

/** Writes down what became of it; nothing where it is gone meanwhile. */
export async function change(id: string, changes: Partial<Common>): Promise<void> {
  const transaction = (await database()).transaction("waiting", "readwrite");
  const key = await transaction.store.index("id").getKey(id);
  const was = key === undefined ? undefined : await transaction.store.get(key);
  if (was) await transaction.store.put({ ...was, ...changes }, key);
  await transaction.done;
}

/** Takes it out, and puts what follows from it in its place: a file that arrived becomes an entry. */
export async function drop(id: string, then?: Waiting): Promise<void> {
  const transaction = (await database()).transaction("waiting", "readwrite", { durability: "strict" });
  const key = await transaction.store.index("id").getKey(id);
  if (key !== undefined) await transaction.store.delete(key);
  if (then) await transaction.store.add(then);
  await transaction.done;
}
