import type { JobView } from "#core/view/index.ts";

/** A call stands that nothing was done about yet. */
export function isToRepair({ call }: JobView["state"]): boolean {
  return call !== undefined && !call.repaired;
}
