import { jobEvent } from "#core/job/index.ts";
import { recordEvent } from "#server/jobs/recordEvent.ts";
import { uncleanText } from "#server/requests/cleanText.ts";
import type { Route } from "./+types/job-events";

const text = (message: string, status: number) =>
  new Response(message, { status, headers: { "Content-Type": "text/plain; charset=utf-8" } });

/** Takes one event into a job's log. Answers only once it is committed. */
export async function action({ request, params }: Route.ActionArgs) {
  if (request.method !== "POST") return text("Send an event with POST.", 405);
  if (!request.headers.get("Content-Type")?.startsWith("application/json"))
    return text("Send the event as JSON.", 415);
  const json: unknown = await request.json().catch(() => undefined);
  const unclean = uncleanText(json);
  if (unclean) return text(`${unclean}: this has characters that cannot be kept.`, 400);
  const parsed = jobEvent.safeParse(json);
  if (!parsed.success)
    return text(
      parsed.error.issues.map((i) => `${i.path.join(".") || "event"}: ${i.message}`).join("; "),
      400,
    );
  const result = await recordEvent(params.job, parsed.data);
  return result.ok
    ? Response.json({ recorded: parsed.data.id, repeated: result.repeated })
    : text(result.message, result.status);
}
