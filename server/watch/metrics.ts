import type { RequestHandler } from "express";
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from "prom-client";
import { pool } from "../database/pool.ts";
import { waitingTasks } from "../queue/queue.ts";
import { TASK_NAMES } from "../queue/tasks.ts";
import { routeOf } from "../requests/routeRules.ts";

/** What this process counts, in the OpenMetrics text format. No address, no name and no id of a shop is in it. */
const registry = new Registry<typeof Registry.OPENMETRICS_CONTENT_TYPE>();
registry.setContentType(Registry.OPENMETRICS_CONTENT_TYPE);
collectDefaultMetrics({ register: registry });

const seconds = new Histogram({
  name: "zygodrome_request_seconds",
  help: "Time until a request was answered, by route, method and kind of answer.",
  labelNames: ["route", "method", "status"],
  buckets: [0.01, 0.03, 0.1, 0.3, 1, 3, 10],
  registers: [registry],
});
const streams = new Gauge({
  name: "zygodrome_streams",
  help: "Browsers that listen for entries.",
  registers: [registry],
});
const refused = new Counter({
  name: "zygodrome_refused",
  help: "Requests that were not let through: nobody signed in, not allowed, too many.",
  labelNames: ["status"],
  registers: [registry],
});
new Gauge({
  name: "zygodrome_database_connections",
  help: "Connections to the database, by what they do.",
  labelNames: ["state"],
  registers: [registry],
  collect() {
    const { totalCount, idleCount, waitingCount } = pool();
    this.set({ state: "busy" }, totalCount - idleCount);
    this.set({ state: "idle" }, idleCount);
    this.set({ state: "waited for" }, waitingCount);
  },
});

new Gauge({
  name: "zygodrome_tasks_waiting",
  help: "Work that nobody waits for and that has not begun, by what it is.",
  labelNames: ["task"],
  registers: [registry],
  async collect() {
    for (const task of TASK_NAMES) {
      // Without the database the other numbers are told all the same.
      const waiting = await waitingTasks(task).catch(() => undefined);
      if (waiting === undefined) this.remove({ task });
      else this.set({ task }, waiting);
    }
  },
});

const REFUSALS = new Set([401, 403, 413, 421, 429]);

/** Counts every request once it is answered. */
export const counted: RequestHandler = (request, response, next) => {
  const route = routeOf(request.path) ?? "other";
  if (route === "/stream") {
    streams.inc();
    response.on("close", () => streams.dec());
    return next();
  }
  const end = seconds.startTimer({ route, method: request.method });
  response.on("finish", () => {
    end({ status: `${Math.floor(response.statusCode / 100)}xx` });
    if (REFUSALS.has(response.statusCode)) refused.inc({ status: response.statusCode });
  });
  next();
};

/** The numbers, for whoever watches this machine: asked for on it, and not through a proxy. */
export const metrics: RequestHandler = (request, response, next) => {
  registry
    .metrics()
    .then((text) => response.type(registry.contentType).send(text))
    .catch(next);
};
