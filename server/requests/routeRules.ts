import { LRUCache } from "lru-cache";
import { matchPath } from "react-router";
import type { Role } from "../people/people.ts";

/** Who may open an address, and who may send to it: nobody signed in, or at least somebody of a role. */
export type Who = "anybody" | Role;
interface Rule {
  readonly read: Who;
  /** Where it is left out, nothing is taken there. */
  readonly send?: Who;
}

/**
 * A rule for every route of app/routes.ts; what has none is refused (tests/server/routeRules.test.ts lists them all). A learner
 * works in practice, with the library and the tools that show nothing of a customer.
 */
export const ROUTE_RULES: Readonly<Record<string, Rule>> = {
  "/": { read: "technician" },
  "/offline": { read: "anybody" },
  "/keep": { read: "technician" },
  "/sign-in": { read: "anybody", send: "anybody" },
  "/sign-in/:link": { read: "anybody", send: "anybody" },
  "/sign-out": { read: "anybody", send: "anybody" },
  "/passkey": { read: "anybody", send: "anybody" },
  "/you": { read: "learner", send: "learner" },
  "/you/passkeys": { read: "learner", send: "learner" },
  "/settings/choices": { read: "anybody", send: "anybody" },
  "/practice": { read: "learner", send: "learner" },
  "/practice/class": { read: "lead", send: "lead" },
  "/practice/:practice": { read: "learner" },
  "/practice/:practice/debrief": { read: "learner" },
  "/practice/:practice/actions": { read: "learner", send: "learner" },
  "/practice/:practice/schools/:order": { read: "learner" },
  "/units": { read: "learner" },
  "/units/new": { read: "technician" },
  "/units/new/list": { read: "technician" },
  "/units/traced": { read: "technician", send: "technician" },
  "/units/file": { read: "technician", send: "technician" },
  "/units/:unit": { read: "learner", send: "technician" },
  "/units/:unit/files": { read: "learner" },
  "/units/:unit/workshop": { read: "technician" },
  "/units/:unit/list": { read: "technician" },
  "/units/:unit/trace": { read: "technician" },
  "/units/:unit/wiring": { read: "learner" },
  "/units/:unit/own-value": { read: "technician", send: "technician" },
  "/units/:unit/parts": { read: "technician" },
  "/units/:unit/pictures": { read: "learner", send: "technician" },
  "/units/:unit/file": { read: "learner" },
  "/dictionaries/:engine/:hash": { read: "learner" },
  "/guide": { read: "learner" },
  "/guide/:page": { read: "learner" },
  "/tests": { read: "learner" },
  "/tests/sheet": { read: "learner" },
  "/tests/:test": { read: "learner" },
  "/strip": { read: "learner" },
  "/jobs/new": { read: "technician", send: "technician" },
  "/jobs/file": { read: "technician", send: "technician" },
  "/jobs/:job": { read: "technician" },
  "/jobs/:job/revision": { read: "technician", send: "technician" },
  "/jobs/:job/report": { read: "technician" },
  "/jobs/:job/customer": { read: "technician", send: "technician" },
  "/jobs/:job/export/:form": { read: "technician" },
  "/jobs/:job/papers/:paper": { read: "technician" },
  "/jobs/:job/events": { read: "technician", send: "technician" },
  "/jobs/:job/files": { read: "technician", send: "technician" },
  "/stream": { read: "technician" },
  "/files/:file": { read: "technician" },
  "/outbox": { read: "technician" },
  "/outbox/:letter": { read: "technician" },
  "/logbook": { read: "technician" },
  "/logbook/:table": { read: "technician" },
  "/meters": { read: "technician" },
  "/meters/:meter/reading": { read: "technician" },
  "/settings": { read: "technician", send: "lead" },
  "/machine": { read: "lead" },
  "/staff": { read: "lead", send: "lead" },
};

const RANK: Readonly<Record<Who, number>> = { anybody: 0, learner: 1, technician: 2, lead: 3 };
const PATTERNS = Object.keys(ROUTE_RULES)
  // Words before places: /units/new is no unit.
  .sort((a, b) => placesIn(a) - placesIn(b) || b.length - a.length);

function placesIn(pattern: string): number {
  return pattern.split(":").length;
}

/** The routes of the addresses asked for last, "" where there is none: each is asked for by log, metrics and rules, and again. */
const known = new LRUCache<string, string>({ max: 2000 });

/** The route that an address is of, with its places unfilled; undefined where there is none. */
export function routeOf(path: string): string | undefined {
  let pattern = known.get(path);
  if (pattern === undefined) {
    const page = path.replace(/\/_root\.data$|\/_\.data$/u, "/").replace(/\.data$/u, "");
    pattern = PATTERNS.find((p) => matchPath({ path: p, end: true }, page === "" ? "/" : page)) ?? "";
    known.set(path, pattern);
  }
  return pattern === "" ? undefined : pattern;
}

/** The least that somebody has to be for a request; "nobody" where nothing is taken; undefined where there is no such route. */
export function whoMay(method: string, path: string): Who | "nobody" | undefined {
  const pattern = routeOf(path);
  if (pattern === undefined) return undefined;
  const { read, send } = ROUTE_RULES[pattern]!;
  return method === "GET" || method === "HEAD" ? read : (send ?? "nobody");
}

/** Whether somebody of a role, or whoever sits at the shop's own machine, may. */
export function isAllowed(who: Who, role: Role | "at the machine" | undefined): boolean {
  if (role === "at the machine") return true;
  return RANK[role ?? "anybody"] >= RANK[who];
}
