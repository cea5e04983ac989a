import { Link } from "react-router";
import type { Ticket } from "#server/jobs/tickets.ts";
import { unreadableText } from "../words/unreadable.ts";
import { Clock } from "../ui/Clock.tsx";

/** One job on the board: number, unit, complaint, what it waits for. */
export function TicketRow({ ticket }: { ticket: Ticket }) {
  return (
    <li className="border-t border-rule">
      <Link
        to={`/jobs/${ticket.id}`}
        className="grid min-h-14 grid-cols-[3.5rem_1fr] items-baseline gap-x-3 gap-y-0.5 bg-sheet px-3 py-3 md:grid-cols-[3.5rem_1fr_15rem]"
      >
        <span className="reading font-semibold text-ink-soft">{String(ticket.number).padStart(4, "0")}</span>
        <span>
          <span className="text-xl font-bold">{ticket.unitName}</span>{" "}
          {ticket.label && <span className="text-ink-soft">{ticket.label}</span>}
          <span className="block">{ticket.complaint}</span>
          {ticket.unreadable > 0 && (
            <span className="block font-semibold text-hazard">{unreadableText(ticket.unreadable)}</span>
          )}
        </span>
        <span className="col-start-2 md:col-start-3 md:text-right">
          <span className="block font-semibold">{waitsFor(ticket)}</span>
          {ticket.band === "live" && ticket.status !== "closed" && (
            <span className="band-live mr-2 inline-block border-[1.5px] border-ink px-2 text-sm font-bold">
              LIVE
            </span>
          )}
          <span className="text-[0.9375rem] text-ink-soft">
            {ticket.people.map((name) => name.split(" ")[0]).join(", ")},{" "}
            <span className="whitespace-nowrap">
              last entry <Clock at={ticket.lastAt} withDate />
            </span>
          </span>
        </span>
      </Link>
    </li>
  );
}

function waitsFor({ status, stage, findings, calledItem, waits }: Ticket): string {
  if (status === "closed") return calledItem ? `Closed: ${calledItem}` : "Closed";
  if (stage === "prove") return `Repaired: ${calledItem}. Prove it.`;
  if (status === "called") return `Called: ${calledItem}. ${waits ?? "Repair and prove it."}`;
  return findings === 0 ? "Just taken in" : `${findings} finding${findings === 1 ? "" : "s"} so far`;
}
