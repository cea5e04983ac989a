import { z } from "zod";
import type { TraceDraft } from "./traceDraft.ts";

const answer = z.object({ unit: z.string() });

export type SaveAnswer =
  { readonly ok: true; readonly unit: string } | { readonly ok: false; readonly message: string };

/** Sends a traced unit to the library. What the server refuses comes back with its reason; without a connection, so does that. */
export async function saveTrace(
  unit: string | undefined,
  { name, maker, lines }: TraceDraft,
): Promise<SaveAnswer> {
  try {
    const response = await fetch("/units/traced", {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ ...(unit === undefined ? {} : { unit }), name, maker, lines }),
    });
    if (!response.ok) return { ok: false, message: await response.text() };
    return { ok: true, unit: answer.parse(await response.json()).unit };
  } catch {
    return {
      ok: false,
      message:
        "Not saved: the server can't be reached. What you traced is kept in this browser; save again later.",
    };
  }
}
