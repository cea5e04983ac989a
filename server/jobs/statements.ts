import type { JobEvent } from "#core/job/index.ts";
import { execute, many, maybeOne, type Connection } from "../database/query.ts";

export interface JobRow {
  readonly id: string;
  readonly number: number;
  readonly modelHash: string;
  readonly label: string;
  readonly openedAt: Date;
}

const JOB = `id, number, model_hash AS "modelHash", label, opened_at AS "openedAt"`;

export async function insertJob(
  on: Connection,
  id: string,
  modelHash: string,
  label: string,
  /** When it was taken in; now, where it is left out. */
  openedAt?: Date,
): Promise<boolean> {
  const rows = await execute(
    on,
    "INSERT INTO jobs (id, model_hash, label, opened_at) VALUES ($1, $2, $3, coalesce($4, now())) ON CONFLICT (id) DO NOTHING",
    [id, modelHash, label, openedAt],
  );
  return rows === 1;
}

export function selectJob(on: Connection, id: string): Promise<JobRow | undefined> {
  return maybeOne<JobRow & { id: string }>(on, `SELECT ${JOB} FROM jobs WHERE id = $1`, [id]);
}

/** Locks the job for the rest of the transaction, so that events join it one after another. */
export function lockJob(on: Connection, id: string): Promise<JobRow | undefined> {
  return maybeOne<JobRow & { id: string }>(on, `SELECT ${JOB} FROM jobs WHERE id = $1 FOR UPDATE`, [id]);
}

interface EventRow {
  readonly id: string;
  readonly person: string;
  readonly at: Date;
  readonly body: JobEvent["body"];
}

const toEvent = ({ id, person, at, body }: EventRow): JobEvent => ({
  id,
  person,
  at: at.toISOString(),
  body,
});

/** A job's events in the order in which they were recorded. */
export async function selectEvents(on: Connection, jobId: string): Promise<JobEvent[]> {
  return (await selectEventsAfter(on, jobId, 0)).map(({ event }) => event);
}

/** An event with its place in the log of all jobs. */
export interface PlacedEvent {
  readonly seq: number;
  readonly event: JobEvent;
}

/** Those of a job's events that were recorded after a place in the log, in order. */
export async function selectEventsAfter(
  on: Connection,
  jobId: string,
  after: number,
): Promise<PlacedEvent[]> {
  const rows = await many<EventRow & { seq: number }>(
    on,
    "SELECT seq, id, person_id AS person, at, body FROM job_events WHERE job_id = $1 AND seq > $2 ORDER BY seq",
    [jobId, after],
  );
  return rows.map((row) => ({ seq: row.seq, event: toEvent(row) }));
}

export async function selectEvent(
  on: Connection,
  id: string,
): Promise<(JobEvent & { jobId: string }) | undefined> {
  const row = await maybeOne<EventRow & { jobId: string }>(
    on,
    `SELECT id, job_id AS "jobId", person_id AS person, at, body FROM job_events WHERE id = $1`,
    [id],
  );
  return row && { ...toEvent(row), jobId: row.jobId };
}

export async function insertEvent(on: Connection, jobId: string, event: JobEvent): Promise<void> {
  await execute(on, "INSERT INTO job_events (id, job_id, person_id, at, body) VALUES ($1, $2, $3, $4, $5)", [
    event.id,
    jobId,
    event.person,
    event.at,
    JSON.stringify(event.body),
  ]);
}
