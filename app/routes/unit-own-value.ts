import { jsonBody, plainText } from "#server/requests/jsonBody.ts";
import { keepOwnValue, soundReading } from "#server/units/ownValue.ts";
import type { Route } from "./+types/unit-own-value";

/** Keeps what a reading on a sound unit tells of a part that nobody knew; answers with what became of it, in words. */
export async function action({ request, params }: Route.ActionArgs) {
  const parsed = soundReading.safeParse(await jsonBody(request, "the reading"));
  if (!parsed.success)
    return plainText(
      parsed.error.issues.map((i) => `${i.path.join(".") || "reading"}: ${i.message}`).join("; "),
      400,
    );
  const kept = await keepOwnValue(params.unit, parsed.data);
  return plainText(kept.said, kept.ok ? 200 : kept.status);
}
