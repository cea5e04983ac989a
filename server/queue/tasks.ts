import { z } from "zod";

/**
 * Work that nobody waits for, by name, with what it is about. It is done after the entry or the file that asked for it is kept,
 * by whichever web process has time.
 */
export const TASKS = {
  /** The shortest way to what a job was closed on, which the logbook compares with. */
  "best-course": z.strictObject({ shop: z.string(), job: z.uuid() }),
  /** What every check shows in every case, of a unit's newest revision: its first job then need not wait for it. */
  dictionary: z.strictObject({ shop: z.string(), unit: z.string() }),
  /** The paper that goes with a letter, which is in the outbox already. */
  letter: z.strictObject({ shop: z.string(), letter: z.uuid() }),
} as const;

export type TaskName = keyof typeof TASKS;
export const TASK_NAMES = Object.keys(TASKS) as TaskName[];
/** What a task is about; the shop is that of the work in hand. */
export type About<Name extends TaskName> = Omit<z.infer<(typeof TASKS)[Name]>, "shop">;
