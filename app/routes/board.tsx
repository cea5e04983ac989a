import { Link } from "react-router";
import { listTickets, type Ticket } from "#server/jobs/readJob.ts";
import { listUnits } from "#server/units/models.ts";
import type { Route } from "./+types/board";
import { buttonClass } from "../ui/Button.tsx";
import { TicketRow } from "../board/TicketRow.tsx";

export const meta: Route.MetaFunction = () => [{ title: "Board · Zygodrome" }];

export async function loader() {
  const [tickets, units] = await Promise.all([listTickets(), listUnits()]);
  return { tickets, units };
}

export default function Board({ loaderData }: Route.ComponentProps) {
  const { tickets, units } = loaderData;
  const open = tickets.filter((t) => t.status !== "closed");
  const closed = tickets.filter((t) => t.status === "closed");
  return (
    <main className="mx-auto grid max-w-6xl gap-8 p-4 md:grid-cols-[1fr_20rem] md:p-6">
      <div className="flex flex-col gap-6">
        <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-2">
          <h1 className="text-[1.75rem] font-bold">Board</h1>
          <Link to="/jobs/new" className={buttonClass("main")}>
            Start a job
          </Link>
        </div>
        <Tickets
          title={open.length === 1 ? "1 open job" : `${open.length} open jobs`}
          tickets={open}
          empty="No job is open. Start one when a unit comes in: say what it does, and what still works."
        />
        {closed.length > 0 && <Tickets title="Closed" tickets={closed} empty="" />}
      </div>
      <aside className="flex flex-col gap-3 self-start">
        <h2 className="section-title border-b border-rule pb-1">Units this shop knows</h2>
        <ul className="flex flex-col gap-1">
          {units.map((unit) => (
            <li key={unit.id} className="border-b border-rule-faint py-2">
              <Link to={`/units/${unit.id}`} className="block min-h-11 underline-offset-4 hover:underline">
                <span className="font-bold">{unit.name}</span>{" "}
                <span className="text-ink-soft">{unit.maker}</span>
                <span className="block text-[0.9375rem] text-ink-soft">{unit.description}</span>
              </Link>
              <Link
                to={`/jobs/new?unit=${unit.id}`}
                className="inline-flex min-h-11 items-center text-[0.9375rem] underline underline-offset-4"
              >
                Start a job on one
              </Link>
            </li>
          ))}
        </ul>
      </aside>
    </main>
  );
}

function Tickets({ title, tickets, empty }: { title: string; tickets: readonly Ticket[]; empty: string }) {
  return (
    <section>
      <h2 className="section-title">{title}</h2>
      {tickets.length === 0 ? (
        <p className="border-t border-rule py-4 text-lg text-ink-soft">{empty}</p>
      ) : (
        <ul>
          {tickets.map((t) => (
            <TicketRow key={t.id} ticket={t} />
          ))}
        </ul>
      )}
    </section>
  );
}
