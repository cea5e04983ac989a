import type { RequestHandler } from "express";
import type { Logger } from "pino";
import { routeOf } from "../requests/routeRules.ts";

/**
 * A line for every answered request (LOG_LEVEL=info), and for every mistake at any level: which route, never which job, and nothing
 * of what was sent or asked for.
 */
export function logged(log: Logger): RequestHandler {
  return (request, response, next) => {
    const began = performance.now();
    response.on("finish", () => {
      const line = {
        route: routeOf(request.path) ?? "other",
        method: request.method,
        status: response.statusCode,
        ms: Math.round(performance.now() - began),
      };
      if (response.statusCode >= 500) log.warn(line, "request");
      else log.info(line, "request");
    });
    next();
  };
}
