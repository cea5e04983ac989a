import {
  generateAuthenticationOptions,
  generateRegistrationOptions,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
  type AuthenticatorTransport,
  type PublicKeyCredentialCreationOptionsJSON,
  type PublicKeyCredentialRequestOptionsJSON,
} from "@simplewebauthn/server";
import { z } from "zod";
import { inShop } from "../database/shopOfWork.ts";
import { execute, many, maybeOne, transaction } from "../database/query.ts";
import { pool } from "../database/pool.ts";
import { audit } from "./audit.ts";
import { countFailure, hasFailedTooOften, type Attempt } from "./failures.ts";
import { beginSession } from "./sessions.ts";
import { TOO_OFTEN, type From, type SignedIn } from "./signIn.ts";
import { hashOf } from "./token.ts";

/** Where a ceremony takes place: the site's name, which is never a number, and its whole origin. */
export interface Site {
  readonly name: string;
  readonly origin: string;
}

/** A device has so long to sign, ms. */
const PATIENCE_MS = 5 * 60_000;
/** Somebody has a phone, a laptop, a key on a ring, and one more. */
const MOST_KEYS = 10;

/** What browsers send, as far as it is read before the package does: sizes bounded, kinds right. */
const text = z.string().max(8000);
const common = {
  id: text,
  rawId: text,
  type: z.literal("public-key"),
  clientExtensionResults: z.looseObject({}),
};
export const registrationAnswer = z.looseObject({
  ...common,
  response: z.looseObject({ clientDataJSON: text, attestationObject: z.string().max(20_000) }),
});
export const signInAnswer = z.looseObject({
  ...common,
  response: z.looseObject({
    clientDataJSON: text,
    authenticatorData: text,
    signature: text,
    userHandle: z.string().max(200),
  }),
});

/** A passkey as its owner sees it. */
export interface Passkey {
  readonly id: string;
  readonly device: string;
  readonly madeAt: string;
  readonly usedAt?: string;
}

export async function passkeysOf(person: string): Promise<Passkey[]> {
  const rows = await many<{ id: string; device: string; madeAt: Date; usedAt: Date | null }>(
    pool(),
    `SELECT id, device, made_at AS "madeAt", used_at AS "usedAt" FROM passkeys WHERE person_id = $1 ORDER BY made_at`,
    [person],
  );
  return rows.map(({ madeAt, usedAt, ...row }) => ({
    ...row,
    madeAt: madeAt.toISOString(),
    ...(usedAt ? { usedAt: usedAt.toISOString() } : {}),
  }));
}

/** Keeps what a device is to sign; what was never signed is cleared away. */
async function keepChallenge(challenge: string): Promise<void> {
  await execute(pool(), "DELETE FROM passkey_challenges WHERE ends_at < now()");
  await execute(
    pool(),
    "INSERT INTO passkey_challenges (challenge, ends_at) VALUES ($1, now() + $2 * interval '1 ms')",
    [hashOf(challenge), PATIENCE_MS],
  );
}

/** Whether this was asked for, and not signed before: it is used up. */
async function takeChallenge(challenge: string): Promise<boolean> {
  const taken = await execute(
    pool(),
    "DELETE FROM passkey_challenges WHERE challenge = $1 AND ends_at > now()",
    [hashOf(challenge)],
  );
  return taken === 1;
}

/** What a device needs to make a key for somebody who is signed in; a sentence where they have enough of them. */
export async function offerPasskey(
  shop: string,
  person: { readonly id: string; readonly name: string },
  { name }: Site,
): Promise<{ readonly options: PublicKeyCredentialCreationOptionsJSON } | { readonly said: string }> {
  const own = await passkeysOf(person.id);
  if (own.length >= MOST_KEYS) return { said: `You have ${MOST_KEYS} passkeys. Remove one first.` };
  const options = await generateRegistrationOptions({
    rpName: "Zygodrome",
    rpID: name,
    userName: `${person.id} at ${shop}`,
    userDisplayName: person.name,
    // By this the shop is found before anybody has said who they are. It proves nothing.
    userID: new TextEncoder().encode(`${shop}.${person.id}`),
    excludeCredentials: own.map(({ id }) => ({ id })),
    authenticatorSelection: { residentKey: "required", userVerification: "required" },
    timeout: PATIENCE_MS,
  });
  await keepChallenge(options.challenge);
  return { options };
}

