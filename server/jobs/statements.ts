import { LRUCache } from "lru-cache";
import { jobEvent, type JobEvent } from "#core/job/index.ts";
import { execute, many, maybeOne, type Connection } from "../database/query.ts";
import { shopOfWork } from "../database/shopOfWork.ts";

export interface JobRow {
  readonly id: string;
  readonly number: number;
  /** The revision that it is worked on: the one that it began with, until it is moved to another. */
  readonly modelHash: string;
  readonly label: string;
  readonly openedAt: Date;
}

/** `$1` is the job, `$2` its month. */
const JOB = `id, number, label, opened_at AS "openedAt",
  coalesce((SELECT e.body ->> 'to' FROM job_events e
             WHERE e.job_id = $1 AND e.opened_month = $2 AND e.body ->> 'type' = 'moved'
             ORDER BY e.seq DESC LIMIT 1), model_hash) AS "modelHash"`;

/** Months of the jobs that were asked for last, by shop and job: a job's never changes. */
const months = new LRUCache<string, string>({ max: 5000 });

/**
 * The part of the log in which a job's entries lie; undefined when there is no such job. A statement is given it as a value: one
 * that has to look it up is planned over every month there is.
 */
async function monthOf(on: Connection, jobId: string): Promise<string | undefined> {
  const key = `${shopOfWork()} ${jobId}`;
  const known = months.get(key);
  if (known !== undefined) return known;
  const row = await maybeOne<{ month: string }>(
    on,
    "SELECT opened_month::text AS month FROM jobs WHERE id = $1",
    [jobId],
  );
  if (row) months.set(key, row.month);
  return row?.month;
}

/**
 * Sees to it that the log has a part for jobs of that month. Making one waits for whoever writes jobs or people, so it is done
 * before a transaction does; nearly always it is there (server/prepare.ts makes the next ones).
 */
export async function logMonthReady(on: Connection, openedAt: Date): Promise<void> {
  await execute(on, "SELECT log_month_ready(date_trunc('month', $1::timestamptz AT TIME ZONE 'UTC')::date)", [
    openedAt,
  ]);
}

/** The month of a job's opening must have its part of the log (logMonthReady). */
export async function insertJob(
  on: Connection,
  id: string,
  modelHash: string,
  label: string,
  /** When it was taken in; now, where it is left out. */
  openedAt?: Date,
): Promise<boolean> {
  // What was asked for in a transaction that was undone is not so.
  months.delete(`${shopOfWork()} ${id}`);
  const rows = await execute(
    on,
    "INSERT INTO jobs (id, model_hash, label, opened_at) VALUES ($1, $2, $3, coalesce($4, now())) ON CONFLICT (shop_id, id) DO NOTHING",
    [id, modelHash, label, openedAt],
  );
  return rows === 1;
}

export async function selectJob(on: Connection, id: string): Promise<JobRow | undefined> {
  const month = await monthOf(on, id);
  if (month === undefined) return undefined;
  return maybeOne<JobRow & { id: string }>(on, `SELECT ${JOB} FROM jobs WHERE id = $1`, [id, month]);
}

/** A job that is locked, and what it stands at with an entry that is to join it. */
export interface LockedJob {
  readonly job: JobRow;
  /** The entry of that id, where there is one already: of which job, and what it says. */
  readonly recorded?: { readonly jobId: string; readonly body: unknown };
}

/** Locks the job for the rest of the transaction, so that events join it one after another. */
export async function lockJob(on: Connection, id: string, event: string): Promise<LockedJob | undefined> {
  const month = await monthOf(on, id);
  if (month === undefined) return undefined;
  // The lock is on its line on the board: jobs themselves are never written again. What stands is read once it is held.
  await maybeOne(on, "SELECT job_id FROM job_summaries WHERE job_id = $1 FOR UPDATE", [id]);
  const row = await maybeOne<JobRow & { recorded: LockedJob["recorded"] | null }>(
    on,
    `SELECT ${JOB}, (SELECT jsonb_build_object('jobId', job_id, 'body', body) FROM job_events
              WHERE id = $3 AND opened_month = $2) AS recorded
       FROM jobs WHERE id = $1`,
    [id, month, event],
  );
  if (!row) return undefined;
  const { recorded, ...job } = row;
  return { job, ...(recorded ? { recorded } : {}) };
}

