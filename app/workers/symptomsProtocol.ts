import type { SymptomGroup } from "#core/sequence/index.ts";
import type { UnitModel } from "#core/unit/index.ts";

/** What the unit page asks of its worker. */
export interface SymptomsWorker {
  /**
   * What every failure looks like, from the dictionary at an address, where there is one; else the sequence is run under each,
   * and `report` hears of the progress, 0 to 1.
   */
  groups(
    unit: UnitModel,
    address: string | undefined,
    report: (done: number) => void,
  ): Promise<SymptomGroup[]>;
}
