import type { Request, RequestHandler, Response } from "express";
import { DatabaseGone } from "../database/gone.ts";
import { inShop } from "../database/shopOfWork.ts";
import { actingAs, type Acting } from "../people/acting.ts";
import { findSession } from "../people/sessions.ts";
import { shopIsThere } from "../shop/settings.ts";
import { readSessionCookie } from "./sessionCookie.ts";
import { isAllowed, whoMay } from "./routeRules.ts";

const LOOPBACK = new Set(["127.0.0.1", "::1", "::ffff:127.0.0.1"]);

/**
 * Who sits at the machine itself, where the shop that was started there needs no sign-in (ZYGODROME_MACHINE_SHOP). What came
 * through a proxy came from elsewhere, whatever the last address is.
 */
async function atTheMachine(request: Request): Promise<Acting | undefined> {
  const shop = process.env["ZYGODROME_MACHINE_SHOP"];
  return shop && cameFromHere(request) && (await isThere(shop)) ? { shop } : undefined;
}

/** A backup of other shops may have been restored here. Once seen, a shop stays. */
const seen = new Set<string>();
async function isThere(shop: string): Promise<boolean> {
  if (seen.has(shop)) return true;
  // Without the database the page itself says so.
  const there = await inShop(shop, shopIsThere).catch(() => undefined);
  if (there) seen.add(shop);
  return there !== false;
}

function cameFromHere({ socket, headers }: Request): boolean {
  const forwarded =
    headers["x-forwarded-for"] ?? headers["forwarded"] ?? headers["x-real-ip"] ?? headers["via"];
  return forwarded === undefined && LOOPBACK.has(socket.remoteAddress ?? "");
}

/** For what is told on this machine only. */
export const atThisMachine: RequestHandler = (request, response, next) => {
  if (cameFromHere(request)) next();
  else say(response, 404, "There is no page at this address.");
};

/**
 * Lets a request through as who sent it, where the rule of its route (routeRules.ts) lets them. Pages that need a sign-in lead to
 * it and come back; everything else is answered in words.
 */
export const signedIn: RequestHandler = (request, response, next) => {
  void readSessionCookie(request.headers.cookie)
    .then((token) => (token === undefined ? undefined : findSession(token)))
    .then(async (session) => {
      const acting = session ?? (await atTheMachine(request));
      const who = whoMay(request.method, request.path);
      if (who === "nobody") return say(response, 405, "Nothing is taken at this address.");
      // A route that is not there: the program's own page says so, to whoever may see one.
      if (!acting && who !== "anybody") return askToSignIn(request, response);
      const role = acting && (acting.person?.role ?? "at the machine");
      if (who !== undefined && !isAllowed(who, role)) return refuse(request, response, role);
      if (acting) actingAs(acting, next);
      else next();
    })
    .catch((error: unknown) => {
      if (!(error instanceof DatabaseGone)) return next(error);
      say(
        response.setHeader("Retry-After", "2"),
        503,
        "The database does not answer at the moment. Try again.",
      );
    });
};

const isPage = ({ method, headers }: Request) =>
  method === "GET" && (headers.accept ?? "").includes("text/html");

function askToSignIn(request: Request, response: Response): void {
  if (isPage(request)) response.redirect(303, `/sign-in?to=${encodeURIComponent(request.originalUrl)}`);
  else say(response, 401, "Sign in first: nobody is signed in here any more. What you entered waits.");
}

function refuse(request: Request, response: Response, role: string | undefined): void {
  if (role === "learner" && isPage(request) && request.path === "/") response.redirect(303, "/practice");
  else
    say(
      response,
      403,
      role === "learner"
        ? "Who is learning works in Practice only. A lead can change that."
        : "This is for a lead of the shop.",
    );
}

function say(response: Response, status: number, text: string): void {
  response.status(status).type("text/plain").send(text);
}
