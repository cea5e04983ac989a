import { addDays, formatISO } from "date-fns";
import { replay, type JobEvent, type JobState } from "#core/job/index.ts";
import { itemName } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { execute, many, type Connection } from "../database/query.ts";
import { keepRecord } from "../logbook/keepRecord.ts";
import { modelByHash } from "../units/models.ts";
import { selectJob, selectLog, type JobRow } from "./statements.ts";

/** What a job stands at: to be measured, repaired or proven, waiting for a part or somebody, or closed. */
export type Stage = "measure" | "repair" | "prove" | "wait" | "closed";

/** What the board shows of a job. */
export interface Summary {
  readonly complaint: string;
  readonly lastAt: string;
  readonly findings: number;
  readonly status: "open" | "called" | "closed";
  readonly stage: Stage;
  readonly band: JobState["band"];
  readonly calledItem: string | null;
  readonly waits: string | null;
  readonly people: readonly string[];
}

/**
 * A job in a line: findings that nobody took back, but for what was answered as it was taken in; the call that stands, and the
 * last note after it, which is what the repair waits for; who has written in it, the last one first.
 */
export function summaryOf(
  unit: UnitModel,
  events: readonly JobEvent[],
  state: JobState = replay(unit, events),
): Summary {
  const openedAt = events.find((e) => e.body.type === "opened")?.at ?? "";
  const calledAt = events.findIndex((e) => e.id === state.call?.event.id);
  const afterCall = state.call
    ? events.slice(calledAt + 1).findLast((e) => e.body.type === "note")
    : undefined;
  const coming = comingText(unit, state);
  return {
    complaint: state.complaint,
    lastAt: events.at(-1)?.at ?? "",
    findings: state.ledger.filter((e) => !e.retracted && e.event.at > openedAt).length,
    stage: stageOf(state, afterCall !== undefined || coming !== undefined),
    status: state.closed ? "closed" : state.call ? "called" : "open",
    band: state.band,
    calledItem: state.call ? itemName({ unit, suspects: unit.parts }, state.call.body.item) : null,
    waits: coming ?? (afterCall?.body.type === "note" ? afterCall.body.text : null),
    people: [...new Set(events.map((e) => e.person).reverse())],
  };
}

/** "Thermal cut-out from Lockside Spares, due 2026-03-07": the last order of what has not come yet. */
function comingText(unit: UnitModel, { orders }: JobState): string | undefined {
  const last = orders.findLast((o) => !o.arrived);
  if (!last) return undefined;
  const due = formatISO(addDays(last.event.at, last.days), { representation: "date" });
  return `${itemName({ unit, suspects: unit.parts }, last.item)} from ${last.supplier}, due ${due}`;
}

/** A job waits for a part that was ordered, or once somebody wrote after its call what for, until it is repaired. */
function stageOf({ closed, call }: JobState, waits: boolean): Stage {
  if (closed) return "closed";
  if (!call) return "measure";
  if (call.repaired) return "prove";
  return waits ? "wait" : "repair";
}

/**
 * Brings a job's line on the board, and its row of the logbook, up to date with its log, in the transaction that changed it.
 * @param added the one entry that they are not up to date with, where that is known
 */
export async function keepSummary(
  on: Connection,
  job: JobRow,
  unit: UnitModel,
  events: readonly JobEvent[],
  unreadable = 0,
  added?: JobEvent,
): Promise<void> {
  const state = replay(unit, events);
  const { complaint, lastAt, findings, status, stage, band, calledItem, waits, people } = summaryOf(
    unit,
    events,
    state,
  );
  const number = String(job.number).padStart(4, "0");
  const words = [number, unit.name, job.label, complaint].join(" ").toLowerCase();
  await execute(
    on,
    `INSERT INTO job_summaries (job_id, number, unit_name, label, opened_at, complaint, last_at, findings, status, band,
       called_item, waits, people, unreadable, words, stage)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16)
     ON CONFLICT (shop_id, job_id) DO UPDATE SET unit_name = $3, complaint = $6, last_at = $7, findings = $8, status = $9, band = $10,
       called_item = $11, waits = $12, people = $13, unreadable = $14, words = $15, stage = $16`,
    [
      job.id,
      job.number,
      unit.name,
      job.label,
      job.openedAt,
      complaint,
      lastAt === "" ? job.openedAt : lastAt,
      findings,
      status,
      band,
      calledItem,
      waits,
      people,
      unreadable,
      words,
      stage,
    ],
  );
  await keepRecord(on, job, unit, events, state, added);
}

/** Writes the line of every job that has none, or no row of the logbook: those of before these had tables. Returns how many. */
export async function keepMissingSummaries(on: Connection): Promise<number> {
  const rows = await many<{ id: string }>(
    on,
    `SELECT id FROM jobs WHERE NOT EXISTS (
       SELECT FROM job_summaries s JOIN job_records r USING (job_id) WHERE s.job_id = jobs.id AND s.stage IS NOT NULL
     ) ORDER BY number`,
  );
  const units = new Map<string, UnitModel>();
  for (const { id } of rows) {
    const job = (await selectJob(on, id))!;
    const unit = units.get(job.modelHash) ?? (await modelByHash(on, job.modelHash))!.unit;
    units.set(job.modelHash, unit);
    const { placed, unreadable } = await selectLog(on, id);
    await keepSummary(
      on,
      job,
      unit,
      placed.map((p) => p.event),
      unreadable,
    );
  }
  return rows.length;
}
