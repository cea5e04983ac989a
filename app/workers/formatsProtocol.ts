import type { NetlistOf } from "#core/formats/index.ts";
import type { UnitModel } from "#core/unit/index.ts";

/** What is written in other programs' formats off the page's thread. */
export interface FormatsWorker {
  netlist(unit: UnitModel, of: NetlistOf): Promise<string>;
  graphml(unit: UnitModel): Promise<string>;
}
