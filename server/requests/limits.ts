import type { Server } from "node:http";
import type { RequestHandler } from "express";
import { rateLimit } from "express-rate-limit";
import { fileTooLarge, MOST_FILE_BYTES } from "#core/job/index.ts";

/** The longest form or entry, bytes: the longest notes and claims are a few thousand characters. */
const MOST_FORM_BYTES = 256 * 1024;
/** The longest unit, bytes: a list of ten thousand wires is some 600 kB, a model of as many parts 3 MB. */
const MOST_UNIT_BYTES = 4 * 1024 * 1024;
/** A whole job with its photographs, bytes. */
const MOST_JOB_BYTES = 96 * 1024 * 1024;
/** Changes an address may make in a minute: a whole shop behind one address types far less. */
const MOST_CHANGES = 6000;
/** Files an address may send in a minute. */
const MOST_FILES = 240;
/** Connections at a time, of all browsers. */
const MOST_SOCKETS = 1500;
const MINUTE_MS = 60_000;

const isUnit = (path: string) => path === "/units/traced" || path === "/units/file";
const isJob = (path: string) => path === "/jobs/file";
const isFile = (path: string) => /^\/jobs\/[^/]+\/files$|^\/units\/[^/]+\/pictures$/.test(path);

/** A body says how long it is, and is not longer than its route takes. */
export const bodyWithin: RequestHandler = (request, response, next) => {
  const { method, headers, path } = request;
  if (method === "GET" || method === "HEAD") return next();
  // The body is read to its end and thrown away, so that the sender, still sending, hears the answer.
  const say = (status: number, text: string) => {
    request.resume();
    response.status(status).type("text/plain").send(text);
  };
  if (headers["transfer-encoding"] !== undefined || headers["content-length"] === undefined)
    return say(411, "Say how long the request is (Content-Length).");
  const bytes = Number(headers["content-length"]);
  if (isFile(path) && bytes > MOST_FILE_BYTES)
    return say(413, fileTooLarge(nameIn(request.originalUrl), bytes));
  const most = isUnit(path) ? MOST_UNIT_BYTES : isJob(path) ? MOST_JOB_BYTES : MOST_FORM_BYTES;
  if (!isFile(path) && bytes > most)
    return say(413, `That is larger than the ${most / 1024} kB that can be taken here.`);
  next();
};

const nameIn = (address: string) => new URL(address, "http://here").searchParams.get("name") ?? "photograph";

const limited = (limit: number, skip: (method: string, path: string) => boolean) =>
  rateLimit({
    windowMs: MINUTE_MS,
    limit,
    standardHeaders: "draft-8",
    legacyHeaders: false,
    skip: ({ method, path }) => skip(method, path),
    message: "Too many requests in a minute. What you entered waits in this browser and is sent again.",
  });

/** How many changes and files an address may send in a minute. */
export const countWithin: readonly RequestHandler[] = [
  limited(MOST_CHANGES, (method) => method === "GET" || method === "HEAD"),
  limited(
    MOST_FILES,
    (method, path) => method === "GET" || method === "HEAD" || (!isFile(path) && !isJob(path)),
  ),
];

/** Time and number of connections. */
export function limitSockets(server: Server): void {
  server.maxConnections = MOST_SOCKETS;
  server.headersTimeout = 15_000;
  // A photograph over a cellar's reception.
  server.requestTimeout = 150_000;
  server.keepAliveTimeout = 20_000;
}
