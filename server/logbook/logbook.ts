import { readMany, readOne } from "../database/replica.ts";

/** Which jobs are asked about. */
export interface Asked {
  /** Every one of them is in the job's words. */
  readonly words: readonly string[];
  readonly unit?: string;
  /** Taken in so many days ago at most. */
  readonly days?: number;
}

/** A table as a question is answered: heads, and rows of texts and numbers. */
export interface Answer {
  readonly id: QuestionId;
  readonly heads: readonly string[];
  readonly rows: readonly (readonly (string | number | null)[])[];
}

export const QUESTIONS = ["fails", "isolate", "checks", "van", "trouble", "time"] as const;
export type QuestionId = (typeof QUESTIONS)[number];

/** Most rows of an answer that goes by item: what is rare is in the search. */
const MOST_ROWS = 40;
/** A repair of the same item on the same machine within so many days is one too many. */
const AGAIN_DAYS = 90;

/** The condition on shop_records (the shop's rows of job_records, see the migrations), and its parameters. Words are sought anywhere in a job's text by its trigram index. */
function whereOf({ words, unit, days }: Asked): { readonly where: string; readonly values: unknown[] } {
  const values: unknown[] = [];
  const next = (value: unknown) => `$${values.push(value)}`;
  const parts = words.map((word) => `words LIKE ${next(`%${escapeLike(word.toLowerCase())}%`)}`);
  if (unit !== undefined) parts.push(`unit_id = ${next(unit)}`);
  if (days !== undefined) parts.push(`opened_at >= now() - ${next(days)} * interval '1 day'`);
  return { where: parts.length === 0 ? "true" : parts.join(" AND "), values };
}

const escapeLike = (word: string) => word.replaceAll(/[\\%_]/gu, "\\$&");

/** One number for a machine and its item: three texts take twice as long to sort. In 64 bits no two of a shop's jobs meet by chance. */
const MACHINE_AND_ITEM = "hashtextextended(unit_id || E'\\n' || label || E'\\n' || coalesce(item, ''), 0)";

/** Each question over the jobs j that are asked about. Numbers are rounded where they are read, minutes to one. */
const SQL: Readonly<
  Record<QuestionId, { readonly heads: readonly string[]; readonly sql: (jobs: string) => string }>
> = {
  fails: {
    heads: ["Unit", "What was repaired", "Jobs"],
    sql: (jobs) =>
      `SELECT unit_name, item_name, count(*)::int FROM (${jobs}) j
        WHERE outcome = 'repaired' AND item_name IS NOT NULL
        GROUP BY 1, 2 ORDER BY 3 DESC, 1, 2 LIMIT ${MOST_ROWS}`,
  },
  isolate: {
    heads: [
      "Unit",
      "Jobs",
      "Minutes, half under",
      "Nine in ten under",
      "Computed best",
      "Checks, half under",
      "Best, checks",
    ],
    sql: (jobs) =>
      `SELECT unit_name, count(*)::int,
          round(percentile_cont(0.5) WITHIN GROUP (ORDER BY diagnosing))::int,
          round(percentile_cont(0.9) WITHIN GROUP (ORDER BY diagnosing))::int,
          round((percentile_cont(0.5) WITHIN GROUP (ORDER BY b.minutes))::numeric, 1)::float8,
          percentile_disc(0.5) WITHIN GROUP (ORDER BY j.checks)::int,
          percentile_disc(0.5) WITHIN GROUP (ORDER BY b.checks)::int
        FROM (${jobs}) j LEFT JOIN best_courses b ON b.model_hash = j.model_hash AND b.suspect = j.suspect
        WHERE outcome = 'repaired' GROUP BY 1 ORDER BY 2 DESC, 1`,
  },
  checks: {
    heads: ["Kind of check", "Made", "In jobs", "Jobs it proved", "Proved of each hundred made"],
    sql: (jobs) =>
      `SELECT kind, sum(made)::int, count(*)::int, (count(*) FILTER (WHERE proof))::int,
          round(100.0 * count(*) FILTER (WHERE proof) / sum(made))::int
        FROM (${jobs}) j JOIN job_checks USING (job_id) GROUP BY 1 ORDER BY 2 DESC`,
  },
  van: {
    heads: ["Part", "Used", "Price", "Jobs that waited for it", "Days waited, on average"],
    sql: (jobs) =>
      `SELECT r.item_name || ', ' || unit_name, count(*)::int, max(r.price)::float8,
          (count(*) FILTER (WHERE waited > 0))::int,
          coalesce(round((avg(waited) FILTER (WHERE waited > 0) / 1440)::numeric, 1)::float8, 0)
        FROM (${jobs}) j JOIN job_repairs r USING (job_id) WHERE r.replaced
        GROUP BY 1 ORDER BY 2 DESC, 4 DESC, 1 LIMIT ${MOST_ROWS}`,
  },
  trouble: {
    heads: [
      "Unit",
      "Jobs closed",
      "Wrong repairs",
      "Came back",
      "Not proven",
      "Same item again within 90 days",
    ],
    sql: (jobs) =>
      `SELECT unit_name, count(*)::int, sum(wrong_repairs)::int,
          (count(*) FILTER (WHERE job_id IN
            (SELECT come_back_of FROM shop_records WHERE come_back_of IS NOT NULL)))::int,
          (count(*) FILTER (WHERE waived))::int,
          (count(*) FILTER (WHERE opened_at - before <= ${AGAIN_DAYS} * interval '1 day'))::int
        FROM (SELECT unit_name, wrong_repairs, job_id, waived, opened_at,
                  lag(closed_at) OVER (PARTITION BY ${MACHINE_AND_ITEM} ORDER BY opened_at) AS before
                FROM (${jobs}) k WHERE closed_at IS NOT NULL) j
        GROUP BY 1 ORDER BY 2 DESC, 1`,
  },
  time: {
    heads: ["Month", "Jobs", "Diagnosing, h", "Repairing, h", "Proving, h", "Waiting, days"],
    sql: (jobs) =>
      `SELECT to_char(date_trunc('month', opened_at), 'YYYY-MM'), count(*)::int,
          round((sum(diagnosing) / 60)::numeric, 1)::float8, round((sum(repairing) / 60)::numeric, 1)::float8,
          round((sum(proving) / 60)::numeric, 1)::float8, round((sum(waiting) / 1440)::numeric, 1)::float8
        FROM (${jobs}) j GROUP BY 1 ORDER BY 1`,
  },
};

