import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import path from "node:path";
import { promisify } from "node:util";
import { gunzip, gzip } from "node:zlib";
import type { Connection } from "../database/query.ts";
import { execute, many, maybeOne } from "../database/query.ts";

/** The built analysis thread: its content names every piece it is made of, so its hash tells one engine from another. */
export const ANALYSIS_FILE = path.resolve("build/node/analysis.js");

let stamp: string | undefined;

/** Names what computes dictionaries here; a dictionary of another engine is not used. */
export function engineStamp(): string {
  return (stamp ??= createHash("sha256").update(readFileSync(ANALYSIS_FILE)).digest("hex").slice(0, 16));
}

/** Where a browser gets a model's dictionary. What is at such an address never changes. */
export function dictionaryAddress(hash: string): string {
  return `/dictionaries/${engineStamp()}/${hash}`;
}

/** A stored dictionary as it is stored and sent: gzip. */
export async function readZippedDictionary(on: Connection, hash: string): Promise<Buffer | undefined> {
  const row = await maybeOne<{ packed: Buffer }>(
    on,
    "SELECT packed FROM dictionaries WHERE model_hash = $1 AND engine = $2",
    [hash, engineStamp()],
  );
  return row?.packed;
}

export async function hasDictionary(on: Connection, hash: string): Promise<boolean> {
  const row = await maybeOne<{ found: number }>(
    on,
    "SELECT 1 AS found FROM dictionaries WHERE model_hash = $1 AND engine = $2",
    [hash, engineStamp()],
  );
  return row !== undefined;
}

export async function readDictionary(on: Connection, hash: string): Promise<Uint8Array | undefined> {
  const zipped = await readZippedDictionary(on, hash);
  return zipped && promisify(gunzip)(zipped);
}

/** Keeps a dictionary, and drops what other engines made of the same model. A model that is not stored has none. */
export async function storeDictionary(on: Connection, hash: string, packed: Uint8Array): Promise<void> {
  const zipped = await promisify(gzip)(packed);
  await execute(
    on,
    `WITH dropped AS (DELETE FROM dictionaries WHERE model_hash = $1 AND engine <> $2)
     INSERT INTO dictionaries (model_hash, engine, packed)
     SELECT hash, $2, $3 FROM unit_models WHERE hash = $1
     ON CONFLICT DO NOTHING`,
    [hash, engineStamp(), zipped],
  );
}

/** Newest models of all units without a dictionary, the smallest first. */
export async function modelsWithoutDictionary(on: Connection): Promise<string[]> {
  const rows = await many<{ hash: string }>(
    on,
    `SELECT hash FROM (SELECT DISTINCT ON (r.unit_id) m.hash, m.model
                         FROM unit_revisions r JOIN unit_models m ON m.hash = r.model_hash
                        ORDER BY r.unit_id, r.number DESC) newest
      WHERE NOT EXISTS (SELECT FROM dictionaries d WHERE d.model_hash = newest.hash AND d.engine = $1)
      ORDER BY length(model::text)`,
    [engineStamp()],
  );
  return rows.map((r) => r.hash);
}
