import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { JobEvent } from "#core/job/index.ts";
import type { Job } from "#server/jobs/readJob.ts";
import { deviceId } from "./device.ts";
import { entryTitle } from "./entryTitle.ts";
import { isSameLog, lastKnown, logSoFar, NOTHING_SINCE, withHeard, withSaved } from "./logSoFar.ts";
import { discard, onSaved, put } from "./outbox/outbox.ts";
import { useOutbox } from "./outbox/useOutbox.ts";
import { listen } from "./stream/jobStream.ts";

/**
 * The job's events: those the server has, then those of this browser that are on their way, whichever tab they were entered in.
 * An event counts at once.
 *
 * @param onHeard hears of an entry that came from another screen
 */
export function useJobLog(job: Job, onHeard: (event: JobEvent) => void) {
  const { id, seq, unit } = job;
  const [since, setSince] = useState(NOTHING_SINCE);
  const outbox = useOutbox();
  const pending = useMemo(() => outbox.filter((w) => w.job === id), [outbox, id]);

  const heard = useRef(onHeard);
  /** Entries of this browser: they come back by the stream too. */
  const own = useRef(new Set<string>());
  const last = useRef<string>(undefined);
  useEffect(() => {
    heard.current = onHeard;
    last.current = lastKnown(job, since);
  });
  useEffect(() => {
    for (const { id: entry } of pending) own.current.add(entry);
  }, [pending]);

  useEffect(() => onSaved((of, event) => of === id && setSince((known) => withSaved(known, event))), [id]);
  // The page is served anew now and then; the stream goes on from where it is.
  const from = useRef(seq);
  useEffect(
    () =>
      listen(id, from.current, (event, place) => {
        setSince((known) => withHeard(known, { seq: place, event }));
        if (!own.current.has(event.id)) heard.current(event);
      }),
    [id],
  );

  const jobName = `job ${String(job.number).padStart(4, "0")}, ${unit.name}`;
  const record = useCallback(
    (event: JobEvent) => {
      own.current.add(event.id);
      void put({
        kind: "entry",
        id: event.id,
        job: id,
        jobName,
        title: entryTitle(unit, event),
        since: Date.now(),
        status: "waiting",
        event: { ...event, device: deviceId(), ...(last.current ? { after: last.current } : {}) },
      });
    },
    [id, jobName, unit],
  );

  const sofar = useMemo(() => {
    const sent = pending.flatMap((w) => (w.kind === "entry" && w.status !== "refused" ? [w.event] : []));
    return logSoFar(job.events, since, sent);
  }, [job.events, since, pending]);
  // An entry that was sent, answered and told by the stream is one entry all the time: it is weighed once.
  const [kept, setKept] = useState<readonly JobEvent[]>(sofar);
  const events = isSameLog(kept, sofar) ? kept : sofar;
  if (events !== kept) setKept(events);

  return { events, pending, record, discard, jobName };
}
