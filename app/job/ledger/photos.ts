import { get, set } from "idb-keyval";
import { fileTooLarge, MOST_FILE_BYTES } from "#core/job/index.ts";

/** A photograph on its way to the server; it stays in the browser's store until the server has it. */
export interface Photo {
  readonly id: string;
  readonly finding: string;
  readonly name: string;
  readonly content: Blob;
}

const key = (job: string) => `photos.${job}`;

/** Why a file cannot be attached, as far as it can be known before it is sent. */
export function photoProblem(file: File): string | undefined {
  if (file.size === 0) return `“${file.name}” is empty.`;
  if (file.size > MOST_FILE_BYTES) return fileTooLarge(file.name, file.size);
  return undefined;
}

export async function waitingPhotos(job: string): Promise<Photo[]> {
  return (await get<Photo[]>(key(job)).catch(() => undefined)) ?? [];
}

export async function keepPhotos(job: string, photos: readonly Photo[]): Promise<void> {
  // A store that is full or forbidden: the photograph is still held by the open page.
  await set(key(job), photos).catch(() => undefined);
}

export type PhotoResult =
  { readonly media: string } | { readonly refused: string } | { readonly waiting: string };

/** Sends one photograph. */
export async function sendPhoto(job: string, { id, name, content }: Photo): Promise<PhotoResult> {
  let response: Response;
  try {
    response = await fetch(`/jobs/${job}/files?${new URLSearchParams({ id, name })}`, {
      method: "POST",
      headers: { "Content-Type": "application/octet-stream" },
      body: content,
      signal: AbortSignal.timeout(120_000),
    });
  } catch {
    return { waiting: "The server does not answer." };
  }
  if (response.ok) return { media: ((await response.json()) as { media: string }).media };
  const message = await response.text().catch(() => "");
  return response.status >= 500
    ? { waiting: "The server could not save it." }
    : { refused: message || `The server refused it (${response.status}).` };
}
