import type { RequestHandler } from "express";

/** This machine's own names, and those under which a proxy serves it (ZYGODROME_HOSTS, with commas between). */
const HOSTS = [
  "127.0.0.1",
  "localhost",
  "[::1]",
  ...(process.env["ZYGODROME_HOSTS"] ?? "").split(",").flatMap((h) => h.trim().toLowerCase() || []),
];
const READS = ["GET", "HEAD", "OPTIONS"];

/** Asked under a name of its own only: a page elsewhere cannot rebind one to us. */
export const onlyThisHost: RequestHandler = (request, response, next) => {
  const host = (request.headers.host ?? "").toLowerCase().replace(/:\d+$/, "");
  if (HOSTS.includes(host)) return next();
  response.status(421).type("text/plain").send("This server does not answer under that name.");
};

/**
 * A change comes from a page of ours. Browsers say where a request comes from (Fetch Metadata, or the older Origin) and let no
 * page say otherwise; what says nothing is no browser, and carries nobody's choices.
 */
export const onlyOwnPagesChange: RequestHandler = (request, response, next) => {
  if (READS.includes(request.method)) return next();
  const site = request.headers["sec-fetch-site"];
  const { origin, host } = request.headers;
  const isOwn =
    (site === undefined || site === "same-origin") &&
    (origin === undefined || origin === `http://${host}` || origin === `https://${host}`);
  if (isOwn) return next();
  response.status(403).type("text/plain").send("Changes are taken from Zygodrome's own pages only.");
};