interface EventRow {
  readonly id: string;
  readonly person: string;
  readonly at: Date;
  readonly device: string | null;
  readonly after: string | null;
  readonly body: unknown;
}

const EVENT = `id, person_id AS person, at, device, after_id AS "after", body`;

/** An event of the log; undefined where this version of the program cannot read it. */
function toEvent({ id, person, at, device, after, body }: EventRow): JobEvent | undefined {
  const read = jobEvent.safeParse({
    id,
    person,
    at: at.toISOString(),
    ...(device ? { device } : {}),
    ...(after ? { after } : {}),
    body,
  });
  return read.success ? read.data : undefined;
}

/** An event with its place in the log of all jobs. */
export interface PlacedEvent {
  readonly seq: number;
  readonly event: JobEvent;
}

/** A job's log, or the part after a place in it, in the order of recording. */
export interface Log {
  readonly placed: readonly PlacedEvent[];
  /** Entries that this version of the program cannot read: they are left out, and the job says so. */
  readonly unreadable: number;
  /** Place of the last entry, whether it can be read or not. */
  readonly last: number;
}

export async function selectLog(on: Connection, jobId: string, after = 0): Promise<Log> {
  const rows = await many<EventRow & { seq: number }>(
    on,
    `SELECT seq, ${EVENT} FROM job_events
      WHERE job_id = $1 AND opened_month = $2 AND seq > $3 ORDER BY seq`,
    [jobId, await monthOf(on, jobId), after],
  );
  const placed = rows.flatMap((row) => {
    const event = toEvent(row);
    return event ? [{ seq: row.seq, event }] : [];
  });
  return { placed, unreadable: rows.length - placed.length, last: rows.at(-1)?.seq ?? after };
}

/** Logs read last, by shop and job. What was recorded never changes, so that only what joined since is read again. */
const read = new LRUCache<string, Log>({ max: 300 });

/** A job's whole log, read on from where this process has read it to. Inside of a transaction the job must be locked. */
export async function wholeLog(on: Connection, jobId: string): Promise<Log> {
  const key = `${shopOfWork()} ${jobId}`;
  const known = read.get(key);
  const since = await selectLog(on, jobId, known?.last);
  if (known && since.last === known.last) return known;
  const log = known
    ? {
        placed: [...known.placed, ...since.placed],
        unreadable: known.unreadable + since.unreadable,
        last: since.last,
      }
    : since;
  read.set(key, log);
  return log;
}

export async function insertEvent(on: Connection, jobId: string, event: JobEvent): Promise<void> {
  await execute(
    on,
    `INSERT INTO job_events (job_id, opened_month, id, person_id, at, device, after_id, body)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [
      jobId,
      await monthOf(on, jobId),
      event.id,
      event.person,
      event.at,
      event.device,
      event.after,
      JSON.stringify(event.body),
    ],
  );
}

/** A whole log at once, in its order. */
export async function insertEvents(
  on: Connection,
  jobId: string,
  events: readonly JobEvent[],
): Promise<void> {
  await execute(
    on,
    `INSERT INTO job_events (id, job_id, opened_month, person_id, at, body)
     SELECT e.id, $1, $2, e.person, e.at, e.body
       FROM unnest($3::uuid[], $4::text[], $5::timestamptz[], $6::jsonb[])
         WITH ORDINALITY AS e (id, person, at, body, place)
       ORDER BY e.place`,
    [
      jobId,
      await monthOf(on, jobId),
      events.map((e) => e.id),
      events.map((e) => e.person),
      events.map((e) => e.at),
      events.map((e) => JSON.stringify(e.body)),
    ],
  );
}
