import { readMany, readOne } from "../database/replica.ts";
import type { Stage } from "./summary.ts";

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
  readonly stage: Stage;
  /** What the power was last declared as. */
  readonly band: "live" | "dead" | "unproven";
  readonly calledItem?: string;
  /** The last note, where it came after the call: what the repair waits for. */
  readonly waits?: string;
  /** Who has written in it, by name, the last one first. */
  readonly people: readonly string[];
  /** Entries that this version of the program cannot read. */
  readonly unreadable: number;
}

export interface TicketPage {
  readonly tickets: readonly Ticket[];
  readonly page: number;
  readonly pages: number;
  readonly all: number;
}

/** Tickets on one page of the board. */
export const PAGE_SIZE = 20;

/** Open jobs in the order in which something can be done about them; what waits comes last. */
const BY_STAGE = "array_position(ARRAY['prove', 'repair', 'measure', 'wait'], stage), number DESC";

/** A job's number, its unit, which one it is or what the customer said has every word that is sought. */
const MATCHES = `(status = 'closed') = $1 AND ($3::text IS NULL OR stage = $3) AND NOT EXISTS (
  SELECT FROM unnest($2::text[]) word WHERE position(lower(word) IN words) = 0
)`;

interface TicketRow extends Omit<Ticket, "openedAt" | "lastAt" | "calledItem" | "waits"> {
  readonly openedAt: Date;
  readonly lastAt: Date;
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
  stage,
}: {
  readonly closed: boolean;
  readonly words: readonly string[];
  readonly page: number;
  /** Only those that stand at this. */
  readonly stage?: Stage;
}): Promise<TicketPage> {
  const { all } = await readOne<{ all: number }>(
    `SELECT count(*)::integer AS all FROM job_summaries WHERE ${MATCHES}`,
    [closed, words, stage ?? null],
  );
  const pages = Math.max(1, Math.ceil(all / PAGE_SIZE));
  const shown = Math.min(Math.max(1, page), pages);
  const rows = await readMany<TicketRow>(
    `SELECT job_id AS id, number, unit_name AS "unitName", label, complaint, opened_at AS "openedAt", last_at AS "lastAt",
       findings, status, stage, band, called_item AS "calledItem", waits, unreadable,
       ARRAY(SELECT p.name FROM unnest(job_summaries.people) WITH ORDINALITY AS o (id, place)
         JOIN people p USING (id) ORDER BY place) AS people
     FROM job_summaries WHERE ${MATCHES}
     ORDER BY ${closed ? "number DESC" : BY_STAGE} LIMIT ${PAGE_SIZE} OFFSET $4`,
    [closed, words, stage ?? null, (shown - 1) * PAGE_SIZE],
  );
  return { tickets: rows.map(ticketOf), page: shown, pages, all };
}

function ticketOf({ openedAt, lastAt, calledItem, waits, ...rest }: TicketRow): Ticket {
  return {
    ...rest,
    openedAt: openedAt.toISOString(),
    lastAt: lastAt.toISOString(),
    ...(calledItem === null ? {} : { calledItem }),
    ...(waits === null ? {} : { waits }),
  };
}

/** Open jobs by what they stand at. */
export async function countStages(): Promise<Readonly<Partial<Record<Stage, number>>>> {
  const rows = await readMany<{ stage: Stage; n: number }>(
    "SELECT stage, count(*)::int AS n FROM job_summaries WHERE status <> 'closed' AND stage IS NOT NULL GROUP BY 1",
  );
  return Object.fromEntries(rows.map((r) => [r.stage, r.n]));
}

/** A repair whose warranty ends soon. */
export interface EndingWarranty {
  readonly id: string;
  readonly number: number;
  readonly unitName: string;
  readonly label: string;
  readonly itemName: string | null;
  /** The last day, ISO 8601. */
  readonly until: string;
}

/** Repairs whose warranty ends within so many days, the soonest first: the last moment to ask how it runs. */
export function endingWarranties(days: number, most: number): Promise<EndingWarranty[]> {
  return readMany<EndingWarranty>(
    `SELECT job_id AS id, number, unit_name AS "unitName", label, item_name AS "itemName",
       to_char(closed_at + warranty_days * interval '1 day', 'YYYY-MM-DD') AS until
     FROM job_records, shop_settings
     WHERE outcome = 'repaired' AND closed_at BETWEEN now() - warranty_days * interval '1 day'
       AND now() - (warranty_days - $1::int) * interval '1 day'
     ORDER BY closed_at LIMIT $2`,
    [days, most],
  );
}
