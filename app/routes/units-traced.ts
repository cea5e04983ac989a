import { jsonBody, plainText } from "#server/requests/jsonBody.ts";
import { saveTraced, tracedUnit } from "#server/units/saveTraced.ts";
import type { Route } from "./+types/units-traced";

/** Takes a unit into the library that was traced, or made of its wiring list. */
export async function action({ request }: Route.ActionArgs) {
  const parsed = tracedUnit.safeParse(await jsonBody(request, "the unit"));
  if (!parsed.success) return plainText(parsed.error.issues.map((i) => i.message).join(" "), 400);
  const saved = await saveTraced(parsed.data);
  return saved.ok ? Response.json({ unit: saved.unit }) : plainText(saved.message, 400);
}
