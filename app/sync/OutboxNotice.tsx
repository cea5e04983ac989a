import { checkOf, type JobEvent } from "#core/job/index.ts";
import { checkText, resultText } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { Pending } from "./outbox.ts";
import { Button } from "../ui/Button.tsx";

/** Entries that the server has not acknowledged, with what was typed: nothing is lost, nothing is hidden. */
export function OutboxNotice({
  unit,
  pending,
  onResend,
  onDiscard,
}: {
  unit: UnitModel;
  pending: readonly Pending[];
  onResend: () => void;
  onDiscard: (id: string) => void;
}) {
  const shown = pending.filter((p) => p.status !== "sending");
  if (shown.length === 0) return null;
  return (
    <ul data-testid="outbox">
      {shown.map(({ event, status, message }) => (
        <li
          key={event.id}
          className="flex flex-wrap items-center gap-3 border-b-[1.5px] border-ink bg-live-soft px-4 py-1.5"
        >
          <span className="grow">
            <strong>{status === "waiting" ? "Waiting to be sent" : "Not recorded"}:</strong>{" "}
            {eventText(unit, event)}. {message}
            {status === "waiting" && " It is kept here and sent again automatically."}
          </span>
          {status === "waiting" && <Button onClick={onResend}>Send again</Button>}
          <Button look="quiet" onClick={() => onDiscard(event.id)}>
            Discard
          </Button>
        </li>
      ))}
    </ul>
  );
}

function eventText(unit: UnitModel, { body }: JobEvent): string {
  if (body.type === "strip") return `try of the strip-down: ${body.tripped ? "opens" : "holds"}`;
  if (body.type !== "finding") return body.type === "band" ? `power declared ${body.band}` : body.type;
  const typed = body.typed ? `“${body.typed}”, ` : "";
  return `${typed}${checkText(unit, checkOf(unit, body))}: ${resultText(unit, body)}`;
}
