import { useEffect, useState } from "react";
import { Link } from "react-router";
import { Button } from "../ui/Button.tsx";
import { discard, drain, isHeldByPageOnly, tryAgain } from "./outbox/outbox.ts";
import type { Waiting } from "./outbox/store.ts";
import { useOutbox } from "./outbox/useOutbox.ts";

/** A send that takes longer than this is shown, ms. */
const SLOW_MS = 5000;

/** Entries that the server has not acknowledged, with what was typed, on every page: nothing is lost, nothing is hidden. */
export function OutboxNotice({
  job,
  onMend,
}: {
  /** The job of this page: its own entries need no name of the job. */
  job?: string;
  /** Puts what was typed back in the line. */
  onMend?: (id: string, typed: string) => void;
}) {
  const outbox = useOutbox();
  const now = useNow(outbox.length > 0);
  const shown = outbox.filter((w) => w.status === "refused" || w.message || now - w.since > SLOW_MS);
  if (shown.length === 0) return null;
  return (
    <ul data-testid="outbox" aria-label="Not saved yet">
      {shown.map((waiting) => (
        <WaitingRow
          key={waiting.id}
          waiting={waiting}
          elsewhere={waiting.job !== job}
          seconds={Math.round((now - waiting.since) / 1000)}
          onMend={waiting.job === job ? onMend : undefined}
        />
      ))}
    </ul>
  );
}

function WaitingRow({
  waiting,
  elsewhere,
  seconds,
  onMend,
}: {
  waiting: Waiting;
  elsewhere: boolean;
  seconds: number;
  onMend: ((id: string, typed: string) => void) | undefined;
}) {
  const { id, job, jobName, title, status, message } = waiting;
  const isRefused = status === "refused";
  const word = isRefused ? "Not recorded" : message ? "Waiting to be sent" : `Sending for ${seconds} s`;
  const typed =
    waiting.kind === "entry" && waiting.event.body.type === "finding" ? waiting.event.body.typed : undefined;
  return (
    <li className="flex flex-wrap items-center gap-3 border-b-[1.5px] border-ink bg-live-soft px-4 py-1.5">
      <span className="min-w-0 grow break-words">
        <strong>{word}:</strong> {title.replace(/[.!?]$/u, "")}
        {elsewhere && jobName && (
          <>
            {" "}
            (
            <Link className="underline underline-offset-4" to={`/jobs/${job}`}>
              {jobName}
            </Link>
            )
          </>
        )}
        . {message}
        {!isRefused &&
          (isHeldByPageOnly(id)
            ? " This browser keeps nothing, so leave this page open until it is sent."
            : " It is kept here and sent again automatically.")}
      </span>
      {isRefused && typed && onMend && <Button onClick={() => onMend(id, typed)}>Mend it</Button>}
      <Button onClick={() => void (isRefused ? tryAgain(id) : drain())}>Send again</Button>
      <Button look="quiet" onClick={() => void discard(id)}>
        Discard
      </Button>
    </li>
  );
}

/** The time, each second while it is needed. */
function useNow(needed: boolean): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!needed) return;
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [needed]);
  return now;
}
