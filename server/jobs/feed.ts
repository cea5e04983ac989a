import { EventEmitter } from "node:events";
import pg from "pg";

/** Every this often the listening connection is tried again after it broke, ms. */
const AGAIN_MS = 1000;

interface Feed {
  readonly heard: EventEmitter;
  readers: number;
  close(): void;
}

const holder = globalThis as typeof globalThis & { zygodromeFeed?: Feed };

/**
 * Calls `heard` whenever an entry has joined the job, whichever process took it, and after a gap in listening.
 * Returns the function that ends it; the last reader takes the connection along.
 */
export function onNewEvents(jobId: string, heard: () => void): () => void {
  const feed = (holder.zygodromeFeed ??= listen());
  feed.heard.on(jobId, heard).on("gap", heard);
  feed.readers++;
  let reading = true;
  return () => {
    if (!reading) return;
    reading = false;
    feed.heard.off(jobId, heard).off("gap", heard);
    if (--feed.readers > 0) return;
    feed.close();
    delete holder.zygodromeFeed;
  };
}

/** One connection of this process listens for all its readers. */
function listen(): Feed {
  const heard = new EventEmitter().setMaxListeners(0);
  let current: pg.Client | undefined;
  let closed = false;
  /** Lets go of a client for good: it may tell of its end more than once, and nobody listens any more. */
  const drop = (client: pg.Client) => {
    if (current === client) current = undefined;
    client.removeAllListeners();
    client.on("error", () => undefined);
    void client.end().catch(() => undefined);
  };
  const connect = async () => {
    if (closed) return;
    const client = new pg.Client({ connectionString: process.env["DATABASE_URL"] });
    current = client;
    const again = () => {
      // Its error, its end and its failed connection tell of the same loss.
      if (current !== client) return;
      drop(client);
      if (!closed) setTimeout(() => void connect(), AGAIN_MS).unref();
    };
    client.on("error", again);
    client.on("end", again);
    client.on("notification", ({ payload }) => payload && heard.emit(payload));
    try {
      await client.connect();
      await client.query("LISTEN job_events");
      // What came while nobody listened is told now.
      heard.emit("gap");
    } catch {
      again();
    }
  };
  void connect();
  return {
    heard,
    readers: 0,
    close: () => {
      closed = true;
      if (current) drop(current);
    },
  };
}
