import { randomBytes } from "node:crypto";
import type { IncomingMessage } from "node:http";
import type { Request, RequestHandler, Response } from "express";
import helmet from "helmet";

/**
 * Headers that tell the browser what a page may do. Scripts run by a nonce made for each answer; the page's writer
 * (app/entry.server.tsx) gets it in a request header that nobody outside can set.
 */
export const pageHeaders: readonly RequestHandler[] = [
  (request, response, next) => {
    const nonce = randomBytes(16).toString("base64");
    request.headers["x-page-nonce"] = nonce;
    // The adapter to web requests reads the headers as they came over the wire.
    request.rawHeaders.push("X-Page-Nonce", nonce);
    noteWhereFrom(request);
    response.locals["nonce"] = nonce;
    next();
  },
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        "default-src": ["'self'"],
        "script-src": ["'self'", nonceOf],
        "style-src": ["'self'", nonceOf],
        // Places and sizes computed for a drawing stand at its elements.
        "style-src-attr": ["'unsafe-inline'"],
        "img-src": ["'self'", "data:", "blob:"],
        "object-src": ["'none'"],
        "base-uri": ["'none'"],
        "form-action": ["'self'"],
        "frame-ancestors": ["'none'"],
      },
    },
    referrerPolicy: { policy: "same-origin" },
    xFrameOptions: { action: "deny" },
    // Below: without TLS a promise of it would lock the browser out.
    strictTransportSecurity: false,
  }),
  (request, response, next) => {
    if (request.secure)
      response.setHeader("Strict-Transport-Security", "max-age=31536000; includeSubDomains");
    response.setHeader("Permissions-Policy", "camera=(self), microphone=(self), geolocation=(), payment=()");
    next();
  },
];

/** For the application, which sees no socket: what a request says of these itself is taken out. */
function noteWhereFrom(request: Request): void {
  const said = { "x-asked-from": request.ip ?? "", "x-asked-over": request.secure ? "tls" : "plain" };
  for (const [name, value] of Object.entries(said)) {
    for (let i = request.rawHeaders.length - 2; i >= 0; i -= 2)
      if (request.rawHeaders[i]!.toLowerCase() === name) request.rawHeaders.splice(i, 2);
    request.headers[name] = value;
    request.rawHeaders.push(name, value);
  }
}

function nonceOf(_request: IncomingMessage, response: object): string {
  return `'nonce-${String((response as Response).locals["nonce"])}'`;
}
