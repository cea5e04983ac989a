import type { JobEvent } from "#core/job/index.ts";
import type { WaitingFile } from "./store.ts";

export type SendResult<T> =
  | { readonly saved: T }
  /** For good: the same thing sent again is refused again. */
  | { readonly refused: string }
  /** Not known to be saved. `away`: nothing gets through now; otherwise it may be this one only. */
  | { readonly waiting: string; readonly away: boolean };

const ENTRY_MS = 15_000;
const FILE_MS = 120_000;

/** Sends one event. Anything but the server's word on it means: not known to be saved, send again. */
export async function sendEntry(job: string, event: JobEvent): Promise<SendResult<true>> {
  return answered(
    () =>
      fetch(`/jobs/${job}/events`, {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify(event),
        signal: AbortSignal.timeout(ENTRY_MS),
      }),
    async () => true as const,
  );
}

/** Sends one photograph or paper, and tells what the server found it to be. */
export async function sendFile(job: string, { id, name, content }: WaitingFile): Promise<SendResult<string>> {
  return answered(
    () =>
      fetch(`/jobs/${job}/files?${new URLSearchParams({ id, name })}`, {
        method: "POST",
        headers: { "Content-Type": "application/octet-stream" },
        body: content,
        signal: AbortSignal.timeout(FILE_MS),
      }),
    async (response) => ((await response.json()) as { media: string }).media,
  );
}

/** Statuses that say "later", not "never": the server is busy, or the request took too long. */
const LATER = [408, 425, 429];

async function answered<T>(
  ask: () => Promise<Response>,
  read: (response: Response) => Promise<T>,
): Promise<SendResult<T>> {
  let response: Response;
  try {
    response = await ask();
    if (response.ok) return { saved: await read(response) };
  } catch {
    return { waiting: "The server does not answer.", away: true };
  }
  const message = await response.text().catch(() => "");
  if (response.status === 503)
    return { waiting: message || "The server cannot save anything now.", away: true };
  if (LATER.includes(response.status)) return { waiting: message || "The server is busy.", away: true };
  if (response.status >= 500) return { waiting: "The server could not save it.", away: false };
  return { refused: message || `The server refused it (${response.status}).` };
}
