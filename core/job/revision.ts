import type { JobEvent } from "./events.ts";

/**
 * The revision of its unit, by hash, that a job stood at as a part of its log has it.
 * @param now the revision that it stands at by the whole log
 * @param known the part of the log, in its order
 */
export function revisionAt(now: string, log: readonly JobEvent[], known: readonly JobEvent[]): string {
  const moves = (events: readonly JobEvent[]) =>
    events.flatMap(({ body }) => (body.type === "moved" ? [body] : []));
  return moves(known).at(-1)?.to ?? moves(log)[0]?.from ?? now;
}
