import type { ErrorRequestHandler } from "express";
import type { Logger } from "pino";
import { routeOf } from "./routeRules.ts";

/** What the parts that read a request say is wrong with it. */
const statusOf = (error: unknown): number => {
  const { status } = (error ?? {}) as { status?: unknown };
  return typeof status === "number" && status >= 400 && status < 600 ? status : 500;
};

/**
 * Answers a request that went wrong before any page could: in words and without a trace of the program. A mistake of the
 * program is told to whoever runs it, with its route and nothing of what was asked.
 */
export function lastWord(log: Logger): ErrorRequestHandler {
  // Express knows it for the one that hears of mistakes by its four arguments.
  // eslint-disable-next-line @typescript-eslint/no-unused-vars
  return (error: unknown, request, response, _next) => {
    const status = statusOf(error);
    if (status >= 500) log.error({ route: routeOf(request.path) ?? "other", err: error }, "request");
    // The rest of an answer that has begun would be taken for the whole of it.
    if (response.headersSent) return void request.socket.destroy();
    response
      .status(status)
      .type("text/plain")
      .send(
        status >= 500
          ? "Something went wrong here. Look whether it was done before you try it again."
          : "This request cannot be read. Begin at the board, or correct the address.",
      );
  };
}
