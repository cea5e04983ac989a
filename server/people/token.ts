import { createHash, randomBytes } from "node:crypto";

/**
 * What a browser or a link carries: the shop, and 32 random bytes of which the database has the hash only. The shop says where to
 * look and proves nothing.
 */
export interface Token {
  readonly shop: string;
  readonly hash: Buffer;
}

export function newToken(shop: string): { readonly text: string; readonly hash: Buffer } {
  const secret = randomBytes(32).toString("base64url");
  return { text: `${shop}.${secret}`, hash: hashOf(secret) };
}

/** Undefined where it is no token. */
export function readToken(text: string): Token | undefined {
  const found = /^([a-z0-9][a-z0-9-]{1,39})\.([\w-]{43})$/u.exec(text);
  return found ? { shop: found[1]!, hash: hashOf(found[2]!) } : undefined;
}

export const hashOf = (text: string): Buffer => createHash("sha256").update(text).digest();