/** Keeps the key that a device has made. Returns a sentence where it is none that was asked for. */
export async function keepPasskey(
  person: string,
  answer: z.infer<typeof registrationAnswer>,
  { name, origin }: Site,
  { device }: From,
): Promise<string | undefined> {
  const verified = await verifyRegistrationResponse({
    response: answer,
    expectedChallenge: takeChallenge,
    expectedOrigin: origin,
    expectedRPID: name,
  }).catch(() => undefined);
  if (!verified?.verified) return "That is no passkey that was asked for here. Try again.";
  const { id, publicKey, counter, transports } = verified.registrationInfo.credential;
  return transaction(async (client) => {
    const kept = await execute(
      client,
      `INSERT INTO passkeys (id, person_id, public_key, uses, transports, device) VALUES ($1, $2, $3, $4, $5, $6)
       ON CONFLICT (shop_id, id) DO NOTHING`,
      [id, person, Buffer.from(publicKey), counter, transports ?? [], device],
    );
    if (kept !== 1) return "This passkey is known here already.";
    await audit(client, "added a passkey", device, person);
    return undefined;
  });
}

/** Takes away a key of somebody's own. */
export async function removePasskey(person: string, id: string): Promise<void> {
  await transaction(async (client) => {
    const removed = await execute(client, "DELETE FROM passkeys WHERE id = $1 AND person_id = $2", [
      id,
      person,
    ]);
    if (removed === 1) await audit(client, "removed a passkey", "", person);
  });
}

/** What a device is to sign for whoever it knows at this site. */
export async function askForPasskey({ name }: Site): Promise<PublicKeyCredentialRequestOptionsJSON> {
  const options = await generateAuthenticationOptions({
    rpID: name,
    userVerification: "required",
    timeout: PATIENCE_MS,
  });
  await keepChallenge(options.challenge);
  return options;
}

const WRONG = { said: "That passkey opens nothing here. Sign in with the passphrase.", status: 401 } as const;

/** Signs in whom a device has signed for. */
export function signInByPasskey(
  answer: z.infer<typeof signInAnswer>,
  { name, origin }: Site,
  { address, device }: From,
): Promise<SignedIn> {
  const handle = Buffer.from(answer.response.userHandle, "base64url").toString("utf8");
  const [, shop, person] = /^([a-z0-9][a-z0-9-]{1,39})\.([a-z0-9-]{1,80})$/u.exec(handle) ?? [];
  if (shop === undefined || person === undefined) return Promise.resolve(WRONG);
  return inShop(shop, async () => {
    const attempt: Attempt = { shop, name: `passkey ${person}`, address };
    if (await hasFailedTooOften(attempt)) return TOO_OFTEN;
    const key = await maybeOne<{
      publicKey: Buffer;
      uses: string;
      transports: AuthenticatorTransport[];
    }>(
      pool(),
      `SELECT k.public_key AS "publicKey", k.uses, k.transports FROM passkeys k JOIN people p ON p.id = k.person_id
        WHERE k.id = $1 AND k.person_id = $2 AND p.left_at IS NULL`,
      [answer.id, person],
    );
    const verified =
      key &&
      (await verifyAuthenticationResponse({
        response: answer,
        expectedChallenge: takeChallenge,
        expectedOrigin: origin,
        expectedRPID: name,
        credential: {
          id: answer.id,
          publicKey: new Uint8Array(key.publicKey),
          counter: Number(key.uses),
          transports: key.transports,
        },
      }).catch(() => undefined));
    if (!verified?.verified) {
      await countFailure(attempt);
      return WRONG;
    }
    return transaction(async (client) => {
      await execute(client, "UPDATE passkeys SET uses = $2, used_at = now() WHERE id = $1", [
        answer.id,
        verified.authenticationInfo.newCounter,
      ]);
      await audit(client, "signed in", `${device}, by passkey`, person);
      return { token: await beginSession(client, shop, person, device) };
    });
  });
}
