import { readFile } from "#server/files/files.ts";
import type { Route } from "./+types/file";

/** A file of a job, or with `?thumbnail` its small picture. It never changes, so it may be kept. */
export async function loader({ request, params }: Route.LoaderArgs) {
  const file = await readFile(params.file, new URL(request.url).searchParams.has("thumbnail"));
  if (!file) throw new Response("There is no such file.", { status: 404 });
  return new Response(new Uint8Array(file.content), {
    headers: {
      "Content-Type": file.media,
      "Content-Disposition": `inline; filename*=UTF-8''${encodeURIComponent(file.name)}`,
      "Content-Security-Policy": "default-src 'none'; sandbox",
      "Cache-Control": "private, max-age=31536000, immutable",
    },
  });
}
