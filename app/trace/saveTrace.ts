import { z } from "zod";

/** What is sent to the library: a unit's name, and the lines or the list that it is made of. */
export interface UnitSource {
  readonly unit?: string;
  readonly name: string;
  readonly maker: string;
  readonly lines?: readonly string[];
  readonly list?: object;
}

const answer = z.object({ unit: z.string() });

export type SaveAnswer =
  { readonly ok: true; readonly unit: string } | { readonly ok: false; readonly message: string };

/** Sends a unit to the library. What the server refuses comes back with its reason; without a connection, so does that. */
export async function saveTrace(source: UnitSource): Promise<SaveAnswer> {
  try {
    const response = await fetch("/units/traced", {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(source),
    });
    if (!response.ok) return { ok: false, message: await response.text() };
    return { ok: true, unit: answer.parse(await response.json()).unit };
  } catch {
    return {
      ok: false,
      message:
        "Not saved: the server can't be reached. What you entered is kept in this browser; save again later.",
    };
  }
}
