import { z } from "zod";
import type { Language } from "#core/language/index.ts";
import { pool } from "../database/pool.ts";
import { execute, maybeOne } from "../database/query.ts";
import { customerPdf } from "../reports/customerPdf.ts";
import { sayOnPaper } from "../reports/inLanguage.ts";
import { readPaper } from "../reports/jobPaper.ts";

/** What a letter's paper is made of, and the paper once it is made. */
interface Kept {
  readonly job: string;
  readonly place: number;
  readonly address: string;
  readonly language: Language;
  readonly pdf: Buffer | null;
}

/**
 * The paper that goes with a letter: the customer's page as the job stood when the letter was written. It is made once; where the
 * queue has not come to it, now. Undefined where there is no such letter, or one that has no paper.
 */
export async function letterPdf(
  id: string,
  asker?: AbortSignal,
): Promise<Uint8Array<ArrayBuffer> | undefined> {
  if (!z.uuid().safeParse(id).success) return undefined;
  const kept = await readKept(id);
  if (!kept) return undefined;
  if (kept.pdf) return new Uint8Array(kept.pdf);
  const paper = await readPaper(kept.job, asker, kept.place);
  if (!paper) return undefined;
  const say = sayOnPaper(kept.language, paper.settings, paper.job.unit);
  await execute(
    pool(),
    "INSERT INTO letter_papers (letter_id, pdf) VALUES ($1, $2) ON CONFLICT (shop_id, letter_id) DO NOTHING",
    [id, await customerPdf(paper, kept.address, say)],
  );
  // Where two made it beside each other, both give the one that is kept.
  return new Uint8Array((await readKept(id))!.pdf!);
}

const readKept = (id: string): Promise<Kept | undefined> =>
  maybeOne<Kept>(
    pool(),
    `SELECT o.job_id AS job, o.log_place::float8 AS place, o.job_address AS address, o.language, coalesce(o.pdf, p.pdf) AS pdf
       FROM outbox o LEFT JOIN letter_papers p ON p.letter_id = o.id
      WHERE o.id = $1 AND o.job_id IS NOT NULL`,
    [id],
  );
