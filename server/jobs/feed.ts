import { EventEmitter } from "node:events";
import pg from "pg";

/** Every this often the listening connection is tried again after it broke, ms. */
const AGAIN_MS = 1000;

const holder = globalThis as typeof globalThis & { zygodromeFeed?: EventEmitter };

/**
 * Calls `heard` whenever an entry has joined the job, whichever process took it, and after a gap in listening.
 * Returns the function that ends it.
 */
export function onNewEvents(jobId: string, heard: () => void): () => void {
  const feed = (holder.zygodromeFeed ??= listen());
  feed.on(jobId, heard);
  feed.on("gap", heard);
  return () => {
    feed.off(jobId, heard);
    feed.off("gap", heard);
  };
}

/** One connection of this process listens for all its readers. */
function listen(): EventEmitter {
  const feed = new EventEmitter().setMaxListeners(0);
  const connect = async () => {
    const client = new pg.Client({ connectionString: process.env["DATABASE_URL"] });
    const again = () => {
      client.removeAllListeners();
      client.on("error", () => undefined);
      void client.end().catch(() => undefined);
      setTimeout(() => void connect(), AGAIN_MS).unref();
    };
    client.once("error", again);
    client.once("end", again);
    client.on("notification", ({ payload }) => payload && feed.emit(payload));
    try {
      await client.connect();
      await client.query("LISTEN job_events");
      // What came while nobody listened is told now.
      feed.emit("gap");
    } catch {
      again();
    }
  };
  void connect();
  return feed;
}
