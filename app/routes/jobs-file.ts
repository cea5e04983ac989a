import { readJobArchive, MOST_JSON_BYTES } from "#server/jobs/file/readJobArchive.ts";
import { takeJobFile } from "#server/jobs/file/takeJobFile.ts";
import { plainText } from "#server/requests/jsonBody.ts";
import type { Route } from "./+types/jobs-file";

const STATUS = { taken: 200, there: 200, refused: 400 } as const;
/** How every ZIP begins (PKWARE APPNOTE 4.3.7). */
const ZIP = "PK\u0003\u0004";

/** Takes a whole job in, as job.json or job.zip: what it is tells the body's first bytes. */
export async function action({ request }: Route.ActionArgs) {
  if (request.method !== "POST") return plainText("Send the job with POST.", 405);
  const bytes = Buffer.from(await request.arrayBuffer());
  const isZip = bytes.subarray(0, 4).toString("latin1") === ZIP;
  if (!isZip && bytes.length > MOST_JSON_BYTES)
    return plainText(`A job.json has ${MOST_JSON_BYTES / 1024 / 1024} MB at most.`, 413);
  const archive = isZip ? readJobArchive(bytes) : undefined;
  if (archive && !archive.ok)
    return Response.json({ status: "refused", problems: [archive.problem] }, { status: 400 });
  const json = parse(archive?.archive.json ?? bytes.toString("utf8"));
  if (json === undefined)
    return Response.json(
      {
        status: "refused",
        problems: ["This is no JSON and no ZIP: it may be cut short, or another kind of file."],
      },
      { status: 400 },
    );
  const taken = await takeJobFile(json, archive?.archive.files ?? new Map());
  return Response.json(taken, { status: STATUS[taken.status] });
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text.replace(/^\uFEFF/u, ""));
  } catch {
    return undefined;
  }
}
