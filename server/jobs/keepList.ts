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
  const jobs = await many<{ id: string; hash: string; unit: string }>(
    pool(),
    `SELECT s.job_id AS id, m.hash, m.unit_id AS unit
       FROM job_summaries s JOIN jobs j ON j.id = s.job_id
       JOIN unit_models m ON m.hash = coalesce((SELECT e.body ->> 'to' FROM job_events e
              WHERE e.job_id = j.id AND e.body ->> 'type' = 'moved' ORDER BY e.seq DESC LIMIT 1), j.model_hash)
      WHERE s.status <> 'closed' AND ($1::text IS NULL OR $1 = ANY (s.people))
      ORDER BY s.last_at DESC LIMIT ${MOST_JOBS}`,
    [person ?? null],
  );
  const units = [...new Set(jobs.map((j) => j.unit))];
  return {
    changing: ["/", "/units", ...jobs.map((j) => `/jobs/${j.id}`), ...units.map((u) => `/units/${u}`)],
    lasting: ["/tests", "/strip", ...COMPONENT_TESTS.map((t) => `/tests/${t.id}`)],
    dictionaries: [...new Set(jobs.map((j) => j.hash))].map(dictionaryAddress),
  };
}
