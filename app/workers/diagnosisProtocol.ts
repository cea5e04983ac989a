import type { Order } from "#core/diagnosis/index.ts";
import type { FindingBody, JobEvent, JobView, OrderView, WhatIf, WiringView } from "#core/job/index.ts";
import type { UnitModel } from "#core/unit/index.ts";

/** What the page asks of its diagnosis worker. */
export interface DiagnosisWorker {
  /** Builds the unit's fault dictionary; `report` hears of the progress, 0 to 1. */
  open(unit: UnitModel, report: (done: number) => void): Promise<void>;
  /** Runs the unit's sequence under every fault, so that the next view knows where each would stop. */
  learnSymptoms(): Promise<void>;
  /** Weighs the events of a job on the open unit; `order` says who proposes the next check. */
  view(events: readonly JobEvent[], order: Order): Promise<JobView>;
  /** What a finding would change, before it is made. */
  whatIf(events: readonly JobEvent[], body: FindingBody): Promise<WhatIf>;
  /** What is odd about a reading before it is recorded; undefined where nothing is. */
  question(events: readonly JobEvent[], body: FindingBody): Promise<string | undefined>;
  /** What the unit's drawing shows of the job in a live state. */
  wiring(events: readonly JobEvent[], state: string): Promise<WiringView>;
  /** What an order would do next, and what it costs from here. */
  order(events: readonly JobEvent[], order: Order): Promise<OrderView>;
}
