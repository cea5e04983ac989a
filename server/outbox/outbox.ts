import { randomUUID } from "node:crypto";
import { z } from "zod";
import { pool } from "../database/pool.ts";
import { execute, many, maybeOne, type Connection } from "../database/query.ts";
import { actsAsLead } from "../people/acting.ts";
import { personExists } from "../people/people.ts";

/** A letter to the customer, as the form sends it. */
export const newLetter = z.object({
  id: z.uuid(),
  person: z.string().min(1, "Say who is working."),
  address: z
    .string()
    .trim()
    .max(200, "The address is longer than 200 characters.")
    .regex(/^[^\s@]+@[^\s@]+$/u, "That is no mail address: it has one @ and no spaces."),
  subject: z
    .string()
    .trim()
    .min(1, "Say what it is about.")
    .max(200, "The subject is longer than 200 characters."),
  body: z
    .string()
    .trim()
    .min(1, "Write a line to go with it.")
    .max(10_000, "The letter is longer than 10,000 characters."),
});
export type NewLetter = z.infer<typeof newLetter>;

export interface Letter {
  readonly id: string;
  /** None for a letter about somebody's own account. */
  readonly job: string | null;
  readonly person: string;
  readonly at: string;
  readonly address: string;
  readonly subject: string;
  readonly body: string;
}

/** Puts a letter into the outbox, which keeps it and sends nothing. The same letter twice is one. */
export async function putLetter(
  job: string,
  letter: NewLetter,
  pdf: Uint8Array,
): Promise<"person" | undefined> {
  if (!(await personExists(pool(), letter.person))) return "person";
  await execute(
    pool(),
    `INSERT INTO outbox (id, job_id, person_id, address, subject, body, pdf) VALUES ($1, $2, $3, $4, $5, $6, $7)
     ON CONFLICT (shop_id, id) DO NOTHING`,
    [letter.id, job, letter.person, letter.address, letter.subject, letter.body, pdf],
  );
  return undefined;
}

/** Puts a letter with somebody's link into the outbox: leads see it there and hand it on, for nothing is sent. */
export async function putAccountLetter(
  on: Connection,
  to: { readonly id: string; readonly name: string },
  subject: string,
  path: string,
  holds: string,
): Promise<void> {
  await execute(
    on,
    "INSERT INTO outbox (id, person_id, address, subject, body) VALUES ($1, $2, $3, $4, $5)",
    [
      randomUUID(),
      to.id,
      to.name,
      subject,
      `Open this once, within ${holds}, and choose a passphrase: ${path}`,
    ],
  );
}

/** Letters on the outbox's page. */
const SHOWN = 50;

/** The last letters, of one job or of all; those with somebody's link for leads only. */
export async function listLetters(job?: string): Promise<Letter[]> {
  const rows = await many<Omit<Letter, "at"> & { at: Date }>(
    pool(),
    `SELECT o.id, o.job_id AS job, p.name AS person, o.at, o.address, o.subject, o.body
       FROM outbox o JOIN people p ON p.id = o.person_id
      WHERE ($1::uuid IS NULL OR o.job_id = $1) AND (o.job_id IS NOT NULL OR $2)
      ORDER BY o.at DESC LIMIT ${SHOWN}`,
    [job ?? null, actsAsLead()],
  );
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
}

/** The paper that went with a letter. */
export async function letterPdf(id: string): Promise<Uint8Array<ArrayBuffer> | undefined> {
  if (!z.uuid().safeParse(id).success) return undefined;
  const row = await maybeOne<{ pdf: Buffer }>(
    pool(),
    "SELECT pdf FROM outbox WHERE id = $1 AND pdf IS NOT NULL",
    [id],
  );
  return row && new Uint8Array(row.pdf);
}
