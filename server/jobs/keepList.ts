import { COMPONENT_TESTS } from "#core/component/index.ts";
import { pool } from "../database/pool.ts";
import { many } from "../database/query.ts";
import { dictionaryAddress } from "../units/dictionaries.ts";

/** Open jobs that are kept in somebody's browser: those that they wrote in last, or the latest of the shop where nobody is chosen. */
const MOST_JOBS = 12;

/** Addresses of what somebody works on, for times without a network. */
export async function keepList(person: string | undefined): Promise<{
  readonly changing: readonly string[];
  readonly lasting: readonly string[];
  readonly dictionaries: readonly string[];
}> {
  const open = await many<{ id: string; month: string }>(
    pool(),
    `SELECT s.job_id AS id, j.opened_month::text AS month
       FROM job_summaries s JOIN jobs j ON j.id = s.job_id
      WHERE s.status <> 'closed' AND ($1::text IS NULL OR $1 = ANY (s.people))
      ORDER BY s.last_at DESC LIMIT ${MOST_JOBS}`,
    [person ?? null],
  );
  const jobs = await many<{ id: string; hash: string; unit: string }>(
    pool(),
    `SELECT j.id, m.hash, m.unit_id AS unit
       FROM unnest($1::uuid[]) WITH ORDINALITY AS o (id, place) JOIN jobs j USING (id)
       LEFT JOIN (SELECT DISTINCT ON (job_id) job_id, body ->> 'to' AS hash FROM job_events
                   WHERE job_id = ANY ($1) AND opened_month = ANY ($2::date[]) AND body ->> 'type' = 'moved'
                   ORDER BY job_id, seq DESC) AS moved ON moved.job_id = j.id
       JOIN unit_models m ON m.hash = coalesce(moved.hash, j.model_hash)
      ORDER BY o.place`,
    [open.map((j) => j.id), [...new Set(open.map((j) => j.month))]],
  );
  const units = [...new Set(jobs.map((j) => j.unit))];
  return {
    changing: ["/", "/units", ...jobs.map((j) => `/jobs/${j.id}`), ...units.map((u) => `/units/${u}`)],
    lasting: ["/tests", "/strip", ...COMPONENT_TESTS.map((t) => `/tests/${t.id}`)],
    dictionaries: [...new Set(jobs.map((j) => j.hash))].map(dictionaryAddress),
  };
}
