import { recordOf, type JobEvent, type JobState } from "#core/job/index.ts";
import { itemName } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { execute, type Connection } from "../database/query.ts";
import type { JobRow } from "../jobs/statements.ts";

/** Longest text that the search looks in, characters: notes of years do not make a row endless. */
const MOST_WORDS = 20_000;

/**
 * Brings a job's row of the logbook up to date with its log, in the transaction that changed it.
 * @param added the one entry that it is not up to date with, where that is known
 */
export async function keepRecord(
  on: Connection,
  job: JobRow,
  unit: UnitModel,
  events: readonly JobEvent[],
  state: JobState,
  added?: JobEvent,
): Promise<void> {
  const record = recordOf(unit, events, state);
  const nameOf = (item: string) => itemName({ unit, suspects: unit.parts }, item);
  const people = [...new Set(events.map((e) => e.person))];
  await execute(
    on,
    `INSERT INTO job_records (job_id, number, unit_id, unit_name, label, opened_at, complaint, closed_at, outcome, proven,
       waived, come_back_of, item, item_name, suspect, wrong_repairs, parts_price, checks, diagnosing, waiting, repairing,
       proving, people, claimed, words, model_hash, age)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22, $23, $24,
       concat_ws(' ', (SELECT string_agg(lower(name), ' ' ORDER BY id) FROM people WHERE id = ANY ($23)), $25::text), $26, $27)
     ON CONFLICT (shop_id, job_id) DO UPDATE SET unit_name = $4, complaint = $7, closed_at = $8, outcome = $9, proven = $10,
       waived = $11, item = $13, item_name = $14, suspect = $15, wrong_repairs = $16, parts_price = $17, checks = $18,
       diagnosing = $19, waiting = $20, repairing = $21, proving = $22, people = $23, claimed = $24, words = EXCLUDED.words, model_hash = $26,
       age = $27`,
    [
      job.id,
      job.number,
      unit.id,
      unit.name,
      job.label,
      job.openedAt,
      state.complaint,
      record.closedAt ?? null,
      record.outcome ?? null,
      record.proven,
      record.waived,
      record.comeBackOf ?? null,
      record.item ?? null,
      record.item === undefined ? null : nameOf(record.item),
      record.suspect ?? null,
      record.repairs.filter((r) => !r.held).length,
      record.repairs.reduce((sum, r) => sum + r.price, 0),
      record.checks,
      record.minutes.diagnosing,
      record.minutes.waiting,
      record.minutes.repairing,
      record.minutes.proving,
      people,
      [...new Set(state.claims.flatMap((c) => c.item ?? []))],
      wordsOf(job, unit, events, nameOf),
      job.modelHash,
      record.age ?? null,
    ],
  );
  // A note changes neither repairs nor checks.
  if (added?.body.type !== "note") await keepCounts(on, job.id, record, nameOf);
}

/** What was repaired and what was checked, anew: what a retraction took away is gone from the counts as well. */
async function keepCounts(
  on: Connection,
  job: string,
  { repairs, kinds }: ReturnType<typeof recordOf>,
  nameOf: (item: string) => string,
): Promise<void> {
  await execute(
    on,
    "WITH repairs AS (DELETE FROM job_repairs WHERE job_id = $1) DELETE FROM job_checks WHERE job_id = $1",
    [job],
  );
  if (repairs.length + kinds.length === 0) return;
  await execute(
    on,
    `WITH repairs AS (
       INSERT INTO job_repairs (job_id, place, item, item_name, suspect, replaced, price, held, waited)
       SELECT $1, r.* FROM unnest($2::int[], $3::text[], $4::text[], $5::text[], $6::bool[], $7::numeric[], $8::bool[],
         $9::real[]) r
     )
     INSERT INTO job_checks (job_id, kind, made, proof) SELECT $1, k.* FROM unnest($10::text[], $11::int[], $12::bool[]) k`,
    [
      job,
      repairs.map((_, i) => i + 1),
      repairs.map((r) => r.item),
      repairs.map((r) => nameOf(r.item)),
      repairs.map((r) => r.suspect),
      repairs.map((r) => r.replaced),
      repairs.map((r) => r.price),
      repairs.map((r) => r.held),
      repairs.map((r) => r.waited),
      kinds.map((k) => k.kind),
      kinds.map((k) => k.made),
      kinds.map((k) => k.proof),
    ],
  );
}

/** Everything of a job that somebody might search it by, in small letters, but for the names of people. */
function wordsOf(
  job: JobRow,
  unit: UnitModel,
  events: readonly JobEvent[],
  nameOf: (item: string) => string,
): string {
  const said = events.flatMap(({ body }) => {
    switch (body.type) {
      case "opened":
        return [body.complaint];
      case "claim":
      case "note":
        return [body.text];
      case "call":
        return [nameOf(body.item), body.note];
      case "repaired":
        return [nameOf(body.item), body.what, body.cause];
      case "closed":
        return [body.outcome, body.note];
      case "finding":
        return body.check.kind === "observation" ? [codeSeen(unit, body.check.observation, body.result)] : [];
      default:
        return [];
    }
  });
  return [
    String(job.number).padStart(4, "0"),
    unit.name,
    unit.maker,
    job.label,
    events[0]?.at.slice(0, 10) ?? "",
    ...new Set(said),
  ]
    .join(" ")
    .toLowerCase()
    .slice(0, MOST_WORDS);
}

/** The code that was shown, for the search. */
function codeSeen(unit: UnitModel, observation: string, result: { readonly kind: string }): string {
  const { code } = unit.observations.find((o) => o.id === observation) ?? {};
  return code !== undefined && "seen" in result && result.seen === true ? `code ${code}` : "";
}
