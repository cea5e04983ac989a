import { createCookie } from "react-router";
import { endSession, SESSION_SECONDS } from "../people/sessions.ts";

/** The browser's token. No script can read it, and no other site's form sends it. */
const cookie = createCookie("session", { path: "/", httpOnly: true, sameSite: "lax" });

/** Undefined where the browser carries none. */
export async function readSessionCookie(header: string | null | undefined): Promise<string | undefined> {
  const token: unknown = await cookie.parse(header ?? null);
  return typeof token === "string" && token !== "" ? token : undefined;
}

/** @param secure the request came over TLS: the token never goes over anything else */
export function keepSessionCookie(token: string, secure: boolean): Promise<string> {
  return cookie.serialize(token, { maxAge: SESSION_SECONDS, secure });
}

/** Signs a browser in. Who was signed in there before is not any more. */
export async function changeSession(request: Request, token: string, secure: boolean): Promise<string> {
  const before = await readSessionCookie(request.headers.get("Cookie"));
  if (before !== undefined) await endSession(before);
  return keepSessionCookie(token, secure);
}

export function dropSessionCookie(): Promise<string> {
  return cookie.serialize("", { maxAge: 0 });
}
