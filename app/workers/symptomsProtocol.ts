import type { SymptomGroup, SymptomTable } from "#core/sequence/index.ts";
import type { Fault, UnitModel } from "#core/unit/index.ts";

/** What the pages ask of the worker that runs sequences. */
export interface SymptomsWorker {
  /** Runs the sequence under every failure; `report` hears of the progress, 0 to 1. */
  groups(unit: UnitModel, report: (done: number) => void): Promise<SymptomGroup[]>;
  /** The same, fault by fault. */
  table(unit: UnitModel, faults: readonly (Fault | undefined)[]): Promise<SymptomTable>;
}