export async function answer(id: QuestionId, asked: Asked): Promise<Answer> {
  const { where, values } = whereOf(asked);
  const { heads, sql } = SQL[id];
  const rows = await readMany<Record<string, string | number | null>>(
    // Columns without a name of their own would overwrite each other in a row that is an object.
    `SELECT * FROM (${sql(`SELECT * FROM shop_records WHERE ${where}`)}) AS answer (${heads.map((_, i) => `c${i}`).join(", ")})`,
    values,
  );
  return { id, heads, rows: rows.map((row) => heads.map((_, i) => row[`c${i}`] ?? null)) };
}

/** A job as the search finds it. */
export interface Found {
  readonly id: string;
  readonly number: number;
  readonly unitName: string;
  readonly label: string;
  readonly complaint: string;
  readonly openedAt: string;
  readonly outcome: "repaired" | "handed on" | "given up" | null;
  readonly itemName: string | null;
  readonly checks: number;
  readonly diagnosing: number;
  readonly waived: boolean;
  /** The job that it came back as, and the one it came back from. */
  readonly cameBackAs: number | null;
  readonly comeBackOf: number | null;
}

export interface FoundPage {
  readonly jobs: readonly Found[];
  readonly all: number;
  readonly page: number;
  readonly pages: number;
}

const PAGE_SIZE = 20;

/** One page of the jobs that are asked about, the latest first; a page beyond the last gives the last. */
export async function findJobs(asked: Asked, page: number): Promise<FoundPage> {
  const { where, values } = whereOf(asked);
  const { all } = await readOne<{ all: number }>(
    `SELECT count(*)::int AS all FROM shop_records WHERE ${where}`,
    values,
  );
  const pages = Math.max(1, Math.ceil(all / PAGE_SIZE));
  const shown = Math.min(Math.max(1, page), pages);
  const rows = await readMany<Omit<Found, "openedAt"> & { openedAt: Date }>(
    `SELECT job_id AS id, number, unit_name AS "unitName", label, complaint, opened_at AS "openedAt", outcome,
        item_name AS "itemName", checks, diagnosing, waived,
        (SELECT min(b.number) FROM shop_records b WHERE b.come_back_of = f.job_id) AS "cameBackAs",
        (SELECT b.number FROM shop_records b WHERE b.job_id = f.come_back_of) AS "comeBackOf"
      FROM (SELECT * FROM shop_records WHERE ${where} ORDER BY opened_at DESC, number DESC
              LIMIT ${PAGE_SIZE} OFFSET $${values.length + 1}) f
      ORDER BY opened_at DESC, number DESC`,
    [...values, (shown - 1) * PAGE_SIZE],
  );
  return {
    jobs: rows.map(({ openedAt, ...row }) => ({ ...row, openedAt: openedAt.toISOString() })),
    all,
    page: shown,
    pages,
  };
}

/** Units that have a job in the logbook, by name. */
export function unitsWorkedOn(): Promise<{ id: string; name: string }[]> {
  return readMany<{ id: string; name: string }>(
    `WITH RECURSIVE known AS (
       (SELECT unit_id FROM shop_records ORDER BY unit_id LIMIT 1)
       UNION ALL
       SELECT (SELECT r.unit_id FROM shop_records r WHERE r.unit_id > known.unit_id ORDER BY r.unit_id LIMIT 1)
         FROM known WHERE known.unit_id IS NOT NULL
     )
     SELECT unit_id AS id,
         (SELECT r.unit_name FROM shop_records r WHERE r.unit_id = known.unit_id ORDER BY r.opened_at DESC LIMIT 1) AS name
       FROM known WHERE unit_id IS NOT NULL ORDER BY name`,
  );
}
