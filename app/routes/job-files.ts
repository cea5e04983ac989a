import { z } from "zod";
import { fileTooLarge, MOST_FILE_BYTES } from "#core/job/index.ts";
import { checkFile } from "#server/files/checkFile.ts";
import { storeFile } from "#server/files/files.ts";
import type { Route } from "./+types/job-files";

const text = (message: string, status: number) =>
  new Response(message, { status, headers: { "Content-Type": "text/plain; charset=utf-8" } });

/** Takes a file of a job: the body is the file, its id and name stand in the address. Answers once it is committed. */
export async function action({ request, params }: Route.ActionArgs) {
  const { searchParams } = new URL(request.url);
  const id = z.uuid().safeParse(searchParams.get("id"));
  if (!id.success) return text("The file needs an id of its own (a UUID).", 400);
  const name = (searchParams.get("name") ?? "").trim().slice(-200) || "photograph";
  const announced = Number(request.headers.get("Content-Length") ?? 0);
  if (announced > MOST_FILE_BYTES) return text(fileTooLarge(name, announced), 413);
  const bytes = await readBody(request);
  if (!bytes) return text(fileTooLarge(name, MOST_FILE_BYTES + 1), 413);
  const checked = await checkFile(bytes, name);
  if (!checked.ok) return text(checked.message, 422);
  if (!(await storeFile(id.data, params.job, name, checked.file))) return text("There is no such job.", 404);
  return Response.json({ stored: id.data, media: checked.file.media });
}

/** The body, or undefined once it has grown beyond what is taken: it is not read further. */
async function readBody(request: Request): Promise<Buffer | undefined> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  if (!request.body) return Buffer.alloc(0);
  for await (const chunk of request.body as unknown as AsyncIterable<Uint8Array>) {
    size += chunk.length;
    if (size > MOST_FILE_BYTES) return undefined;
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}
