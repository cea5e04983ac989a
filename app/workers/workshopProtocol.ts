import type { PartSaid, VoltsCondition } from "#core/sequence/index.ts";
import type { Checked, Json, WorkshopProblem } from "#core/workshop/index.ts";

/** What the workshop asks of its worker. */
export interface WorkshopWorker {
  /** Whether a file reads as a model, and what keeps it from it. */
  check(file: Json): Promise<Checked>;
  /** What is probably not meant in the file that was checked last: this takes the longer time. */
  doubts(): Promise<readonly WorkshopProblem[]>;
  /** The volts that tell what is said of a switch or a sensor, or why there are none, in words. */
  condition(file: Json, state: string, part: string, said: PartSaid): Promise<VoltsCondition | string>;
}
