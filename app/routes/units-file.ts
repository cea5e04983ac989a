import { takeUnitFile } from "#server/units/takeUnitFile.ts";
import { uncleanText } from "#server/requests/cleanText.ts";
import type { Route } from "./+types/units-file";

const text = (message: string, status: number) =>
  new Response(message, { status, headers: { "Content-Type": "text/plain; charset=utf-8" } });

/** Takes a unit's file into the library. `?revise` says that a unit which is there may get a new revision. */
export async function action({ request }: Route.ActionArgs) {
  if (request.method !== "POST") return text("Send the unit with POST.", 405);
  if (!request.headers.get("Content-Type")?.startsWith("application/json"))
    return text("Send the unit as JSON.", 415);
  const json: unknown = await request.json().catch(() => undefined);
  if (json === undefined) return text("This is no JSON: it may be cut short, or another kind of file.", 400);
  const unclean = uncleanText(json);
  if (unclean) return text(`${unclean}: this has characters that cannot be kept.`, 400);
  const taken = await takeUnitFile(json, new URL(request.url).searchParams.has("revise"));
  return Response.json(taken, {
    status: taken.status === "refused" ? 400 : taken.status === "known" ? 409 : 200,
  });
}
