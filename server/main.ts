import type { AddressInfo } from "node:net";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { createRequestHandler } from "@react-router/express";
import compression from "compression";
import express from "express";
import { pino } from "pino";
import type { ServerBuild } from "react-router";
import { isDatabaseThere } from "./database/query.ts";
import { inShop } from "./database/shopOfWork.ts";
import { pageHeaders } from "./requests/headers.ts";
import { lastWord } from "./requests/lastWord.ts";
import { bodyWithin, countWithin, limitSockets } from "./requests/limits.ts";
import { startWorker } from "./queue/worker.ts";
import { readableAddress } from "./requests/readableAddress.ts";
import { onlyOwnPagesChange, onlyThisHost } from "./requests/sameOrigin.ts";
import { atThisMachine, signedIn } from "./requests/signedIn.ts";
import { logged } from "./watch/requestLog.ts";
import { counted, metrics } from "./watch/metrics.ts";
import { readiness } from "./watch/ready.ts";
import { prepareLibrary } from "./workers/analysis.ts";

/**
 * Serves the built application on the loopback address. Prints one line "listening on http://…" when ready, and ends
 * on SIGTERM or SIGINT once the requests in hand are answered.
 */
const log = pino({ level: process.env["LOG_LEVEL"] ?? "warn" });
const build = (await import(pathToFileURL(path.resolve("build/server/index.js")).href)) as ServerBuild;

const app = express();
app.disable("x-powered-by");
// A proxy on this machine says who asked it, and whether over TLS; nobody else is believed.
app.set("trust proxy", "loopback");
app.use(readableAddress, logged(log), counted);
app.use(onlyThisHost, ...pageHeaders, onlyOwnPagesChange, bodyWithin, ...countWithin);
const streams = new Set<express.Response>();
app.use("/stream", (_request, response, next) => {
  streams.add(response);
  response.on("close", () => streams.delete(response));
  next();
});
app.get("/ready", (_request, response) => {
  void readiness().then((now) => response.status(now.ready ? 200 : 503).json(now));
});
app.get("/metrics", atThisMachine, metrics);
app.get("/health", (_request, response) => {
  void isDatabaseThere().then((there) =>
    response.status(there ? 200 : 503).json({ web: "ok", database: there ? "ok" : "gone" }),
  );
});
// Browsers take Brotli over TLS only, so packing is left at gzip. What is sent here is answered in a line.
app.use(
  compression({
    filter: (request, response) => request.method === "GET" && compression.filter(request, response),
  }),
);
// A page comes as a whole, in pieces of 2 kB. Whoever writes it would have gzip finish each by itself.
app.use((_request, response, next) => {
  Object.assign(response, { flush: undefined });
  next();
});
app.use("/assets", express.static("build/client/assets", { immutable: true, maxAge: "1y" }));
// A browser asks for a newer one whenever it starts.
app.use("/sw.js", (_request, response, next) => {
  response.setHeader("Cache-Control", "no-cache");
  next();
});
app.use(express.static("build/client", { maxAge: "1h" }));
app.use(signedIn, createRequestHandler({ build }));
app.use(lastWord(log));

const server = app.listen(Number(process.env["PORT"] ?? 0), "127.0.0.1", (error) => {
  if (error) {
    process.stderr.write(`The server could not listen on port ${process.env["PORT"]}: ${error.message}\n`);
    process.exit(1);
  }
  process.stdout.write(`listening on http://127.0.0.1:${(server.address() as AddressInfo).port}\n`);
  // Without them pages only wait longer.
  const shop = process.env["ZYGODROME_MACHINE_SHOP"];
  if (shop)
    inShop(shop, prepareLibrary).catch((reason: unknown) =>
      log.warn(reason, "the library's dictionaries are not all there"),
    );
});
limitSockets(server);
const worker = startWorker((task, reason) => log.warn({ task, err: reason }, "a task failed"));

/** Requests in hand have this long to end, ms. Streams are ended at once: a browser takes them up again by itself. */
const GRACE_MS = 8000;
let ending = false;
function end(): void {
  if (ending) return;
  ending = true;
  // A task that is given back is taken by another process at once, and not only when its time is up.
  const givenBack = worker.stop();
  server.close(() => void givenBack.finally(() => process.exit(0)));
  server.closeIdleConnections();
  for (const stream of streams) stream.end();
  // A connection whose last answer has gone out since is idle now, and would hold the server open.
  setInterval(() => server.closeIdleConnections(), 100).unref();
  setTimeout(() => process.exit(0), GRACE_MS).unref();
}
process.on("SIGTERM", end);
process.on("SIGINT", end);
// Whoever started us holds the other end: should it be killed, nothing else tells us.
if (process.env["ENDS_WITH_INPUT"]) process.stdin.on("end", end).on("error", end).resume();
