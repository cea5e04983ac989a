import { pool } from "#server/database/pool.ts";
import { engineStamp, readZippedDictionary } from "#server/units/dictionaries.ts";
import type { Route } from "./+types/dictionary";

/** A model's fault dictionary, packed. What is at an address never changes, so a browser keeps it. */
export async function loader({ params }: Route.LoaderArgs) {
  const zipped =
    params.engine === engineStamp() ? await readZippedDictionary(pool(), params.hash) : undefined;
  if (!zipped) throw new Response("There is no such dictionary here yet.", { status: 404 });
  return new Response(new Uint8Array(zipped), {
    headers: {
      "Content-Type": "application/octet-stream",
      "Content-Encoding": "gzip",
      "Cache-Control": "private, max-age=31536000, immutable",
    },
  });
}
