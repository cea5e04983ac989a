import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { JobEvent } from "#core/job/index.ts";
import type { Job } from "#server/jobs/readJob.ts";
import { deviceId } from "./device.ts";
import { entryTitle } from "./entryTitle.ts";
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
  const [acknowledged, setAcknowledged] = useState<readonly JobEvent[]>([]);
  const outbox = useOutbox();
  const pending = useMemo(() => outbox.filter((w) => w.job === id), [outbox, id]);

  const heard = useRef(onHeard);
  /** Entries of this browser: they come back by the stream too. */
  const own = useRef(new Set<string>());
  /** The last entry that the server is known to have. */
  const last = useRef(job.events.at(-1)?.id);
  useEffect(() => {
    heard.current = onHeard;
  });
  useEffect(() => {
    for (const { id: entry } of pending) own.current.add(entry);
  }, [pending]);

  const acknowledge = useCallback((event: JobEvent) => {
    last.current = event.id;
    setAcknowledged((list) => (list.some((e) => e.id === event.id) ? list : [...list, event]));
  }, []);
  useEffect(() => onSaved((of, event) => of === id && acknowledge(event)), [id, acknowledge]);
  // The page is served anew now and then; the stream goes on from where it is.
  const from = useRef(seq);
  useEffect(
    () =>
      listen(id, from.current, (event) => {
        acknowledge(event);
        if (!own.current.has(event.id)) heard.current(event);
      }),
    [id, acknowledge],
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

  const events = useMemo(() => {
    const known = new Set(job.events.map((e) => e.id));
    const sent = pending.flatMap((w) => (w.kind === "entry" && w.status !== "refused" ? [w.event] : []));
    const fresh = [...acknowledged, ...sent];
    return [...job.events, ...fresh.filter((e) => !known.has(e.id) && known.add(e.id))];
  }, [job.events, acknowledged, pending]);

  return { events, pending, record, discard, jobName };
}
