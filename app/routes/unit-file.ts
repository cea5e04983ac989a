import { data } from "react-router";
import { modelFileOf, newestFile } from "#server/units/models.ts";
import type { Route } from "./+types/unit-file";

/** A unit of the library as a file, or with `?model` one that it was before: the same model always as the same bytes. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const hash = new URL(request.url).searchParams.get("model");
  const file = hash === null ? (await newestFile(params.unit))?.file : await modelFileOf(params.unit, hash);
  if (!file)
    throw data(`This shop has no such unit “${params.unit}”. Choose one on the board.`, { status: 404 });
  return new Response(`${JSON.stringify(file, null, 2)}\n`, {
    headers: {
      "Content-Type": "application/json; charset=utf-8",
      "Content-Disposition": `attachment; filename="${params.unit}.json"`,
    },
  });
}
