import { z } from "zod";
import type { JobEvent } from "#core/job/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { pool } from "../database/pool.ts";
import { shopOfWork } from "../database/shopOfWork.ts";
import { modelByHash, newestHashBeside } from "../units/models.ts";
import { selectJob, wholeLog, type Log, type PlacedEvent } from "./statements.ts";

export interface Job {
  readonly id: string;
  readonly number: number;
  readonly label: string;
  readonly openedAt: string;
  readonly modelHash: string;
  readonly unit: UnitModel;
  /** The newest revision of the unit, where it is another one. */
  readonly newer?: string;
  readonly events: readonly JobEvent[];
  /** Place in the log of the last of them. */
  readonly seq: number;
  /** Entries that this version of the program cannot read. */
  readonly unreadable: number;
}

/**
 * A job with its unit and events; undefined when the id is unknown or no id at all.
 * @param through reads its log as it stood at that place
 */
export async function readJob(id: string, through = Infinity): Promise<Job | undefined> {
  if (!z.uuid().safeParse(id).success) return undefined;
  const row = await selectJob(pool(), id);
  if (!row) return undefined;
  const [model, newest, { placed: whole, unreadable }] = await Promise.all([
    modelByHash(pool(), row.modelHash),
    newestHashBeside(pool(), row.modelHash),
    wholeLog(pool(), id),
  ]);
  const placed = whole.filter((p) => p.seq <= through);
  return {
    id,
    number: row.number,
    label: row.label,
    openedAt: row.openedAt.toISOString(),
    modelHash: row.modelHash,
    unit: model!.unit,
    ...(newest === undefined ? {} : { newer: newest }),
    events: placed.map((p) => p.event),
    seq: placed.at(-1)?.seq ?? 0,
    unreadable,
  };
}

/** Reads of logs that are asked for and have not begun, by shop and job. */
const soon = new Map<string, Promise<Log>>();

/**
 * What joined the job's log after a place in it; undefined when there is no such job. All who are told of an entry in one turn
 * of the event loop share one read, which begins after the last of them has asked.
 */
export async function readEventsAfter(
  id: string,
  after: number,
): Promise<readonly PlacedEvent[] | undefined> {
  if (!z.uuid().safeParse(id).success) return undefined;
  const key = `${shopOfWork()} ${id}`;
  let log = soon.get(key);
  if (!log) {
    log = new Promise<void>((begin) => setImmediate(begin)).then(() => {
      soon.delete(key);
      return wholeLog(pool(), id);
    });
    soon.set(key, log);
  }
  const { placed, last } = await log;
  // A job begins with its first entry.
  return last === 0 ? undefined : placed.slice(placed.findLastIndex((p) => p.seq <= after) + 1);
}
