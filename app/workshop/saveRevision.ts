import { z } from "zod";
import type { Json } from "#core/workshop/index.ts";

const answer = z.discriminatedUnion("status", [
  z.object({ status: z.enum(["taken", "there"]), unit: z.string() }),
  z.object({ status: z.literal("refused"), problems: z.array(z.string()) }),
  z.object({ status: z.literal("changed"), unit: z.string(), name: z.string(), newest: z.string() }),
]);

export type Saved =
  | { readonly ok: true; readonly unit: string }
  | { readonly ok: false; readonly newest?: string; readonly problems: readonly string[] };

/**
 * Sends a file that was edited as the newest revision of its unit.
 * @param base the revision that it began from: where another has been saved since, nothing is stored and that is said
 */
export async function saveRevision(file: Json, base: string): Promise<Saved> {
  const refuse = (problems: readonly string[]): Saved => ({ ok: false, problems });
  try {
    const response = await fetch(`/units/file?revise&base=${encodeURIComponent(base)}`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(file),
    });
    if (!response.headers.get("Content-Type")?.startsWith("application/json"))
      return refuse([await response.text()]);
    const said = answer.parse(await response.json());
    if (said.status === "refused") return refuse(said.problems);
    if (said.status === "changed")
      return {
        ok: false,
        newest: said.newest,
        problems: [`${said.name} was saved by somebody else since you began. Nothing of yours is lost.`],
      };
    return { ok: true, unit: said.unit };
  } catch {
    return refuse([
      "Not saved: the server can't be reached. What you changed is kept in this browser; save again later.",
    ]);
  }
}
