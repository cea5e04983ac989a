import { z } from "zod";
import { fileTooLarge, MOST_FILE_BYTES } from "#core/job/index.ts";
import { plainText } from "../requests/jsonBody.ts";
import { checkFile, type CheckedFile } from "./checkFile.ts";

/** A file as it came in: its id and name from the address, its bytes looked through. */
export interface ReceivedFile {
  readonly id: string;
  readonly name: string;
  readonly file: CheckedFile;
}

/**
 * The file that a request carries as its body; `?id` is its own (a UUID), `?name` what it is called.
 * @throws Response 400, 413 or 422, in words
 */
export async function receiveFile(request: Request): Promise<ReceivedFile> {
  const { searchParams } = new URL(request.url);
  const id = z.uuid().safeParse(searchParams.get("id"));
  if (!id.success) throw plainText("The file needs an id of its own (a UUID).", 400);
  const name = (searchParams.get("name") ?? "").trim().slice(-200) || "photograph";
  const announced = Number(request.headers.get("Content-Length") ?? 0);
  if (announced > MOST_FILE_BYTES) throw plainText(fileTooLarge(name, announced), 413);
  const bytes = await readBody(request);
  if (!bytes) throw plainText(fileTooLarge(name, MOST_FILE_BYTES + 1), 413);
  const checked = await checkFile(bytes, name);
  if (!checked.ok) throw plainText(checked.message, 422);
  return { id: id.data, name, file: checked.file };
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
