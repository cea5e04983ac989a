import { data } from "react-router";
import { newestModelJson } from "#server/units/models.ts";
import type { Route } from "./+types/unit-file";

/** A unit of the library as a file: the same model always as the same bytes. */
export async function loader({ params }: Route.LoaderArgs) {
  const model = await newestModelJson(params.unit);
  if (model === undefined)
    throw data(`This shop has no unit “${params.unit}”. Choose one on the board.`, { status: 404 });
  return new Response(`${JSON.stringify(model, null, 2)}\n`, {
    headers: {
      "Content-Type": "application/json; charset=utf-8",
      "Content-Disposition": `attachment; filename="${params.unit}.json"`,
    },
  });
}
