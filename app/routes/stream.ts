import { AsyncLocalStorage } from "node:async_hooks";
import { z } from "zod";
import { onNewEvents } from "#server/jobs/feed.ts";
import { readEventsAfter } from "#server/jobs/readJob.ts";
import type { Route } from "./+types/stream";

/** A line now and then, so that nothing between here and the browser takes the silence for an end, ms. */
const PULSE_MS = 20_000;
/** Jobs that one browser may have open at a time. */
const MOST_JOBS = 60;

const wanted = z
  .array(z.object({ job: z.uuid(), after: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER) }))
  .max(MOST_JOBS);

/**
 * The entries of several jobs as they are recorded, as server-sent events: `?jobs=ID:PLACE,…`, each from a place in the log on.
 * Each event carries its job and its place, from which the browser goes on after a break.
 */
export function loader({ request }: Route.LoaderArgs) {
  const asked = new URL(request.url).searchParams.get("jobs") ?? "";
  const jobs = wanted.safeParse(
    asked.split(",").map((one) => {
      const [job, after] = one.split(":");
      return { job, after };
    }),
  );
  if (!jobs.success)
    return new Response("Say which jobs, each with the place from which on: jobs=ID:0,…", { status: 400 });
  const encode = new TextEncoder();
  let end = (): void => undefined;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      let open = true;
      const write = (text: string) => open && controller.enqueue(encode.encode(text));
      const forgets = jobs.data.map(({ job, after }) =>
        follow(job, after, (seq, event) => write(`data: ${JSON.stringify({ job, seq, event })}\n\n`)),
      );
      const pulse = setInterval(() => write(": still here\n\n"), PULSE_MS);
      write(": here\n\n");
      // The reader left, or the answer was cancelled: whichever is heard of first ends it, once.
      end = () => {
        if (!open) return;
        open = false;
        for (const forget of forgets) forget();
        clearInterval(pulse);
      };
      request.signal.addEventListener("abort", end);
    },
    cancel: () => end(),
  });
  return new Response(stream, {
    headers: { "Content-Type": "text/event-stream", "Cache-Control": "no-cache, no-transform" },
  });
}

/** Tells of a job's entries after a place, one after the other, and returns what ends it. */
function follow(job: string, after: number, tell: (seq: number, event: unknown) => void): () => void {
  let sending = Promise.resolve();
  const send = () => {
    sending = sending.then(async () => {
      // Without an answer the next notice, or the one after a gap, asks again.
      const events = (await readEventsAfter(job, after).catch(() => undefined)) ?? [];
      for (const { seq, event } of events) {
        tell(seq, event);
        after = seq;
      }
    });
  };
  // It is called from the listening connection, and asks for this shop.
  const forget = onNewEvents(job, AsyncLocalStorage.bind(send));
  send();
  return forget;
}
