import type { JobEvent } from "#core/job/index.ts";

/** An event on its way to the server. It stays here, in the browser's storage, until the server has acknowledged it. */
export interface Pending {
  readonly event: JobEvent;
  readonly status: "sending" | "waiting" | "refused";
  /** Why it waits or was refused. */
  readonly message?: string;
}

const key = (job: string) => `zygodrome.outbox.${job}`;

export function loadOutbox(job: string): Pending[] {
  try {
    const stored = JSON.parse(localStorage.getItem(key(job)) ?? "[]") as Pending[];
    return stored.map((p) => (p.status === "sending" ? { ...p, status: "waiting" } : p));
  } catch {
    return [];
  }
}

export function saveOutbox(job: string, pending: readonly Pending[]): void {
  try {
    if (pending.length === 0) localStorage.removeItem(key(job));
    else localStorage.setItem(key(job), JSON.stringify(pending));
  } catch {
    // Storage is full or forbidden: the entry is still held by the open page and sent from there.
  }
}

export type SendResult = "saved" | { readonly refused: string } | { readonly waiting: string };

/** Sends one event. Anything but the server's word on it means: not known to be saved, send again. */
export async function send(job: string, event: JobEvent): Promise<SendResult> {
  let response: Response;
  try {
    response = await fetch(`/jobs/${job}/events`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(event),
      signal: AbortSignal.timeout(15_000),
    });
  } catch {
    return { waiting: "The server does not answer." };
  }
  if (response.ok) return "saved";
  const message = await response.text().catch(() => "");
  if (response.status >= 500) return { waiting: "The server could not save it." };
  return { refused: message || `The server refused it (${response.status}).` };
}
