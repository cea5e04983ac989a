import { randomUUID } from "node:crypto";
import { z } from "zod";
import type { Language } from "#core/language/index.ts";
import { pool } from "../database/pool.ts";
import { execute, many, transaction, type Connection } from "../database/query.ts";
import type { Job } from "../jobs/readJob.ts";
import { actsAsLead } from "../people/acting.ts";
import { personExists } from "../people/people.ts";
import { askFor } from "../queue/queue.ts";

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

/** Where the job of a letter is found, and in which language its paper is. */
export interface PaperWanted {
  readonly address: string;
  readonly language: Language;
}

/**
 * Puts a letter into the outbox, which keeps it and sends nothing. Its paper shows the job as it stands now, and is made after this
 * by whichever process has time (letterPaper.ts). The same letter twice is one.
 * @returns what there is none of, where the letter is not kept
 */
export async function putLetter(
  job: Pick<Job, "id" | "seq">,
  letter: NewLetter,
  paper: PaperWanted,
): Promise<"person" | undefined> {
  return transaction(async (on) => {
    if (!(await personExists(on, letter.person))) return "person";
    await execute(
      on,
      `INSERT INTO outbox (id, job_id, person_id, address, subject, body, log_place, job_address, language)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9) ON CONFLICT (shop_id, id) DO NOTHING`,
      [
        letter.id,
        job.id,
        letter.person,
        letter.address,
        letter.subject,
        letter.body,
        job.seq,
        paper.address,
        paper.language,
      ],
    );
    await askFor(on, "letter", { letter: letter.id });
    return undefined;
  });
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
