import type { JobEvent } from "./events.ts";

/**
 * What joined the log before an entry, and was not known at the device that made it: entries of other devices that were recorded
 * after the last one it had heard of. Empty for an entry that says nothing of where it was made.
 *
 * @param events the log in the order of recording
 * @param event one of them, or one that is about to join at the end
 */
export function unheardBy(events: readonly JobEvent[], event: JobEvent): JobEvent[] {
  const { after, device } = event;
  if (after === undefined || device === undefined) return [];
  const own = events.findIndex((e) => e.id === event.id);
  const before = own < 0 ? events : events.slice(0, own);
  const heard = before.findIndex((e) => e.id === after);
  // A place that is not in this log tells nothing: the entry is judged by all of it.
  if (heard < 0) return [];
  return before.slice(heard + 1).filter((e) => e.device !== device);
}

/** The log as the device of an entry knew it when the entry was made. */
export function logAtDevice(events: readonly JobEvent[], event: JobEvent): JobEvent[] {
  const unheard = new Set(unheardBy(events, event).map((e) => e.id));
  return events.filter((e) => !unheard.has(e.id));
}

/** Of what an entry did not know, that which would have mattered to it: somebody's word on the power, a call, the end of the job. */
export function arrivedAfter(events: readonly JobEvent[], event: JobEvent): JobEvent | undefined {
  return unheardBy(events, event).findLast(({ body }) => MATTERS.includes(body.type));
}

const MATTERS: readonly JobEvent["body"]["type"][] = ["band", "call", "repaired", "closed"];

export interface PowerWord {
  readonly band: "live" | "dead" | "unproven";
  readonly event?: JobEvent;
  /** Two people's words, each said without knowing of the other's: neither counts until somebody says it anew. */
  readonly clash?: readonly [JobEvent, JobEvent];
}

/** What the power was last declared as. */
export function powerWord(events: readonly JobEvent[]): PowerWord {
  let word: PowerWord = { band: "unproven" };
  for (const event of events) {
    if (event.body.type !== "band") continue;
    const { band } = event.body;
    const unheard = unheardBy(events, event);
    const others = word.clash ?? (word.event ? [word.event] : []);
    const other = others.findLast((o) => unheard.includes(o));
    word =
      other?.body.type === "band" && other.body.band !== band
        ? { band: "unproven", event, clash: [other, event] }
        : { band, event };
  }
  return word;
}
