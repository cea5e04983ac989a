import { pool } from "../database/pool.ts";
import { many } from "../database/query.ts";

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
  /** What the power was last declared as. */
  readonly band: "live" | "dead" | "unproven";
  readonly calledItem?: string;
  /** The last note, where it came after the call: what the repair waits for. */
  readonly waits?: string;
  /** Who has written in it, by name, the last one first. */
  readonly people: readonly string[];
}

export interface TicketPage {
  readonly tickets: readonly Ticket[];
  readonly page: number;
  readonly pages: number;
  readonly all: number;
}

/** Tickets on one page of the board. */
export const PAGE_SIZE = 20;

/**
 * What is counted of a job: findings that nobody took back, but for what was answered as it was taken in; the call that stands;
 * how it ended.
 */
const SUMMARY = `
WITH summary AS (
  SELECT j.id, j.number, j.label, j.opened_at, m.name AS unit_name, m.model,
    coalesce(opened.body ->> 'complaint', '') AS complaint,
    coalesce(last.at, j.opened_at) AS last_at,
    (SELECT count(*) FROM job_events f WHERE f.job_id = j.id AND f.body ->> 'type' IN ('finding', 'strip')
       AND f.at > opened.at
       AND NOT EXISTS (SELECT 1 FROM job_events r WHERE r.job_id = j.id AND r.body ->> 'type' = 'retraction'
         AND r.body ->> 'of' = f.id::text))::integer AS findings,
    EXISTS (SELECT 1 FROM job_events c WHERE c.job_id = j.id AND c.body ->> 'type' = 'closed') AS closed,
    call.body ->> 'item' AS called, call.seq AS called_seq,
    coalesce(band.body ->> 'band', 'unproven') AS band
  FROM jobs j
  JOIN unit_models m ON m.hash = j.model_hash
  LEFT JOIN LATERAL (SELECT at, body FROM job_events e WHERE e.job_id = j.id AND e.body ->> 'type' = 'opened' LIMIT 1) opened ON true
  LEFT JOIN LATERAL (SELECT at FROM job_events e WHERE e.job_id = j.id ORDER BY seq DESC LIMIT 1) last ON true
  LEFT JOIN LATERAL (SELECT body FROM job_events e WHERE e.job_id = j.id AND e.body ->> 'type' = 'band' ORDER BY seq DESC LIMIT 1) band ON true
  LEFT JOIN LATERAL (SELECT seq, body FROM job_events e WHERE e.job_id = j.id AND e.body ->> 'type' = 'call'
    AND NOT EXISTS (SELECT 1 FROM job_events r WHERE r.job_id = j.id AND r.body ->> 'type' = 'retraction'
      AND r.body ->> 'of' = e.id::text)
    ORDER BY seq DESC LIMIT 1) call ON true
)`;

/** A job's number, its unit, which one it is or what the customer said has every word that is sought. */
const MATCHES = `closed = $1 AND NOT EXISTS (
  SELECT 1 FROM unnest($2::text[]) word
  WHERE position(lower(word) IN lower(concat_ws(' ', lpad(number::text, 4, '0'), unit_name, label, complaint))) = 0
)`;

interface TicketRow extends Omit<Ticket, "openedAt" | "lastAt" | "status" | "calledItem" | "waits"> {
  readonly openedAt: Date;
  readonly lastAt: Date;
  readonly closed: boolean;
  readonly calledItem: string | null;
  readonly waits: string | null;
}

/**
 * One page of the board's open or closed jobs, the latest first.
 * @param page from 1; one beyond the last gives the last
 */
export async function listTickets({
  closed,
  words,
  page,
}: {
  readonly closed: boolean;
  readonly words: readonly string[];
  readonly page: number;
}): Promise<TicketPage> {
  const [count] = await many<{ all: number }>(
    pool(),
    `${SUMMARY} SELECT count(*)::integer AS all FROM summary WHERE ${MATCHES}`,
    [closed, words],
  );
  const all = count!.all;
  const pages = Math.max(1, Math.ceil(all / PAGE_SIZE));
  const shown = Math.min(Math.max(1, page), pages);
  const rows = await many<TicketRow>(
    pool(),
    `${SUMMARY}
     SELECT id, number, unit_name AS "unitName", label, complaint, opened_at AS "openedAt", last_at AS "lastAt", findings,
       closed, band,
       (SELECT string_agg(coalesce(
           (SELECT i ->> 'name' FROM jsonb_array_elements(model -> 'items') i WHERE i ->> 'id' = one),
           (SELECT p ->> 'name' FROM jsonb_array_elements(model -> 'parts') p WHERE p ->> 'id' = one),
           one), ' and ')
        FROM unnest(string_to_array(called, '+')) one) AS "calledItem",
       (SELECT n.body ->> 'text' FROM job_events n WHERE n.job_id = summary.id AND n.body ->> 'type' = 'note'
          AND n.seq > called_seq ORDER BY n.seq DESC LIMIT 1) AS waits,
       ARRAY(SELECT p.name FROM people p JOIN job_events e ON e.person_id = p.id WHERE e.job_id = summary.id
         GROUP BY p.name ORDER BY max(e.seq) DESC) AS people
     FROM summary WHERE ${MATCHES}
     ORDER BY number DESC LIMIT ${PAGE_SIZE} OFFSET $3`,
    [closed, words, (shown - 1) * PAGE_SIZE],
  );
  return { tickets: rows.map(ticketOf), page: shown, pages, all };
}

function ticketOf({ openedAt, lastAt, closed, calledItem, waits, ...rest }: TicketRow): Ticket {
  return {
    ...rest,
    openedAt: openedAt.toISOString(),
    lastAt: lastAt.toISOString(),
    status: closed ? "closed" : calledItem !== null ? "called" : "open",
    ...(calledItem === null ? {} : { calledItem }),
    ...(waits === null ? {} : { waits }),
  };
}
