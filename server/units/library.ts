import MiniSearch from "minisearch";
import { pool } from "../database/pool.ts";
import { many } from "../database/query.ts";

/** A unit as the library lists it, with what this shop knows of it. */
export interface LibraryUnit {
  readonly id: string;
  readonly name: string;
  readonly maker: string;
  readonly description: string;
  readonly revision: string;
  readonly parts: number;
  /** Models that it has been, one after the other. */
  readonly revisions: number;
  /** When the newest of them came, ISO 8601. */
  readonly since: string;
  readonly archived: boolean;
  readonly tags: readonly string[];
  readonly jobs: number;
  readonly openJobs: number;
  /** When one was last worked on. */
  readonly lastAt?: string;
  /** What was called on it, the most frequent first. */
  readonly usual: readonly { readonly item: string; readonly times: number }[];
}

export interface Library {
  readonly units: readonly LibraryUnit[];
  /** Units that are not looked through: those put away, or where these are asked for, those on the shelf. */
  readonly others: number;
}

interface Row extends Omit<LibraryUnit, "since" | "lastAt" | "usual"> {
  readonly since: Date;
  readonly lastAt: Date | null;
  readonly usual: LibraryUnit["usual"] | null;
  /** What else is searched: what it is made of. */
  readonly words: string;
}

/** Calls shown of a unit. */
const MOST_USUAL = 3;

const LIBRARY = `
  WITH newest AS (
    SELECT DISTINCT ON (unit_id) unit_id, model_hash, since,
           count(*) OVER (PARTITION BY unit_id) AS revisions
      FROM unit_revisions ORDER BY unit_id, number DESC
  ), worked AS (
    SELECT m.unit_id, count(*) AS jobs, count(*) FILTER (WHERE s.status <> 'closed') AS open, max(s.last_at) AS last_at
      FROM jobs j JOIN unit_models m ON m.hash = j.model_hash JOIN job_summaries s ON s.job_id = j.id
     GROUP BY m.unit_id
  ), called AS (
    SELECT unit_id, jsonb_agg(jsonb_build_object('item', item, 'times', times) ORDER BY times DESC, item) AS usual
      FROM (SELECT m.unit_id, s.called_item AS item, count(*) AS times,
                   row_number() OVER (PARTITION BY m.unit_id ORDER BY count(*) DESC, s.called_item) AS place
              FROM jobs j JOIN unit_models m ON m.hash = j.model_hash JOIN job_summaries s ON s.job_id = j.id
             WHERE s.called_item IS NOT NULL GROUP BY m.unit_id, s.called_item) each_item
     WHERE place <= ${MOST_USUAL} GROUP BY unit_id
  )
  SELECT n.unit_id AS id, m.name, coalesce(m.model ->> 'maker', '') AS maker,
         coalesce(m.model ->> 'description', '') AS description, coalesce(m.model ->> 'revision', '') AS revision,
         jsonb_array_length(m.model -> 'parts') AS parts, n.revisions::int, n.since,
         coalesce(f.archived, false) AS archived, coalesce(f.tags, '{}') AS tags,
         coalesce(w.jobs, 0)::int AS jobs, coalesce(w.open, 0)::int AS "openJobs", w.last_at AS "lastAt", c.usual,
         (SELECT coalesce(string_agg(p ->> 'id' || ' ' || coalesce(p ->> 'name', ''), ' '), '')
            FROM jsonb_array_elements(m.model -> 'parts') p WHERE p ->> 'type' <> 'wire') AS words
    FROM newest n
    JOIN unit_models m ON m.hash = n.model_hash
    LEFT JOIN unit_shelf f ON f.unit_id = n.unit_id
    LEFT JOIN worked w ON w.unit_id = n.unit_id
    LEFT JOIN called c ON c.unit_id = n.unit_id
   ORDER BY coalesce(w.last_at, n.since) DESC, m.name`;

/**
 * The library's units, those worked on last first; searched for, the best match first.
 * @param sought words of name, maker, description, tags or parts: beginnings do, and a letter may be wrong
 * @param archived those that were put away, in place of those on the shelf
 */
export async function listLibrary({
  sought = "",
  tag,
  archived = false,
}: {
  readonly sought?: string;
  readonly tag?: string | undefined;
  readonly archived?: boolean;
} = {}): Promise<Library> {
  const all = await many<Row>(pool(), LIBRARY);
  const here = all.filter((r) => r.archived === archived);
  const rows = here.filter((r) => tag === undefined || r.tags.includes(tag));
  const units = searched(rows, sought).map((row) => ({
    id: row.id,
    name: row.name,
    maker: row.maker,
    description: row.description,
    revision: row.revision,
    parts: row.parts,
    revisions: row.revisions,
    since: row.since.toISOString(),
    archived: row.archived,
    tags: row.tags,
    jobs: row.jobs,
    openJobs: row.openJobs,
    ...(row.lastAt ? { lastAt: row.lastAt.toISOString() } : {}),
    usual: row.usual ?? [],
  }));
  return { units, others: all.length - here.length };
}

/** What a unit is found by. */
const FIELDS = ["name", "maker", "description", "tags", "words"] as const;

function searched(rows: readonly Row[], sought: string): readonly Row[] {
  if (sought.trim() === "") return rows;
  const index = new MiniSearch<Readonly<Record<"id" | (typeof FIELDS)[number], string>>>({
    fields: [...FIELDS],
    searchOptions: {
      boost: { name: 4, tags: 3, maker: 2 },
      prefix: true,
      // A letter wrong in a short word, two in a long one.
      fuzzy: (term) => (term.length > 3 ? 0.2 : false),
      combineWith: "AND",
    },
  });
  index.addAll(
    rows.map(({ id, name, maker, description, tags, words }) => ({
      id,
      name,
      maker,
      description,
      tags: tags.join(" "),
      words,
    })),
  );
  const byId = new Map(rows.map((r) => [r.id, r]));
  return index.search(sought).map((found) => byId.get(found.id as string)!);
}

/** Every tag that a unit of the library has, in order. */
export async function listTags(): Promise<string[]> {
  const rows = await many<{ tag: string }>(
    pool(),
    "SELECT DISTINCT unnest(tags) AS tag FROM unit_shelf ORDER BY tag",
  );
  return rows.map((r) => r.tag);
}
