import { readUnit } from "#core/unit/index.ts";
import { execute, transaction } from "../database/query.ts";
import { keepRevision } from "./keepRevision.ts";
import { modelHash, newestModel } from "./models.ts";

/** What became of a unit's file: in the library, already there, refused with its problems, or a question to be answered first. */
export type Taken =
  | { readonly status: "taken" | "there"; readonly unit: string }
  | { readonly status: "refused"; readonly problems: readonly string[] }
  | { readonly status: "known"; readonly unit: string; readonly name: string }
  /** Another revision is the newest by now: this one. */
  | { readonly status: "changed"; readonly unit: string; readonly name: string; readonly newest: string };

/** Problems of a file that are told. */
const MOST_TOLD = 20;

/**
 * Takes a unit's file into the library. A unit that the shop has already, in another form, gets a new revision only where
 * `revise` says so; jobs keep the revision that they began with.
 * @param base the revision that an edit began from: where another is the newest by now, nothing is stored
 */
export async function takeUnitFile(json: unknown, revise: boolean, base?: string): Promise<Taken> {
  const read = readUnit(json);
  if (!read.ok) {
    const told = read.problems.slice(0, MOST_TOLD).map((p) => `${p.path}: ${p.message}`);
    const more = read.problems.length - told.length;
    return { status: "refused", problems: more > 0 ? [...told, `and ${more} more`] : told };
  }
  const { id } = read.unit;
  return transaction(async (on) => {
    // Two who save the same unit come one after the other, so that the second hears of the first.
    await execute(on, "SELECT pg_advisory_xact_lock(hashtextextended($1, 0))", [`unit ${id}`]);
    const known = await newestModel(id, on);
    if (known?.hash === modelHash(json)) return { status: "there", unit: id };
    if (known && !revise) return { status: "known", unit: id, name: known.unit.name };
    if (known && base !== undefined && known.hash !== base)
      return { status: "changed", unit: id, name: known.unit.name, newest: known.hash };
    await keepRevision(on, id, json);
    return { status: "taken", unit: id };
  });
}
