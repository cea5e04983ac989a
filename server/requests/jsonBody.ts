import { uncleanText } from "./cleanText.ts";

/** An answer in plain words. */
export const plainText = (message: string, status: number) =>
  new Response(message, { status, headers: { "Content-Type": "text/plain; charset=utf-8" } });

/**
 * The JSON that a request carries, by POST.
 * @param what it should be, for the words of a refusal: "the event"
 * @throws Response 405, 415 or 400, in words
 */
export async function jsonBody(request: Request, what: string): Promise<unknown> {
  const refuse = (message: string, status: number) => {
    throw plainText(message, status);
  };
  if (request.method !== "POST") refuse(`Send ${what} with POST.`, 405);
  if (!request.headers.get("Content-Type")?.startsWith("application/json"))
    refuse(`Send ${what} as JSON.`, 415);
  const json: unknown = await request.json().catch(() => undefined);
  if (json === undefined) refuse("This is no JSON: it may be cut short, or another kind of file.", 400);
  const unclean = uncleanText(json);
  if (unclean) refuse(`${unclean}: this has characters that cannot be kept.`, 400);
  return json;
}
