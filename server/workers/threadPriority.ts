import os from "node:os";
import { workerData } from "piscina";

/** A dictionary takes of a busy machine a third of what a page does: it takes a minute, and nobody waits at it. */
export const NICENESS = { view: 0, dictionary: 5 } as const;

export interface ThreadData {
  /** Of this thread, 0 (as the web process itself) to 19 (only when nothing else runs). */
  readonly niceness: number;
}

/**
 * Gives way to what is more urgent. On Linux the priority of process 0 is that of the calling thread alone (setpriority(2),
 * “C library/kernel differences”); elsewhere it would be the whole process's, and stays as it is.
 */
export function giveWay(): void {
  if (process.platform !== "linux") return;
  os.setPriority((workerData as ThreadData).niceness);
}
