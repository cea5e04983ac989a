import { del, get, keys } from "idb-keyval";
import { jobEvent } from "#core/job/index.ts";
import type { Waiting } from "./store.ts";

const ENTRIES = "zygodrome.outbox.";
const FILES = "photos.";

interface OldFile {
  readonly id: string;
  readonly finding: string;
  readonly name: string;
  readonly content: Blob;
}

/**
 * Takes over what an earlier version of the program kept in its own places, and leaves what it cannot read where it is.
 * @param person who works here: files are attached in this name
 */
export async function takeOver(person: string, put: (waiting: Waiting) => Promise<void>): Promise<void> {
  const common = { jobName: "", since: Date.now(), status: "waiting" as const };
  for (const key of Object.keys(localStorage).filter((k) => k.startsWith(ENTRIES))) {
    const job = key.slice(ENTRIES.length);
    const entries = readEntries(localStorage.getItem(key));
    if (!entries) continue;
    for (const event of entries)
      await put({ ...common, kind: "entry", id: event.id, job, title: event.body.type, event });
    localStorage.removeItem(key);
  }
  const old = await keys<string>().catch(() => []);
  for (const key of old.filter((k) => typeof k === "string" && k.startsWith(FILES))) {
    const job = key.slice(FILES.length);
    for (const file of (await get<OldFile[]>(key)) ?? [])
      await put({
        ...common,
        kind: "file",
        id: file.id,
        job,
        title: `“${file.name}”`,
        file: { ...file, person },
      });
    await del(key);
  }
}

function readEntries(text: string | null) {
  try {
    const stored = JSON.parse(text ?? "[]") as { event: unknown }[];
    return stored.map(({ event }) => jobEvent.parse(event));
  } catch {
    return undefined;
  }
}
