import { createHash } from "node:crypto";
import { inKeyOrder, readUnitOrThrow, type UnitModel } from "#core/unit/index.ts";
import { pool } from "../database/pool.ts";
import { shopOfWork } from "../database/shopOfWork.ts";
import { execute, many, maybeOne, one, type Connection } from "../database/query.ts";

export interface StoredModel {
  readonly hash: string;
  readonly unit: UnitModel;
}

/** Hash of a model: of its JSON with keys in order, so that the same model always has the same one. */
export function modelHash(model: unknown): string {
  return createHash("sha256")
    .update(JSON.stringify(inKeyOrder(model)))
    .digest("hex");
}

/** Validates and stores a model, and makes it its unit's newest revision; a model already there stays as it is. */
export async function storeModel(on: Connection, json: unknown): Promise<string> {
  const unit = readUnitOrThrow(json);
  const hash = modelHash(json);
  await execute(
    on,
    "INSERT INTO unit_models (hash, unit_id, name, model) VALUES ($1, $2, $3, $4) ON CONFLICT (shop_id, hash) DO NOTHING",
    [hash, unit.id, unit.name, JSON.stringify(json)],
  );
  await execute(
    on,
    `INSERT INTO unit_revisions (unit_id, model_hash)
       SELECT $1, $2 WHERE $2 IS DISTINCT FROM
         (SELECT model_hash FROM unit_revisions WHERE unit_id = $1 ORDER BY number DESC LIMIT 1)`,
    [unit.id, hash],
  );
  return hash;
}

export interface UnitSummary {
  readonly id: string;
  readonly name: string;
  readonly maker: string;
  readonly description: string;
  /** It says what its board does, so that it can be run. */
  readonly runs: boolean;
}

/** Newest revision of every unit that was not put away, those worked on last first. */
export function listUnits(): Promise<UnitSummary[]> {
  return many<UnitSummary>(
    pool(),
    `WITH newest AS (
       SELECT DISTINCT ON (r.unit_id) r.unit_id, r.since, m.name, m.model ->> 'maker' AS maker,
              m.model ->> 'description' AS description, m.model -> 'sequence' IS NOT NULL AS runs
         FROM unit_revisions r JOIN unit_models m ON m.hash = r.model_hash
        WHERE NOT EXISTS (SELECT FROM unit_shelf f WHERE f.unit_id = r.unit_id AND f.archived)
        ORDER BY r.unit_id, r.number DESC
     )
     SELECT n.unit_id AS id, n.name, n.maker, n.description, n.runs
       FROM newest n
       LEFT JOIN LATERAL (SELECT max(j.opened_at) AS at FROM jobs j JOIN unit_models m ON m.hash = j.model_hash
                           WHERE m.unit_id = n.unit_id) used ON true
      ORDER BY coalesce(used.at, n.since) DESC, n.name`,
  );
}

const NEWEST = `SELECT m.hash, m.model FROM unit_revisions r JOIN unit_models m ON m.hash = r.model_hash
   WHERE r.unit_id = $1 ORDER BY r.number DESC LIMIT 1`;

export async function newestModel(unitId: string, on: Connection = pool()): Promise<StoredModel | undefined> {
  const row = await maybeOne<{ hash: string }>(
    on,
    "SELECT model_hash AS hash FROM unit_revisions WHERE unit_id = $1 ORDER BY number DESC LIMIT 1",
    [unitId],
  );
  return row && modelByHash(on, row.hash);
}

/** The newest revision of a unit as it is stored, keys in their order, with the hash that it has. */
export async function newestFile(
  unitId: string,
): Promise<{ hash: string; file: Record<string, unknown> } | undefined> {
  const row = await maybeOne<{ hash: string; model: unknown }>(pool(), NEWEST, [unitId]);
  return row && { hash: row.hash, file: inKeyOrder(row.model) as Record<string, unknown> };
}

/** The newest revision of the unit that a model is of, where that is another one. */
export async function newestHashBeside(on: Connection, hash: string): Promise<string | undefined> {
  const row = await maybeOne<{ hash: string }>(
    on,
    `SELECT r.model_hash AS hash FROM unit_revisions r JOIN unit_models m ON m.unit_id = r.unit_id
      WHERE m.hash = $1 ORDER BY r.number DESC LIMIT 1`,
    [hash],
  );
  return row && row.hash !== hash ? row.hash : undefined;
}

/** A stored model as it is stored, keys in their order. */
export async function modelFile(hash: string): Promise<Record<string, unknown>> {
  const row = await one<{ model: unknown }>(pool(), "SELECT model FROM unit_models WHERE hash = $1", [hash]);
  return inKeyOrder(row.model) as Record<string, unknown>;
}

/** A model that a unit is or was, as it is stored; undefined where it never was that. */
export async function modelFileOf(
  unitId: string,
  hash: string,
): Promise<Record<string, unknown> | undefined> {
  const row = await maybeOne<{ model: unknown }>(
    pool(),
    "SELECT model FROM unit_models WHERE hash = $1 AND unit_id = $2",
    [hash, unitId],
  );
  return row && (inKeyOrder(row.model) as Record<string, unknown>);
}

const byHash = new Map<string, StoredModel>();
const MOST_KEPT = 32;

/** A stored model of this shop; kept in memory once read, since a model never changes under its hash. */
export async function modelByHash(on: Connection, hash: string): Promise<StoredModel | undefined> {
  // What another shop read is none of this one's.
  const key = `${shopOfWork()} ${hash}`;
  const kept = byHash.get(key);
  if (kept) return kept;
  const row = await maybeOne<{ model: unknown }>(on, "SELECT model FROM unit_models WHERE hash = $1", [hash]);
  if (!row) return undefined;
  const stored = { hash, unit: readUnitOrThrow(row.model) };
  if (byHash.size >= MOST_KEPT) byHash.delete(byHash.keys().next().value!);
  byHash.set(key, stored);
  return stored;
}
