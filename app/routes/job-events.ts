import { jobEvent } from "#core/job/index.ts";
import { recordEvent } from "#server/jobs/recordEvent.ts";
import { jsonBody, plainText } from "#server/requests/jsonBody.ts";
import type { Route } from "./+types/job-events";

/** Takes one event into a job's log. Answers only once it is committed. */
export async function action({ request, params }: Route.ActionArgs) {
  const parsed = jobEvent.safeParse(await jsonBody(request, "the event"));
  if (!parsed.success)
    return plainText(
      parsed.error.issues.map((i) => `${i.path.join(".") || "event"}: ${i.message}`).join("; "),
      400,
    );
  const result = await recordEvent(params.job, parsed.data);
  return result.ok
    ? Response.json({ recorded: parsed.data.id, repeated: result.repeated })
    : plainText(result.message, result.status);
}
