import { unitLoads, unitProtections, withNeeds, type Load, type Protection } from "#core/loads/index.ts";
import type { UnitModel } from "#core/unit/index.ts";

export interface StripLoads {
  /** What protects the unit, each with the loads behind it at the amps they take through it. */
  readonly offers: readonly {
    readonly id: string;
    readonly name: string;
    readonly protection: Protection;
    readonly loads: readonly Load[];
  }[];
  /** Every load at its own amps. */
  readonly loads: readonly Load[];
}

/** A second or so to reckon, and the same for every job on a model: kept as long as the server runs. */
const known = new Map<string, StripLoads>();

/** The loads of a unit for a strip-down. */
export function stripLoads(modelHash: string, unit: UnitModel): StripLoads {
  const kept = known.get(modelHash);
  if (kept) return kept;
  const loads = withNeeds(unit, unitLoads(unit));
  const needs = new Map(loads.flatMap((l) => (l.needs ? [[l.id, l.needs] as const] : [])));
  const behind = (device: string) =>
    unitLoads(unit, device).map((l) => ({ ...l, ...(needs.has(l.id) ? { needs: needs.get(l.id)! } : {}) }));
  const offers = unitProtections(unit).map((offer) => ({
    ...offer,
    // A leakage device adds up what leaks, whatever path the load's own current takes.
    loads: offer.protection.kind === "rcd" ? loads : behind(offer.id),
  }));
  known.set(modelHash, { offers, loads });
  return { offers, loads };
}
