import { practiceAction } from "#core/practice/index.ts";
import { practiceNow, takeAction } from "#server/practice/practices.ts";
import { jsonBody, plainText } from "#server/requests/jsonBody.ts";
import type { Route } from "./+types/practice-actions";
import { standToJson, type StandNow } from "../practice/standJson.ts";

const asJson = (now: StandNow) =>
  new Response(standToJson(now), { headers: { "content-type": "application/json" } });

/** The exercise as it stands at this moment. */
export async function loader({ params }: Route.LoaderArgs) {
  const now = await practiceNow(params.practice);
  return now ? asJson(now) : plainText("There is no such exercise.", 404);
}

/** Does an action at the simulated unit, and answers with what it shows. */
export async function action({ request, params }: Route.ActionArgs) {
  const parsed = practiceAction.safeParse(await jsonBody(request, "the action"));
  if (!parsed.success)
    return plainText(
      parsed.error.issues.map((i) => `${i.path.join(".") || "action"}: ${i.message}`).join("; "),
      400,
    );
  const result = await takeAction(params.practice, parsed.data);
  return result.ok ? asJson(result) : plainText(result.message, result.status);
}
