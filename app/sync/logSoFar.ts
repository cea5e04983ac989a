import type { JobEvent } from "#core/job/index.ts";

/** An entry that came by the stream, with its place in the log. */
export interface HeardEvent {
  readonly seq: number;
  readonly event: JobEvent;
}

/** What a page knows of a job's log since it was served. */
export interface SinceServed {
  /** By the stream, which tells every entry, this browser's own too, in the log's order. */
  readonly heard: readonly HeardEvent[];
  /** This browser's own that the server has taken. What joined the log before them may not have been heard yet. */
  readonly saved: readonly JobEvent[];
}

export const NOTHING_SINCE: SinceServed = { heard: [], saved: [] };

export function withHeard(since: SinceServed, one: HeardEvent): SinceServed {
  return since.heard.some((h) => h.event.id === one.event.id)
    ? since
    : { ...since, heard: [...since.heard, one].sort((a, b) => a.seq - b.seq) };
}

export function withSaved(since: SinceServed, event: JobEvent): SinceServed {
  return since.saved.some((e) => e.id === event.id) ? since : { ...since, saved: [...since.saved, event] };
}

/**
 * The job's entries, each once: those served, those heard since by their place in the log, then this browser's own whose place is
 * not known yet. An answer to an own entry may come before the stream tells what was recorded before it, and an entry that is
 * late must not stand in front of what it was late for.
 */
export function logSoFar(
  served: readonly JobEvent[],
  { heard, saved }: SinceServed,
  waiting: readonly JobEvent[],
): JobEvent[] {
  const known = new Set<string>();
  return [...served, ...heard.map((h) => h.event), ...saved, ...waiting].filter(
    ({ id }) => !known.has(id) && known.add(id),
  );
}

/**
 * Up to where this browser knows the log, as a new entry says it: the last entry served or heard. An own entry that was saved is
 * none such, for of others that joined before it nothing may be known here.
 */
export function lastKnown(
  served: { readonly seq: number; readonly events: readonly JobEvent[] },
  since: SinceServed,
) {
  const last = since.heard.at(-1);
  return last && last.seq > served.seq ? last.event.id : served.events.at(-1)?.id;
}

/** Whether two logs are of the same entries in the same order: what an entry says never changes. */
export function isSameLog(one: readonly JobEvent[], other: readonly JobEvent[]): boolean {
  return one.length === other.length && one.every((e, i) => e.id === other[i]!.id);
}
