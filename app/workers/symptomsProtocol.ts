import type { SymptomGroup } from "#core/sequence/index.ts";
import type { UnitModel } from "#core/unit/index.ts";

/** What the unit page asks of its worker. */
export interface SymptomsWorker {
  /** Runs the sequence under every failure; `report` hears of the progress, 0 to 1. */
  groups(unit: UnitModel, report: (done: number) => void): Promise<SymptomGroup[]>;
}
