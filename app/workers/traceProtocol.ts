import type { WiringList } from "#core/trace/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { FirstCheck, TracedView } from "#core/view/index.ts";

/** A unit as it is traced, or the list that one is made of. */
export type TraceSource = { readonly unit: UnitModel } | { readonly list: WiringList };

/** What the tracer asks of its worker. */
export interface TraceWorker {
  /** Readings along every circuit of the unit, which the worker keeps. */
  look(source: TraceSource): Promise<TracedView>;
  /** Where one would begin on the unit that was looked at: this takes the longer time. */
  first(): Promise<FirstCheck>;
  /** Which unknown value would help most, in words; this takes the longest. */
  worth(): Promise<string | undefined>;
}
