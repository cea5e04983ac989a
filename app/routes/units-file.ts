import { jsonBody } from "#server/requests/jsonBody.ts";
import { takeUnitFile } from "#server/units/takeUnitFile.ts";
import type { Route } from "./+types/units-file";

const STATUS = { taken: 200, there: 200, refused: 400, known: 409, changed: 409 } as const;

/** Takes a unit's file into the library. `?revise` says that a unit which is there may get a new revision; `base` from which it was made. */
export async function action({ request }: Route.ActionArgs) {
  const json = await jsonBody(request, "the unit");
  const asked = new URL(request.url).searchParams;
  const taken = await takeUnitFile(json, asked.has("revise"), asked.get("base") ?? undefined);
  return Response.json(taken, { status: STATUS[taken.status] });
}
