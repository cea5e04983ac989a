import { data } from "react-router";
import { newestFile } from "#server/units/models.ts";
import type { Route } from "./+types/unit-file";

/** A unit of the library as a file: the same model always as the same bytes. */
export async function loader({ params }: Route.LoaderArgs) {
  const found = await newestFile(params.unit);
  if (!found) throw data(`This shop has no unit “${params.unit}”. Choose one on the board.`, { status: 404 });
  return new Response(`${JSON.stringify(found.file, null, 2)}\n`, {
    headers: {
      "Content-Type": "application/json; charset=utf-8",
      "Content-Disposition": `attachment; filename="${params.unit}.json"`,
    },
  });
}
