import { learnFrom, type Experience, type PastCalls, type PastClaims } from "#core/diagnosis/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { many, maybeOne, type Connection } from "../database/query.ts";
import { newestModel } from "../units/models.ts";

/**
 * How far a call of a closed job is trusted: proven and not come back, wholly; closed without its proof, by half; come back,
 * hardly. Chosen, not measured.
 */
const TRUST = { proven: 1, waived: 0.5, cameBack: 0.1 } as const;
/** Below so many trusted jobs in the whole shop nothing is said to have been learned. */
const FEWEST_JOBS = 3;
/** Other units that are looked at for what kinds of parts do, those with most jobs first. */
const MOST_UNITS = 40;

/**
 * What this shop's closed jobs say of a unit; undefined where there are too few of them.
 * @param years how old this unit is, where its plate told
 */
export async function shopExperience(
  on: Connection,
  unit: UnitModel,
  years?: number,
): Promise<Experience | undefined> {
  const rows = await many<Omit<PastCalls, "years"> & { years: number | null }>(
    on,
    `SELECT unit_id AS unit, suspect, item, age AS years, count(*)::int AS jobs, trust::float8 AS trust
       FROM (SELECT unit_id, suspect, item, age, CASE
               WHEN EXISTS (SELECT FROM job_records b WHERE b.come_back_of = r.job_id) THEN ${TRUST.cameBack}
               WHEN waived THEN ${TRUST.waived} ELSE ${TRUST.proven} END AS trust
              FROM job_records r WHERE outcome = 'repaired' AND suspect IS NOT NULL AND item IS NOT NULL) k
      GROUP BY 1, 2, 3, 4, 6 ORDER BY 5 DESC, 1, 2, 3, 4`,
  );
  const calls = rows.map(({ years: age, ...c }): PastCalls => (age === null ? c : { ...c, years: age }));
  if (calls.reduce((sum, c) => sum + c.jobs * c.trust, 0) < FEWEST_JOBS) return undefined;
  const claims = await many<{ unit: string; item: string; jobs: number; atFault: number }>(
    on,
    `SELECT unit_id AS unit, claim AS item, count(*)::int AS jobs,
        (count(*) FILTER (WHERE claim = ANY (string_to_array(item, '+'))))::int AS "atFault"
       FROM job_records, unnest(claimed) claim WHERE outcome = 'repaired' GROUP BY 1, 2`,
  );
  return learnFrom(unit, await unitsOf(on, unit, calls, claims), calls, claims, years);
}

async function unitsOf(
  on: Connection,
  unit: UnitModel,
  calls: readonly PastCalls[],
  claims: readonly PastClaims[],
): Promise<ReadonlyMap<string, UnitModel>> {
  const ids = [...new Set([...calls, ...claims].map((c) => c.unit))].slice(0, MOST_UNITS);
  const units = new Map([[unit.id, unit]]);
  for (const id of ids) {
    const known = units.has(id) ? undefined : await newestModel(id, on);
    if (known) units.set(id, known.unit);
  }
  return units;
}

/** A closed job that the one that is taken in may have come back from. */
export interface Lately {
  readonly id: string;
  readonly number: number;
  readonly label: string;
  readonly itemName: string | null;
  readonly closedAt: string;
}

/** Jobs that are offered as the one it came back from. */
const LATELY = 12;

/** The last closed jobs on a unit. */
export async function closedLately(on: Connection, unitId: string): Promise<Lately[]> {
  const rows = await many<Omit<Lately, "closedAt"> & { closedAt: Date }>(
    on,
    `SELECT job_id AS id, number, label, item_name AS "itemName", closed_at AS "closedAt" FROM job_records
      WHERE unit_id = $1 AND closed_at IS NOT NULL ORDER BY opened_at DESC LIMIT ${LATELY}`,
    [unitId],
  );
  return rows.map((row) => ({ ...row, closedAt: row.closedAt.toISOString() }));
}

/** Whether there is such a job on this unit, and it was closed. */
export async function isClosedJobOf(on: Connection, job: string, unitId: string): Promise<boolean> {
  const found = await maybeOne(
    on,
    "SELECT job_id FROM job_records WHERE job_id = $1 AND unit_id = $2 AND closed_at IS NOT NULL",
    [job, unitId],
  );
  return found !== undefined;
}

/** Whether the shop has closed any job as repaired, so that there is something to learn from. */
export async function hasClosedJobs(on: Connection): Promise<boolean> {
  const found = await maybeOne(on, "SELECT job_id FROM job_records WHERE outcome = 'repaired' LIMIT 1");
  return found !== undefined;
}
