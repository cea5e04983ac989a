import type { StripPlan, StripQuestion } from "#core/loads/index.ts";

/** What the strip-down asks of its worker. */
export interface StripWorker {
  plan(question: StripQuestion): Promise<StripPlan>;
}
