import { isDeepStrictEqual } from "node:util";
import { escapeIdentifier, type Pool } from "pg";
import sharp from "sharp";
import { recordOf, type JobEvent } from "#core/job/index.ts";
import { readUnitOrThrow, type UnitModel } from "#core/unit/index.ts";
import { everyShop, many, maybeOne, one, withShopsEyes, type Connection } from "../database/query.ts";
import { selectLog } from "../jobs/statements.ts";
import { summaryOf } from "../jobs/summary.ts";
import { modelHash } from "../units/models.ts";

export interface DatabaseCheck {
  readonly counts: Readonly<Record<string, number>>;
  /** What is not as it should be, in sentences; empty where everything is. */
  readonly problems: readonly string[];
}

/** Reads everything that is kept and says what is not as it should be. Changes nothing. */
export async function checkDatabase(owner: Pool): Promise<DatabaseCheck> {
  const shops = await everyShop(owner);
  const problems: string[] = [];
  for (const shop of shops) {
    const found = await withShopsEyes(shop, shopProblems, owner);
    problems.push(...found.map((text) => (shops.length > 1 ? `${shop}: ${text}` : text)));
  }
  return { counts: await countAll(owner), problems };
}

async function shopProblems(on: Connection): Promise<string[]> {
  const models = new Map<string, UnitModel>();
  return [
    ...(await modelProblems(on, models)),
    ...(await jobProblems(on, models)),
    ...(await fileProblems(on)),
  ];
}

/** Rows of each table, of all shops: every table that the schema has, so that none is forgotten; a table in parts is one. */
export async function countAll(owner: Pool): Promise<Record<string, number>> {
  const { rows: tables } = await owner.query<{ name: string }>(
    `SELECT relname AS name FROM pg_class
      WHERE relnamespace = 'public'::regnamespace AND relkind IN ('r', 'p') AND NOT relispartition
        AND relname <> 'schema_migrations' ORDER BY 1`,
  );
  const counts: Record<string, number> = {};
  for (const { name } of tables) {
    const { rows } = await owner.query<{ n: number }>(
      `SELECT count(*)::int AS n FROM ${escapeIdentifier(name)}`,
    );
    counts[name] = rows[0]!.n;
  }
  return counts;
}

async function modelProblems(on: Connection, read: Map<string, UnitModel>): Promise<string[]> {
  const problems: string[] = [];
  for (const { hash, model } of await many<{ hash: string; model: unknown }>(
    on,
    "SELECT hash, model FROM unit_models",
  )) {
    if (modelHash(model) !== hash)
      problems.push(`Model ${short(hash)}: its content is not that of its hash.`);
    try {
      read.set(hash, readUnitOrThrow(model));
    } catch (error) {
      problems.push(`Model ${short(hash)}: ${(error as Error).message}`);
    }
  }
  return problems;
}

async function jobProblems(on: Connection, models: ReadonlyMap<string, UnitModel>): Promise<string[]> {
  const problems: string[] = [];
  const files = new Set((await many<{ id: string }>(on, "SELECT id FROM files")).map((f) => f.id));
  for (const { id, number, hash } of await many<{ id: string; number: number; hash: string }>(
    on,
    `SELECT id, number, coalesce((SELECT e.body ->> 'to' FROM job_events e WHERE e.job_id = jobs.id
         AND e.opened_month = jobs.opened_month AND e.body ->> 'type' = 'moved' ORDER BY e.seq DESC LIMIT 1), model_hash) AS hash
       FROM jobs ORDER BY number`,
  )) {
    const say = (text: string) => void problems.push(`Job ${String(number).padStart(4, "0")}: ${text}`);
    const { placed, unreadable } = await selectLog(on, id);
    const events = placed.map((p) => p.event);
    if (unreadable > 0) say(`${unreadable} entries cannot be read.`);
    if (events[0]?.body.type !== "opened") say("its first entry is not its opening.");
    for (const text of entryProblems(events, files)) say(text);
    const unit = models.get(hash);
    if (!unit) say(`the revision ${short(hash)} that it was moved to is not there.`);
    if (unit && !(await isSummaryRight(on, id, unit, events)))
      say("its line on the board is not what its entries say.");
    if (unit && !(await isRecordRight(on, id, unit, events)))
      say("its row of the logbook is not what its entries say.");
  }
  return problems;
}

function entryProblems(events: readonly JobEvent[], files: ReadonlySet<string>): string[] {
  const ids = new Set(events.map((e) => e.id));
  return events.flatMap(({ id, body }) => {
    if (body.type === "attachment" && !files.has(body.file))
      return [`the file “${body.name}” of entry ${id} is not there.`];
    if ((body.type === "retraction" || body.type === "attachment") && !ids.has(body.of))
      return [`entry ${id} is about ${body.of}, which is not in the job.`];
    return [];
  });
}

async function isSummaryRight(
  on: Connection,
  job: string,
  unit: UnitModel,
  events: readonly JobEvent[],
): Promise<boolean> {
  const [row] = await many<Record<string, unknown>>(
    on,
    `SELECT complaint, findings, status, stage, band, called_item AS "calledItem", waits, people FROM job_summaries
      WHERE job_id = $1`,
    [job],
  );
  const wanted: Record<string, unknown> = { ...summaryOf(unit, events) };
  // The time of the last entry is a time of the database; the others are compared as they are.
  delete wanted["lastAt"];
  return row !== undefined && isDeepStrictEqual({ ...row }, wanted);
}

async function isRecordRight(
  on: Connection,
  job: string,
  unit: UnitModel,
  events: readonly JobEvent[],
): Promise<boolean> {
  const row = await maybeOne<Record<string, unknown>>(
    on,
    `SELECT outcome, proven, waived, item, suspect, checks, wrong_repairs AS wrong,
        (SELECT count(*)::int FROM job_repairs p WHERE p.job_id = r.job_id) AS repairs,
        (SELECT coalesce(sum(made), 0)::int FROM job_checks c WHERE c.job_id = r.job_id) AS made
      FROM job_records r WHERE job_id = $1`,
    [job],
  );
  const record = recordOf(unit, events);
  return isDeepStrictEqual(row && { ...row }, {
    outcome: record.outcome ?? null,
    proven: record.proven,
    waived: record.waived,
    item: record.item ?? null,
    suspect: record.suspect ?? null,
    checks: record.checks,
    wrong: record.repairs.filter((r) => !r.held).length,
    repairs: record.repairs.length,
    made: record.kinds.reduce((sum, k) => sum + k.made, 0),
  });
}

async function fileProblems(on: Connection): Promise<string[]> {
  const problems: string[] = [];
  // One after the other: they may be large.
  for (const { id } of await many<{ id: string }>(on, "SELECT id FROM files ORDER BY id")) {
    const { name, media, content } = await one<{ name: string; media: string; content: Buffer }>(
      on,
      "SELECT name, media, content FROM files WHERE id = $1",
      [id],
    );
    const is =
      media === "application/pdf"
        ? content.subarray(0, 5).toString("latin1") === "%PDF-"
        : await sharp(content)
            .metadata()
            .then(({ format }) => `image/${format}` === media)
            .catch(() => false);
    if (!is) problems.push(`The file “${name}” (${id}) is not the ${media} that it is filed as.`);
  }
  return problems;
}

const short = (hash: string) => hash.slice(0, 12);
