import { z } from "zod";
import { replay, type JobEvent } from "#core/job/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { pool } from "../database/pool.ts";
import { modelByHash } from "../units/models.ts";
import { selectEvents, selectEventsAfter, selectJob, selectJobs, type PlacedEvent } from "./statements.ts";

export interface Job {
  readonly id: string;
  readonly number: number;
  readonly label: string;
  readonly openedAt: string;
  readonly modelHash: string;
  readonly unit: UnitModel;
  readonly events: readonly JobEvent[];
  /** Place in the log of the last of them. */
  readonly seq: number;
}

/** A job with its unit and events; undefined when the id is unknown or no id at all. */
export async function readJob(id: string): Promise<Job | undefined> {
  if (!z.uuid().safeParse(id).success) return undefined;
  const row = await selectJob(pool(), id);
  if (!row) return undefined;
  const [model, placed] = await Promise.all([
    modelByHash(pool(), row.modelHash),
    selectEventsAfter(pool(), id, 0),
  ]);
  return {
    id,
    number: row.number,
    label: row.label,
    openedAt: row.openedAt.toISOString(),
    modelHash: row.modelHash,
    unit: model!.unit,
    events: placed.map((p) => p.event),
    seq: placed.at(-1)?.seq ?? 0,
  };
}

/** What joined the job's log after a place in it; undefined when there is no such job. */
export async function readEventsAfter(id: string, after: number): Promise<PlacedEvent[] | undefined> {
  if (!z.uuid().safeParse(id).success || !(await selectJob(pool(), id))) return undefined;
  return selectEventsAfter(pool(), id, after);
}

/** A job as a ticket on the board. */
export interface Ticket {
  readonly id: string;
  readonly number: number;
  readonly unitName: string;
  readonly label: string;
  readonly complaint: string;
  readonly openedAt: string;
  readonly lastAt: string;
  readonly findings: number;
  readonly status: "open" | "called" | "closed";
  readonly calledItem?: string;
}

export async function listTickets(): Promise<Ticket[]> {
  const rows = await selectJobs(pool());
  return Promise.all(
    rows.map(async (row): Promise<Ticket> => {
      const [model, events] = await Promise.all([
        modelByHash(pool(), row.modelHash),
        selectEvents(pool(), row.id),
      ]);
      const { unit } = model!;
      const state = replay(unit, events);
      const called = unit.items.find((i) => i.id === state.call?.body.item)?.name;
      return {
        id: row.id,
        number: row.number,
        unitName: unit.name,
        label: row.label,
        complaint: state.complaint,
        openedAt: row.openedAt.toISOString(),
        lastAt: events.at(-1)?.at ?? row.openedAt.toISOString(),
        findings: state.ledger.filter((e) => !e.retracted).length,
        status: state.closed ? "closed" : state.call ? "called" : "open",
        ...(called ? { calledItem: called } : {}),
      };
    }),
  );
}
