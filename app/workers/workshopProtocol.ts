import type { Checked, Json, WorkshopProblem } from "#core/workshop/index.ts";

/** What the workshop asks of its worker. */
export interface WorkshopWorker {
  /** Whether a file reads as a model, and what keeps it from it. */
  check(file: Json): Promise<Checked>;
  /** What is probably not meant in the file that was checked last: this takes the longer time. */
  doubts(): Promise<readonly WorkshopProblem[]>;
}
