import type { UnitModel } from "#core/unit/index.ts";
import type { FirstCheck, TracedView } from "#core/view/index.ts";

/** What the tracer asks of its worker. */
export interface TraceWorker {
  /** Readings along every circuit of a traced unit. */
  look(unit: UnitModel): Promise<TracedView>;
  /** Where one would begin on it: this takes the longer time. */
  first(unit: UnitModel): Promise<FirstCheck>;
}
