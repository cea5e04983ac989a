import type { BestCourse } from "#core/practice/index.ts";
import { pool } from "../database/pool.ts";
import { execute, maybeOne, type Connection } from "../database/query.ts";
import { courseTo } from "../practice/practiceThreads.ts";
import { modelByHash } from "../units/models.ts";

/** Keeps the shortest way to a fault of a model, or that there is none. */
export async function keepBestCourse(
  on: Connection,
  modelHash: string,
  suspect: string,
  course: BestCourse | undefined,
): Promise<void> {
  await execute(
    on,
    `INSERT INTO best_courses (model_hash, suspect, minutes, checks) VALUES ($1, $2, $3, $4)
     ON CONFLICT DO NOTHING`,
    [modelHash, suspect, course?.minutes ?? null, course?.checks ?? null],
  );
}

/** Computes the shortest way to what a job was closed on, where nobody has yet: the logbook compares with it. */
export async function computeBestCourse(jobId: string): Promise<void> {
  const open = await maybeOne<{ hash: string; suspect: string }>(
    pool(),
    `SELECT r.model_hash AS hash, r.suspect FROM job_records r
      WHERE r.job_id = $1 AND r.outcome = 'repaired' AND r.suspect IS NOT NULL
        AND NOT EXISTS (SELECT FROM best_courses b WHERE b.model_hash = r.model_hash AND b.suspect = r.suspect)`,
    [jobId],
  );
  if (!open) return;
  const { hash, suspect } = open;
  const { unit } = (await modelByHash(pool(), hash))!;
  await keepBestCourse(pool(), hash, suspect, await courseTo(hash, unit, suspect));
}
