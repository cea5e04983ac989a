import { z } from "zod";
import { pool } from "../database/pool.ts";
import { execute, maybeOne } from "../database/query.ts";
import type { CheckedFile } from "./checkFile.ts";

/** Keeps a file of a job. Sending the same file again is harmless; false when there is no such job. */
export async function storeFile(
  id: string,
  jobId: string,
  name: string,
  { media, content, thumbnail }: CheckedFile,
): Promise<boolean> {
  const rows = await execute(
    pool(),
    `INSERT INTO files (id, job_id, name, media, content, thumbnail)
     SELECT $1, jobs.id, $3, $4, $5, $6 FROM jobs WHERE jobs.id = $2
     ON CONFLICT (shop_id, id) DO NOTHING`,
    [id, jobId, name, media, content, thumbnail ?? null],
  );
  return rows === 1 || (await readFile(id, false)) !== undefined;
}

export interface StoredFile {
  readonly name: string;
  readonly media: string;
  readonly content: Buffer;
}

/** A file of a job or a picture of a unit, or its thumbnail; undefined where there is none. */
export async function readFile(id: string, thumbnail: boolean): Promise<StoredFile | undefined> {
  if (!z.uuid().safeParse(id).success) return undefined;
  const of = (table: "files" | "unit_pictures") =>
    thumbnail
      ? `SELECT name, 'image/jpeg' AS media, thumbnail AS content FROM ${table} WHERE id = $1 AND thumbnail IS NOT NULL`
      : `SELECT name, media, content FROM ${table} WHERE id = $1`;
  return maybeOne<{ name: string; media: string; content: Buffer }>(
    pool(),
    `${of("files")} UNION ALL ${of("unit_pictures")} LIMIT 1`,
    [id],
  );
}
