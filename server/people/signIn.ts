import { z } from "zod";
import { inShop } from "../database/shopOfWork.ts";
import { execute, maybeOne, transaction } from "../database/query.ts";
import { pool } from "../database/pool.ts";
import { putAccountLetter } from "../outbox/outbox.ts";
import { audit } from "./audit.ts";
import { countFailure, forgetFailures, hasFailedTooOften, type Attempt } from "./failures.ts";
import { makeLink } from "./links.ts";
import { hashPassphrase, isPassphrase, passphraseProblem } from "./passphrase.ts";
import { beginSession, endSessionsOf } from "./sessions.ts";

/** What the sign-in page sends. */
export const signInForm = z.object({
  shop: z
    .string()
    .trim()
    .toLowerCase()
    .regex(/^[a-z0-9][a-z0-9-]{1,39}$/u, "The shop's short name has small letters, digits and dashes."),
  name: z.string().trim().min(1, "Say who you are.").max(80, "That name is too long."),
  passphrase: z.string().max(1000, "That passphrase is too long."),
});

/** Where an attempt came from. */
export interface From {
  readonly address: string;
  readonly device: string;
}

export type SignedIn = { readonly token: string } | { readonly said: string; readonly status: 401 | 429 };

interface Account {
  readonly id: string;
  readonly name: string;
  readonly passphrase: string | null;
}

/** By short name or by full name; of two of one name the first. */
function findAccount(name: string): Promise<Account | undefined> {
  return maybeOne<Account>(
    pool(),
    `SELECT id, name, passphrase FROM people
      WHERE NOT elsewhere AND left_at IS NULL AND (id = lower($1) OR lower(name) = lower($1))
      ORDER BY (id = lower($1)) DESC, added_at LIMIT 1`,
    [name],
  );
}

/** The same words, and as long a time, whether it is the shop, the name or the passphrase that is wrong. */
const WRONG = {
  said: "That does not open anything here: check the shop, the name and the passphrase.",
  status: 401,
} as const;
export const TOO_OFTEN = {
  said: "Too many attempts failed. Wait a quarter of an hour, or ask a lead for a link.",
  status: 429,
} as const;

export function signIn(
  { shop, name, passphrase }: z.infer<typeof signInForm>,
  { address, device }: From,
): Promise<SignedIn> {
  return inShop(shop, async () => {
    const attempt: Attempt = { shop, name: name.toLowerCase(), address };
    if (await hasFailedTooOften(attempt)) return TOO_OFTEN;
    const account = await findAccount(name);
    if (!(await isPassphrase(account?.passphrase, passphrase)) || !account) {
      await countFailure(attempt);
      if (account) await audit(pool(), "could not sign in", `from ${address}`, account.id);
      return WRONG;
    }
    await forgetFailures(attempt);
    return transaction(async (client) => {
      await audit(client, "signed in", device, account.id);
      return { token: await beginSession(client, shop, account.id, device) };
    });
  });
}

/**
 * Puts a letter with a reset link into the shop's outbox, for a lead to hand on. The answer is the same whether there is such a
 * person, and the letter goes to nobody where there is none.
 */
export function askForReset(shop: string, name: string, { address }: From): Promise<void> {
  return inShop(shop, async () => {
    const attempt: Attempt = { shop, name: `reset ${name.toLowerCase()}`, address };
    if (await hasFailedTooOften(attempt)) return;
    await countFailure(attempt);
    const account = await findAccount(name);
    if (!account) return;
    await transaction(async (client) => {
      const path = await makeLink(client, account.id, "reset");
      await audit(client, "asked for a reset", `from ${address}`, account.id);
      await putAccountLetter(client, account, "A new passphrase for Zygodrome", path, "one hour");
    });
  });
}

/** Somebody who is signed in takes another passphrase. Everywhere else they are signed out. Returns what was wrong, or a new token. */
export async function changePassphrase(
  shop: string,
  person: { readonly id: string; readonly name: string },
  { before, after }: { readonly before: string; readonly after: string },
  { address, device }: From,
): Promise<{ readonly said: string } | { readonly token: string }> {
  const attempt: Attempt = { shop, name: person.id, address };
  if (await hasFailedTooOften(attempt)) return { said: TOO_OFTEN.said };
  const row = await maybeOne<{ passphrase: string | null }>(
    pool(),
    "SELECT passphrase FROM people WHERE id = $1",
    [person.id],
  );
  if (!(await isPassphrase(row?.passphrase, before))) {
    await countFailure(attempt);
    return { said: "That is not the passphrase you have now." };
  }
  const problem = passphraseProblem(after, [person.name, person.id, shop]);
  if (problem !== undefined) return { said: problem };
  const kept = await hashPassphrase(after);
  return transaction(async (client) => {
    await execute(client, "UPDATE people SET passphrase = $2 WHERE id = $1", [person.id, kept]);
    await endSessionsOf(client, person.id);
    await audit(client, "chose a passphrase", "by the one before", person.id);
    return { token: await beginSession(client, shop, person.id, device) };
  });
}
