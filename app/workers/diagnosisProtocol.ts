import type { Order } from "#core/diagnosis/index.ts";
import type { FindingBody, JobEvent } from "#core/job/index.ts";
import type { JobView, OrderView, Depth, WeighedView, WhatIf, WiringView } from "#core/view/index.ts";
import type { SymptomTable } from "#core/sequence/index.ts";
import type { Fault, UnitModel } from "#core/unit/index.ts";

/** What the page asks of its diagnosis worker. */
export interface DiagnosisWorker {
  /**
   * Gets the unit's fault dictionary from its address, or builds it where there is none (or no network); `report` hears
   * of the building's progress, 0 to 1.
   */
  open(unit: UnitModel, address: string, report: (done: number) => void): Promise<void>;
  /** The faults whose symptoms are wanted, in the order of the cases; undefined where they are known or there is no sequence. */
  faults(): Promise<readonly (Fault | undefined)[] | undefined>;
  /** What the unit's sequence does under each of these faults; for a thread in which no unit is open. */
  table(unit: UnitModel, faults: readonly (Fault | undefined)[]): Promise<SymptomTable>;
  /** Takes what the unit's sequence does under each of them, so that the next view knows where each would stop. */
  learnSymptoms(table: SymptomTable): Promise<void>;
  /**
   * Weighs the events of a job on the open unit; `order` says who proposes the next check. `weighed` hears of the first
   * half, before the checks are ranked.
   */
  view(
    events: readonly JobEvent[],
    order: Order,
    weighed: (half: WeighedView) => void,
    depth: Depth,
    keep: string | undefined,
  ): Promise<JobView>;
  /** What a finding would change, before it is made. */
  whatIf(events: readonly JobEvent[], body: FindingBody): Promise<WhatIf>;
  /** What is odd about a reading before it is recorded; undefined where nothing is. */
  question(events: readonly JobEvent[], body: FindingBody): Promise<string | undefined>;
  /** What the unit's drawing shows of the job in a live state. */
  wiring(events: readonly JobEvent[], state: string): Promise<WiringView>;
  /** What an order would do next, and what it costs from here. */
  order(events: readonly JobEvent[], order: Order): Promise<OrderView>;
}
