import { redirect, redirectDocument } from "react-router";
import { pool } from "#server/database/pool.ts";
import { whoActs } from "#server/people/acting.ts";
import { audit } from "#server/people/audit.ts";
import { endSession } from "#server/people/sessions.ts";
import { dropSessionCookie, readSessionCookie } from "#server/requests/sessionCookie.ts";
import type { Route } from "./+types/sign-out";

export const loader = () => redirect("/");

/** Ends the session of this browser. */
export async function action({ request }: Route.ActionArgs) {
  const token = await readSessionCookie(request.headers.get("Cookie"));
  if (token !== undefined) await endSession(token);
  if (whoActs()?.person) await audit(pool(), "signed out");
  return redirectDocument("/sign-in", { headers: { "Set-Cookie": await dropSessionCookie() } });
}
