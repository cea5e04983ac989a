import type { UnitModel } from "#core/unit/index.ts";
import type { TracedView } from "#core/view/index.ts";

/** What the tracer asks of its worker. */
export interface TraceWorker {
  /** Readings along every circuit of a traced unit, and where one would measure first. */
  look(unit: UnitModel): Promise<TracedView>;
}
