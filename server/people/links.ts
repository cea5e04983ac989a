import { inShop, shopOfWork } from "../database/shopOfWork.ts";
import { execute, maybeOne, transaction, type Connection } from "../database/query.ts";
import { pool } from "../database/pool.ts";
import { audit } from "./audit.ts";
import { hashPassphrase, passphraseProblem } from "./passphrase.ts";
import { beginSession, endSessionsOf } from "./sessions.ts";
import { newToken, readToken } from "./token.ts";

/** An invitation waits for somebody's next day at work; a reset is asked for by somebody who sits there. */
const LINK_HOURS = { invitation: 7 * 24, reset: 1 } as const;
export type LinkKind = keyof typeof LINK_HOURS;

/** Makes a link that lets somebody in once, to choose a passphrase; earlier ones of theirs are void. Returns its path. */
export async function makeLink(on: Connection, person: string, kind: LinkKind): Promise<string> {
  const { text, hash } = newToken(shopOfWork());
  await execute(on, "DELETE FROM sign_in_links WHERE person_id = $1 AND used_at IS NULL", [person]);
  await execute(
    on,
    `INSERT INTO sign_in_links (token_hash, person_id, kind, ends_at)
     VALUES ($1, $2, $3, now() + $4 * interval '1 hour')`,
    [hash, person, kind, LINK_HOURS[kind]],
  );
  return `/sign-in/${text}`;
}

/** Whose link it is, and of what shop. */
export interface OpenLink {
  readonly person: string;
  readonly name: string;
  readonly shop: string;
  readonly shopName: string;
  readonly kind: LinkKind;
}

const LINK = `SELECT p.id AS person, p.name, s.id AS shop, s.name AS "shopName", l.kind
    FROM sign_in_links l JOIN people p ON p.id = l.person_id JOIN shops s ON s.id = l.shop_id
   WHERE l.token_hash = $1 AND l.used_at IS NULL AND l.ends_at > now() AND p.left_at IS NULL`;

/** Undefined where it was used, has ended, or never was. */
export async function openLink(text: string): Promise<OpenLink | undefined> {
  const token = readToken(text);
  return token && inShop(token.shop, () => maybeOne<OpenLink>(pool(), LINK, [token.hash]));
}

export type LinkUse = { readonly token: string } | { readonly said: string; readonly status: 400 | 410 };

/**
 * Uses a link: the passphrase is kept, the link is void, and its person is signed in here and nowhere else.
 * @param device what the browser calls itself
 */
export async function takeLink(text: string, passphrase: string, device: string): Promise<LinkUse> {
  const gone = {
    said: "This link was used, or its time is over. Ask a lead for another.",
    status: 410,
  } as const;
  const token = readToken(text);
  if (!token) return gone;
  const link = await openLink(text);
  if (!link) return gone;
  const problem = passphraseProblem(passphrase, [link.name, link.person, link.shop, link.shopName]);
  if (problem !== undefined) return { said: problem, status: 400 };
  const kept = await hashPassphrase(passphrase);
  return inShop(token.shop, () =>
    transaction(async (client): Promise<LinkUse> => {
      // Of two at once one finds it used.
      const used = await execute(
        client,
        "UPDATE sign_in_links SET used_at = now() WHERE token_hash = $1 AND used_at IS NULL AND ends_at > now()",
        [token.hash],
      );
      if (used !== 1) return gone;
      await execute(client, "UPDATE people SET passphrase = $2 WHERE id = $1", [link.person, kept]);
      await endSessionsOf(client, link.person);
      await audit(client, "chose a passphrase", `by a link: ${link.kind}`, link.person);
      return { token: await beginSession(client, token.shop, link.person, device) };
    }),
  );
}
