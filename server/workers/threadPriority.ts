import os from "node:os";
import { workerData } from "piscina";

/**
 * Of a busy machine a page's view takes half of what the web process itself does, which answers entries meanwhile; a dictionary a
 * third of what a view does: it takes a minute, and nobody waits at it.
 */
export const NICENESS = { view: 3, dictionary: 8 } as const;

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
