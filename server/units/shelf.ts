import { randomBytes } from "node:crypto";
import { z } from "zod";
import { pool } from "../database/pool.ts";
import { execute, many, maybeOne, transaction } from "../database/query.ts";
import { keepRevision } from "./keepRevision.ts";
import { modelFileOf, newestFile } from "./models.ts";
import { slug } from "./slug.ts";

/** How a unit stands in the library. */
export interface Shelf {
  readonly archived: boolean;
  readonly tags: readonly string[];
}

export async function readShelf(unit: string): Promise<Shelf> {
  const row = await maybeOne<{ archived: boolean; tags: string[] }>(
    pool(),
    "SELECT archived, tags FROM unit_shelf WHERE unit_id = $1",
    [unit],
  );
  return row ?? { archived: false, tags: [] };
}

/** Puts a unit away, or back on the shelf. Jobs on it go on either way. */
export async function setArchived(unit: string, archived: boolean): Promise<void> {
  await execute(
    pool(),
    `INSERT INTO unit_shelf (unit_id, archived) SELECT unit_id, $2 FROM unit_revisions WHERE unit_id = $1 LIMIT 1
     ON CONFLICT (shop_id, unit_id) DO UPDATE SET archived = excluded.archived, changed_at = now()`,
    [unit, archived],
  );
}

/** Tags as they are typed: words between commas, each once, in small letters. */
export const tagsText = z
  .string()
  .transform((text) => [
    ...new Set(
      text
        .split(",")
        .map((t) => t.trim().replace(/\s+/gu, " ").toLowerCase())
        .filter((t) => t !== ""),
    ),
  ])
  .pipe(
    z.array(z.string().max(40, "Keep each tag under 40 letters.")).max(20, "A unit has 20 tags at most."),
  );

export async function setTags(unit: string, tags: readonly string[]): Promise<void> {
  await execute(
    pool(),
    `INSERT INTO unit_shelf (unit_id, tags) SELECT unit_id, $2 FROM unit_revisions WHERE unit_id = $1 LIMIT 1
     ON CONFLICT (shop_id, unit_id) DO UPDATE SET tags = excluded.tags, changed_at = now()`,
    [unit, tags],
  );
}

/** A unit of its own that begins as another one: undefined where there is no such unit. */
export async function copyUnit(unit: string, name: string): Promise<string | undefined> {
  const found = await newestFile(unit);
  if (!found) return undefined;
  const id = `${slug(name)}-${randomBytes(3).toString("hex")}`;
  await transaction((on) => keepRevision(on, id, { ...found.file, id, name }));
  return id;
}

/** One of the models that a unit has been. */
export interface Revision {
  readonly number: number;
  readonly hash: string;
  /** As it stands on the model: "B". */
  readonly revision: string;
  readonly since: string;
  readonly parts: number;
  /** Jobs that began on it. */
  readonly jobs: number;
}

/** What a unit has been, the newest first. */
export async function listRevisions(unit: string): Promise<Revision[]> {
  const rows = await many<Omit<Revision, "since"> & { since: Date }>(
    pool(),
    `SELECT row_number() OVER (ORDER BY r.number)::int AS number, m.hash, coalesce(m.model ->> 'revision', '') AS revision,
            r.since, jsonb_array_length(m.model -> 'parts') AS parts,
            (SELECT count(*) FROM jobs j WHERE j.model_hash = m.hash)::int AS jobs
       FROM unit_revisions r JOIN unit_models m ON m.hash = r.model_hash
      WHERE r.unit_id = $1 ORDER BY r.number DESC`,
    [unit],
  );
  return rows.map((r) => ({ ...r, since: r.since.toISOString() }));
}

/** Takes an earlier model of a unit up again as its newest; false where the unit never was that. */
export async function takeUpAgain(unit: string, hash: string): Promise<boolean> {
  const model = await modelFileOf(unit, hash);
  if (!model) return false;
  await transaction((on) => keepRevision(on, unit, model));
  return true;
}
