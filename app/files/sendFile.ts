import type { z } from "zod";

/** Why a file was not taken. */
export interface Refusal {
  readonly status: "refused";
  readonly problems: string[];
}

/** Sends a file. Without a connection, and where the server answers in plain words, the answer is a refusal with its reason. */
export async function sendFile<T>(
  address: string,
  init: Pick<RequestInit, "body" | "headers">,
  answer: z.ZodType<T>,
): Promise<T | Refusal> {
  try {
    const response = await fetch(address, { method: "POST", ...init });
    const isJson = response.headers.get("Content-Type")?.startsWith("application/json");
    return isJson
      ? answer.parse(await response.json())
      : { status: "refused", problems: [await response.text()] };
  } catch {
    return { status: "refused", problems: ["The server can't be reached. Open the file again later."] };
  }
}
