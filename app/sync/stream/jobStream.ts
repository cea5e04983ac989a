import type { JobEvent } from "#core/job/index.ts";

/**
 * Entries of other people as they are recorded. All tabs of the browser share one connection, for a browser opens six to a server
 * and the seventh job would wait for ever: the tab that was looked at last holds it and tells the others.
 */

const LOCK = "zygodrome.stream";
/** After an error the connection is opened again, the longer after the more often it failed, ms. */
const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 30_000;

type Heard =
  | { readonly type: "want"; readonly job: string; readonly after: number }
  | { readonly type: "leave"; readonly job: string }
  /** A new holder asks what the tabs want. */
  | { readonly type: "who" }
  | { readonly type: "event"; readonly job: string; readonly seq: number; readonly event: JobEvent };

/** Hears an entry, with its place in the log. */
type Tell = (event: JobEvent, seq: number) => void;

/** What this tab shows: job → place up to which it has heard, and who is told. */
const own = new Map<string, { after: number; readonly tell: Set<Tell> }>();
/** What all tabs want, as far as the holder knows. */
const wanted = new Map<string, number>();
let channel: BroadcastChannel | undefined;
let source: EventSource | undefined;
let isHolder = false;
let failures = 0;
let again: ReturnType<typeof setTimeout> | undefined;

/** Tells of a job's entries from a place in the log on, until the function returned is called. */
export function listen(job: string, after: number, tell: Tell): () => void {
  begin();
  const here = own.get(job) ?? { after, tell: new Set() };
  here.after = Math.max(here.after, after);
  here.tell.add(tell);
  own.set(job, here);
  want(job, here.after);
  say({ type: "want", job, after: here.after });
  return () => {
    here.tell.delete(tell);
    if (here.tell.size > 0) return;
    own.delete(job);
    leave(job);
    say({ type: "leave", job });
  };
}

function begin(): void {
  if (channel) return;
  channel = new BroadcastChannel(LOCK);
  channel.onmessage = ({ data }: MessageEvent<Heard>) => hear(data);
  void hold(false);
  document.addEventListener("visibilitychange", () => {
    // A tab in the background may be put to sleep; the one in front never is.
    if (document.visibilityState === "visible" && !isHolder) void hold(true);
  });
  window.addEventListener("pagehide", () => {
    for (const job of own.keys()) say({ type: "leave", job });
  });
  window.addEventListener("pageshow", (event) => {
    if (event.persisted) for (const [job, { after }] of own) say({ type: "want", job, after });
  });
  window.addEventListener("online", reopen);
}

function hear(data: Heard): void {
  if (data.type === "event") return tellOwn(data.job, data.seq, data.event);
  if (data.type === "who") for (const [job, { after }] of own) say({ type: "want", job, after });
  if (data.type === "want") want(data.job, data.after);
  // Another tab may still want it; it says so itself.
  if (data.type === "leave") {
    leave(data.job);
    const here = own.get(data.job);
    if (here) want(data.job, here.after);
    else if (isHolder) say({ type: "who" });
  }
}

/** Holds the connection for as long as nobody takes it away. */
async function hold(steal: boolean): Promise<void> {
  if (typeof navigator.locks === "undefined") return connectAsHolder();
  try {
    await navigator.locks.request(LOCK, steal ? { steal: true } : {}, async () => {
      connectAsHolder();
      await new Promise(() => undefined);
    });
  } catch {
    // Taken by the tab that is looked at now; this one is next in line.
    isHolder = false;
    close();
    if (!steal) return hold(false);
    void hold(false);
  }
}

function connectAsHolder(): void {
  isHolder = true;
  say({ type: "who" });
  for (const [job, { after }] of own) wanted.set(job, after);
  reopen();
}

function want(job: string, after: number): void {
  const before = wanted.get(job);
  wanted.set(job, before === undefined ? after : Math.min(before, after));
  if (isHolder && (before === undefined || after < before)) reopen();
}

function leave(job: string): void {
  if (wanted.delete(job) && isHolder) reopen();
}

function close(): void {
  clearTimeout(again);
  source?.close();
  source = undefined;
}

/** Tabs often say several things at once; the connection is opened when they have said them. */
function reopen(): void {
  if (!isHolder) return;
  clearTimeout(again);
  again = setTimeout(open, 30);
}

function open(): void {
  close();
  if (wanted.size === 0) return;
  const jobs = [...wanted].map(([job, after]) => `${job}:${after}`).join(",");
  source = new EventSource(`/stream?jobs=${jobs}`);
  source.onopen = () => (failures = 0);
  source.onmessage = ({ data }: MessageEvent<string>) => {
    const { job, seq, event } = JSON.parse(data) as { job: string; seq: number; event: JobEvent };
    if (wanted.has(job)) wanted.set(job, Math.max(wanted.get(job)!, seq));
    say({ type: "event", job, seq, event });
    tellOwn(job, seq, event);
  };
  source.onerror = () => {
    // The browser itself begins again only after some kinds of error; this begins again after all of them.
    close();
    again = setTimeout(open, Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** failures++));
  };
}

function tellOwn(job: string, seq: number, event: JobEvent): void {
  const here = own.get(job);
  if (!here || seq <= here.after) return;
  here.after = seq;
  for (const tell of here.tell) tell(event, seq);
}

function say(message: Heard): void {
  channel?.postMessage(message);
}
