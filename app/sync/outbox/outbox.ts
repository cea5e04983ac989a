import type { EventBody, JobEvent } from "#core/job/index.ts";
import { sendEntry, sendFile } from "./send.ts";
import { change, drop, keep, readWaiting, type Waiting, type WaitingFile } from "./store.ts";
import { takeOver } from "./takeOver.ts";

/**
 * What was entered in this browser and is not acknowledged, of all jobs and all tabs. Each entry is a record of its own in the
 * browser's database; whichever tab holds the lock sends them, in order.
 */

/** Sent again this often while something waits, ms. */
const RETRY_MS = 4000;
/** An entry that the server made a mistake with this often steps aside. */
const MOST_FAILURES = 3;

type Heard =
  | { readonly type: "changed" }
  /** The server has it: pages show it as recorded, without a gap between. */
  | { readonly type: "saved"; readonly job: string; readonly event: JobEvent };

let list: readonly Waiting[] = [];
/** What is not in the browser's database: on its way there, or not taken by it (its storage is full or forbidden). */
let held: readonly Waiting[] = [];
const notKept = new Set<string>();
const listeners = new Set<() => void>();
const savedListeners = new Set<(job: string, event: JobEvent) => void>();
let channel: BroadcastChannel | undefined;

export function waitingNow(): readonly Waiting[] {
  return list;
}

/** Whether this page alone holds something: closing it would lose it. */
export function isHeldByPageOnly(id: string): boolean {
  return notKept.has(id);
}

export function onChange(listener: () => void): () => void {
  begin();
  listeners.add(listener);
  return () => void listeners.delete(listener);
}

/** Hears of every entry that the server has acknowledged, whichever tab sent it. */
export function onSaved(listener: (job: string, event: JobEvent) => void): () => void {
  savedListeners.add(listener);
  return () => void savedListeners.delete(listener);
}

/** Takes something in. It counts at once, is kept in the browser, and is sent. */
export async function put(waiting: Waiting): Promise<void> {
  begin();
  held = [...held, waiting];
  show([...list, waiting]);
  try {
    await keep(waiting);
    letGo(waiting.id);
  } catch {
    notKept.add(waiting.id);
  }
  await changed();
  await drain();
}

let tookOver = false;

/** Takes over, once, what an earlier version of the program left in this browser. */
export async function takeOverOld(person: string): Promise<void> {
  if (tookOver) return;
  tookOver = true;
  await takeOver(person, put);
}

/** Sends a refused one once more: what stood against it may be gone. */
export async function tryAgain(id: string): Promise<void> {
  held = held.map((w) => (w.id === id ? { ...w, status: "waiting", message: "", failures: 0 } : w));
  await change(id, { status: "waiting", message: "", failures: 0 }).catch(() => undefined);
  await changed();
  await drain();
}

export async function discard(id: string): Promise<void> {
  letGo(id);
  show(list.filter((w) => w.id !== id));
  await drop(id).catch(() => undefined);
  await changed();
}

/** Sends what waits: entries and files each in their order, beside each other. */
export async function drain(): Promise<void> {
  await Promise.all([
    underLock("zygodrome.entries", () => pass("entry")),
    underLock("zygodrome.files", () => pass("file")),
  ]);
}

function begin(): void {
  if (channel || typeof BroadcastChannel === "undefined") return;
  channel = new BroadcastChannel("zygodrome.outbox");
  channel.onmessage = ({ data }: MessageEvent<Heard>) => {
    if (data.type === "saved") tellSaved(data.job, data.event);
    void refresh();
  };
  setInterval(() => {
    if (list.some((w) => w.status === "waiting")) void drain();
  }, RETRY_MS);
  window.addEventListener("online", () => void drain());
  window.addEventListener("beforeunload", (event) => {
    if (notKept.size > 0) event.preventDefault();
  });
  void refresh().then(drain);
}

