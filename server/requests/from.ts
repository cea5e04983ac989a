import { isIP } from "node:net";
import type { Site } from "../people/passkeys.ts";
import type { From } from "../people/signIn.ts";

/** Where a request came from, as the server in front of the application noted it (main.ts), and whether it came over TLS. */
export function fromOf(request: Request): From & { readonly secure: boolean } {
  return {
    address: request.headers.get("X-Asked-From") ?? "",
    device: deviceOf(request.headers.get("User-Agent") ?? ""),
    secure: request.headers.get("X-Asked-Over") === "tls",
  };
}

/** What a browser calls itself, in a few words: its own name and its machine's. */
export function deviceOf(agent: string): string {
  const browser = /(Firefox|Edg|OPR|Chrome|Safari)\/\d+/u.exec(agent)?.[1];
  const machine = /\b(Android|iPhone|iPad|Windows|Macintosh|CrOS|Linux)\b/u.exec(agent)?.[1];
  return [browser === "Edg" ? "Edge" : (browser ?? "a browser"), machine && `on ${machine}`]
    .filter(Boolean)
    .join(" ");
}

/** The site that a request came to, by the name that its host check let through; undefined where that is a number. */
export function siteOf(request: Request): Site | undefined {
  const host = (request.headers.get("Host") ?? "").toLowerCase();
  const name = host.replace(/:\d+$/u, "");
  if (name === "" || name.startsWith("[") || isIP(name)) return undefined;
  return { name, origin: `${fromOf(request).secure ? "https" : "http"}://${host}` };
}
