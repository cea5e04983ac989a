import { saveTraced, tracedUnit } from "#server/units/saveTraced.ts";
import { uncleanText } from "#server/requests/cleanText.ts";
import type { Route } from "./+types/units-traced";

const text = (message: string, status: number) =>
  new Response(message, { status, headers: { "Content-Type": "text/plain; charset=utf-8" } });

/** Takes a traced unit into the library. */
export async function action({ request }: Route.ActionArgs) {
  if (request.method !== "POST") return text("Send the unit with POST.", 405);
  if (!request.headers.get("Content-Type")?.startsWith("application/json"))
    return text("Send the unit as JSON.", 415);
  const json: unknown = await request.json().catch(() => undefined);
  const unclean = uncleanText(json);
  if (unclean) return text(`${unclean}: this has characters that cannot be kept.`, 400);
  const parsed = tracedUnit.safeParse(json);
  if (!parsed.success) return text(parsed.error.issues.map((i) => i.message).join(" "), 400);
  const saved = await saveTraced(parsed.data);
  return saved.ok ? Response.json({ unit: saved.unit }) : text(saved.message, 400);
}
