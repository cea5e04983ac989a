import { readEventsAfter } from "#server/jobs/readJob.ts";
import { onNewEvents } from "#server/jobs/feed.ts";
import type { Route } from "./+types/job-stream";

/** A line now and then, so that nothing between here and the browser takes the silence for an end, ms. */
const PULSE_MS = 20_000;

/** The job's entries as they are recorded, as server-sent events; each carries its place in the log as its id. */
export async function loader({ request, params }: Route.LoaderArgs) {
  const url = new URL(request.url);
  const given = Number(request.headers.get("Last-Event-ID") ?? url.searchParams.get("after") ?? 0);
  let after = Number.isSafeInteger(given) && given >= 0 ? given : 0;
  const first = await readEventsAfter(params.job, after);
  if (!first) return new Response("There is no such job.", { status: 404 });
  const encode = new TextEncoder();
  let end = (): void => undefined;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      let sending = Promise.resolve();
      let open = true;
      const write = (text: string) => open && controller.enqueue(encode.encode(text));
      const send = () => {
        sending = sending.then(async () => {
          const events = (await readEventsAfter(params.job, after).catch(() => undefined)) ?? [];
          for (const { seq, event } of events) {
            write(`id: ${seq}\ndata: ${JSON.stringify(event)}\n\n`);
            after = seq;
          }
        });
      };
      const forget = onNewEvents(params.job, send);
      const pulse = setInterval(() => write(": still here\n\n"), PULSE_MS);
      write("retry: 2000\n\n");
      send();
      // The reader left, or the answer was cancelled: whichever is heard of first ends it, once.
      end = () => {
        if (!open) return;
        open = false;
        forget();
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
