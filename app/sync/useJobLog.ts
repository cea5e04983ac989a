import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { JobEvent } from "#core/job/index.ts";
import { loadOutbox, saveOutbox, send, type Pending } from "./outbox.ts";

const RETRY_MS = 4000;

/**
 * The job's events: those the server has, then those on their way. An event counts at once; it is sent in order,
 * again and again until acknowledged, and taken out when the server refuses it.
 */
export function useJobLog(
  job: string,
  recorded: readonly JobEvent[],
  seq: number,
  /** Hears of an entry that came from another screen. */
  onHeard: (event: JobEvent) => void,
) {
  const [acknowledged, setAcknowledged] = useState<readonly JobEvent[]>([]);
  const [pending, setPending] = useState<readonly Pending[]>([]);
  const queue = useRef<readonly Pending[]>([]);
  const sending = useRef(false);

  // Entries of others come as they are recorded; one's own come back too and are known by their ids.
  const from = useRef(seq);
  const heard = useRef(onHeard);
  const own = useRef(new Set<string>());

  const put = useCallback(
    (next: readonly Pending[]) => {
      queue.current = next;
      saveOutbox(job, next);
      setPending(next);
    },
    [job],
  );

  const drain = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    for (let first = nextToSend(queue.current); first; first = nextToSend(queue.current)) {
      const { event } = first;
      own.current.add(event.id);
      put(queue.current.map((p) => (p.event.id === event.id ? { event, status: "sending" } : p)));
      const result = await send(job, event);
      if (result === "saved") {
        setAcknowledged((list) => (list.some((e) => e.id === event.id) ? list : [...list, event]));
        put(queue.current.filter((p) => p.event.id !== event.id));
        continue;
      }
      const after: Pending =
        "refused" in result
          ? { event, status: "refused", message: result.refused }
          : { event, status: "waiting", message: result.waiting };
      put(queue.current.map((p) => (p.event.id === event.id ? after : p)));
      if ("waiting" in result) break;
    }
    sending.current = false;
  }, [job, put]);

  useEffect(() => {
    // What an earlier page left behind is known only here, once the page is alive.
    queueMicrotask(() => {
      put(loadOutbox(job));
      void drain();
    });
    const timer = setInterval(() => void drain(), RETRY_MS);
    const online = () => void drain();
    window.addEventListener("online", online);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", online);
    };
  }, [job, put, drain]);

  useEffect(() => {
    heard.current = onHeard;
  });
  useEffect(() => {
    const stream = new EventSource(`/jobs/${job}/stream?after=${from.current}`);
    stream.onmessage = ({ data, lastEventId }: MessageEvent<string>) => {
      from.current = Number(lastEventId);
      const event = JSON.parse(data) as JobEvent;
      setAcknowledged((list) => (list.some((e) => e.id === event.id) ? list : [...list, event]));
      if (!own.current.has(event.id)) heard.current(event);
    };
    return () => stream.close();
  }, [job]);

  const record = useCallback(
    (event: JobEvent) => {
      own.current.add(event.id);
      put([...queue.current, { event, status: "sending" }]);
      void drain();
    },
    [put, drain],
  );

  const discard = useCallback((id: string) => put(queue.current.filter((p) => p.event.id !== id)), [put]);

  const events = useMemo(() => {
    const known = new Set(recorded.map((e) => e.id));
    const fresh = [...acknowledged, ...pending.filter((p) => p.status !== "refused").map((p) => p.event)];
    return [...recorded, ...fresh.filter((e) => !known.has(e.id) && known.add(e.id))];
  }, [recorded, acknowledged, pending]);

  return { events, pending, record, discard, resend: drain };
}

function nextToSend(queue: readonly Pending[]): Pending | undefined {
  return queue.find((p) => p.status !== "refused");
}