/** One pass over everything of a kind; it ends early where nothing gets through. */
async function pass(kind: Waiting["kind"]): Promise<void> {
  // What comes later in a job may rest on what comes before it, so a job waits behind the one that did not get through.
  const waits = new Set<string>();
  for (;;) {
    const next = (await everything()).find(
      (w) => w.kind === kind && w.status === "waiting" && !waits.has(w.job),
    );
    if (!next) return;
    const became = await sendOne(next);
    if (became === "away") return;
    if (became === "failed") waits.add(next.job);
  }
}

async function sendOne(waiting: Waiting): Promise<"done" | "away" | "failed"> {
  const result =
    waiting.kind === "entry"
      ? await sendEntry(waiting.job, waiting.event)
      : await sendFile(waiting.job, waiting.file);
  if ("saved" in result) {
    letGo(waiting.id);
    if (waiting.kind === "entry") {
      tellSaved(waiting.job, waiting.event);
      channel?.postMessage({ type: "saved", job: waiting.job, event: waiting.event } satisfies Heard);
      await drop(waiting.id).catch(() => undefined);
    } else {
      const entry = attached(waiting, result.saved as Media);
      await drop(waiting.id, entry).catch(() => {
        held = [...held, entry];
        notKept.add(entry.id);
      });
    }
  } else if ("refused" in result) await set(waiting, { status: "refused", message: result.refused });
  else if (result.away) await set(waiting, { message: result.waiting });
  else {
    const failures = (waiting.failures ?? 0) + 1;
    await set(
      waiting,
      failures < MOST_FAILURES
        ? { message: result.waiting, failures }
        : {
            status: "refused",
            message: "The server makes a mistake with this entry. The ones behind it are sent.",
            failures,
          },
    );
  }
  await changed();
  if ("saved" in result && waiting.kind === "file") void drain();
  if (!("waiting" in result)) return "done";
  if (result.away) return "away";
  return (waiting.failures ?? 0) + 1 < MOST_FAILURES ? "failed" : "done";
}

type Media = Extract<EventBody, { type: "attachment" }>["media"];

function attached(waiting: Waiting & { readonly kind: "file" }, media: Media): Waiting {
  const { id, job, jobName, file } = waiting;
  const entry = crypto.randomUUID();
  return {
    kind: "entry",
    id: entry,
    job,
    jobName,
    title: `“${file.name}” attached`,
    since: Date.now(),
    status: "waiting",
    event: {
      id: entry,
      person: file.person,
      at: new Date(waiting.since).toISOString(),
      body: { type: "attachment", of: file.finding, file: id, name: file.name, media },
    },
  };
}

async function set(waiting: Waiting, changes: Partial<Pick<Waiting, "status" | "message" | "failures">>) {
  held = held.map((w) => (w.id === waiting.id ? { ...w, ...changes } : w));
  await change(waiting.id, changes).catch(() => undefined);
}

function letGo(id: string): void {
  held = held.filter((w) => w.id !== id);
  notKept.delete(id);
}

async function changed(): Promise<void> {
  channel?.postMessage({ type: "changed" } satisfies Heard);
  await refresh();
}

async function everything(): Promise<readonly Waiting[]> {
  const kept = await readWaiting().catch(() => [] as Waiting[]);
  const ids = new Set(kept.map((w) => w.id));
  return [...kept, ...held.filter((w) => !ids.has(w.id))];
}

async function refresh(): Promise<void> {
  show(await everything());
}

function show(next: readonly Waiting[]): void {
  list = next;
  for (const listener of listeners) listener();
}

function tellSaved(job: string, event: JobEvent): void {
  for (const listener of savedListeners) listener(job, event);
}

/** Runs under the browser's lock of that name; where another tab sends already, its pass is waited for first. */
async function underLock(name: string, work: () => Promise<void>): Promise<void> {
  if (typeof navigator.locks === "undefined") return work();
  await navigator.locks.request(name, work);
}

export type { Waiting, WaitingFile };
