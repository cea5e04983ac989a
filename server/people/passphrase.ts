import { hash, verify } from "@node-rs/argon2";

/** Shortest and longest passphrase, characters (OWASP ASVS 4.0.3, 2.1.1 and 2.1.2; from memory). */
const SHORTEST = 12;
const LONGEST = 128;
/** argon2id (RFC 9106) with 19 MiB, two passes, one lane: OWASP's password storage sheet, from memory. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };
/** What people type first of all, as far as it is long enough to be taken. */
const COMMON = new Set([
  "123456789012",
  "1234567890123",
  "passwordpassword",
  "password1234",
  "qwertyuiop123",
  "qwertyuiopasdf",
  "iloveyou1234",
  "letmeinletmein",
]);

/**
 * Why a passphrase is not taken, in words; undefined where it is.
 * @param names of the person and the shop: it may not be made of these alone
 */
export function passphraseProblem(passphrase: string, names: readonly string[]): string | undefined {
  const length = [...passphrase].length;
  if (length < SHORTEST)
    return `The passphrase has ${length} characters; it needs ${SHORTEST}. Four words are easy to keep.`;
  if (length > LONGEST) return `The passphrase is longer than ${LONGEST} characters.`;
  const plain = bare(passphrase);
  if (COMMON.has(plain) || /^(.{1,3})\1*$/u.test(plain) || names.map(bare).includes(plain))
    return "That is one of the first that somebody would try. Take another.";
  return undefined;
}

const bare = (text: string) => text.toLowerCase().replaceAll(/[\s_-]/gu, "");

/** Unicode in one form, so that the same keys are the same passphrase on every machine. */
const typed = (passphrase: string) => passphrase.normalize("NFC");

export function hashPassphrase(passphrase: string): Promise<string> {
  return hash(typed(passphrase), COST);
}

/** A hash of nothing anybody knows: where there is no such person, the answer takes as long. */
let nobody: Promise<string> | undefined;

export async function isPassphrase(kept: string | null | undefined, passphrase: string): Promise<boolean> {
  nobody ??= hashPassphrase(crypto.randomUUID());
  const is = await verify(kept ?? (await nobody), typed(passphrase)).catch(() => false);
  return is && kept !== null && kept !== undefined;
}
