import type { JobEvent, JobView } from "#core/job/index.ts";
import type { UnitModel } from "#core/unit/index.ts";

/** What the page asks of its diagnosis worker. */
export interface DiagnosisWorker {
  /** Builds the unit's fault dictionary; `report` hears of the progress, 0 to 1. */
  open(unit: UnitModel, report: (done: number) => void): Promise<void>;
  /** Runs the unit's sequence under every fault, so that the next view knows where each would stop. */
  learnSymptoms(): Promise<void>;
  /** Weighs the events of a job on the open unit. */
  view(events: readonly JobEvent[]): Promise<JobView>;
}
