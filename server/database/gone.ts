/**
 * The database does not answer. It is a response at once, so that whichever route meets it answers 503 with these words, and a
 * browser tries again.
 */
export class DatabaseGone extends Response {
  constructor() {
    super(
      "The database does not answer at the moment. What was recorded is safe, and what you enter waits in this browser.",
      {
        status: 503,
        headers: { "Content-Type": "text/plain; charset=utf-8", "Retry-After": "2" },
      },
    );
  }
}

/**
 * SQLSTATE classes in which the server, not the statement, is the reason: connection lost, too many connections, shutting down,
 * starting, disk or memory at an end, a query or a lock that took too long (PostgreSQL manual, appendix A).
 */
const LOST = /^(08|53|57P|58)|^(57014|55P03|25P03)$/;
const SYSTEM = new Set([
  "ECONNREFUSED",
  "ECONNRESET",
  "EPIPE",
  "ETIMEDOUT",
  "ENOTFOUND",
  "EAI_AGAIN",
  "EHOSTUNREACH",
]);
/** What node-postgres says without a code. */
const WORDS =
  /Connection terminated|timeout exceeded when trying to connect|Query read timeout|Client has encountered a connection error|Client was closed/;

/** Whether a failed query says that the database is not to be had, rather than that the query is wrong. */
export function isConnectionLoss(error: unknown): boolean {
  if (error instanceof DatabaseGone) return true;
  const { code, message } = parts(error);
  return code === undefined ? WORDS.test(message) : LOST.test(code) || SYSTEM.has(code);
}

/** Whether a value was no text to PostgreSQL: a NUL, or bytes that are no characters (SQLSTATE 22021, 22P05). */
export function isNoText(error: unknown): boolean {
  const { code } = parts(error);
  return code === "22021" || code === "22P05";
}

/** Code and words of an error, wherever it was made: one of the system's own need not be an instance of our Error. */
function parts(error: unknown): { readonly code?: string; readonly message: string } {
  if (typeof error !== "object" || error === null) return { message: "" };
  const { code, message } = error as { code?: unknown; message?: unknown };
  return {
    ...(typeof code === "string" ? { code } : {}),
    message: typeof message === "string" ? message : "",
  };
}
