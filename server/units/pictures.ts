import { pool } from "../database/pool.ts";
import { execute, many } from "../database/query.ts";
import type { CheckedFile } from "../files/checkFile.ts";

/** A photograph of a unit's plate, or a page of its drawing. */
export interface UnitPicture {
  readonly id: string;
  readonly name: string;
  readonly media: string;
}

/** Pictures that are kept of one unit. */
export const MOST_PICTURES = 60;

/** A unit's pictures in the order in which they came, without those that were put away. */
export function listPictures(unit: string): Promise<UnitPicture[]> {
  return many<{ id: string; name: string; media: string }>(
    pool(),
    "SELECT id, name, media FROM unit_pictures WHERE unit_id = $1 AND NOT away ORDER BY added_at, id",
    [unit],
  );
}

/**
 * Keeps a picture of a unit. Sending the same one again is harmless.
 * @returns "none" where there is no such unit, "full" where it has as many as are kept
 */
export async function storePicture(
  unit: string,
  id: string,
  name: string,
  { media, content, thumbnail }: CheckedFile,
): Promise<"stored" | "none" | "full"> {
  const [there] = await many<{ unit: boolean; pictures: number }>(
    pool(),
    `SELECT EXISTS (SELECT FROM unit_revisions WHERE unit_id = $1) AS unit,
            (SELECT count(*)::int FROM unit_pictures WHERE unit_id = $1 AND NOT away AND id <> $2) AS pictures`,
    [unit, id],
  );
  if (!there?.unit) return "none";
  if (there.pictures >= MOST_PICTURES) return "full";
  await execute(
    pool(),
    `INSERT INTO unit_pictures (id, unit_id, name, media, content, thumbnail) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (shop_id, id) DO NOTHING`,
    [id, unit, name, media, content, thumbnail ?? null],
  );
  return "stored";
}

/** Puts a picture of a unit away; false where it has none of that id. */
export async function putPictureAway(unit: string, id: string): Promise<boolean> {
  return (
    (await execute(pool(), "UPDATE unit_pictures SET away = true WHERE unit_id = $1 AND id = $2", [
      unit,
      id,
    ])) === 1
  );
}
