import { readUnit } from "#core/unit/index.ts";
import { pool } from "../database/pool.ts";
import { modelHash, newestModel, storeModel } from "./models.ts";

/** What became of a unit's file: in the library, already there, refused with its problems, or a question to be answered first. */
export type Taken =
  | { readonly status: "taken" | "there"; readonly unit: string }
  | { readonly status: "refused"; readonly problems: readonly string[] }
  | { readonly status: "known"; readonly unit: string; readonly name: string };

/** Problems of a file that are told. */
const MOST_TOLD = 20;

/**
 * Takes a unit's file into the library. A unit that the shop has already, in another form, gets a new revision only where
 * `revise` says so; jobs keep the revision that they began with.
 */
export async function takeUnitFile(json: unknown, revise: boolean): Promise<Taken> {
  const read = readUnit(json);
  if (!read.ok) {
    const told = read.problems.slice(0, MOST_TOLD).map((p) => `${p.path}: ${p.message}`);
    const more = read.problems.length - told.length;
    return { status: "refused", problems: more > 0 ? [...told, `and ${more} more`] : told };
  }
  const known = await newestModel(read.unit.id);
  if (known?.hash === modelHash(json)) return { status: "there", unit: read.unit.id };
  if (known && !revise) return { status: "known", unit: known.unit.id, name: known.unit.name };
  await storeModel(pool(), json);
  return { status: "taken", unit: read.unit.id };
}
