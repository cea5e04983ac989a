import { Form, Link } from "react-router";
import {
  countStages,
  endingWarranties,
  listTickets,
  type EndingWarranty,
  type TicketPage,
} from "#server/jobs/tickets.ts";
import { listUnits } from "#server/units/models.ts";
import type { Route } from "./+types/board";
import { translated } from "../language/tongue.ts";
import { BringFile } from "../trace/BringFile.tsx";
import { TicketRow } from "../board/TicketRow.tsx";
import { Button, buttonClass } from "../ui/Button.tsx";
import { LanguageChoice } from "../ui/LanguageChoice.tsx";
import { Pages } from "../ui/Pages.tsx";

export const meta: Route.MetaFunction = () => [{ title: translated("Board · Zygodrome") }];

export async function loader({ request }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  const sought = (searchParams.get("find") ?? "").slice(0, 100);
  const words = sought.split(/\s+/u).filter(Boolean).slice(0, 8);
  const pageOf = (name: string) => Number(/^\d{1,6}$/u.exec(searchParams.get(name) ?? "")?.[0] ?? 1);
  const at = STAGES.find((s) => s === searchParams.get("at"));
  const [open, closed, units, counts, warranties] = await Promise.all([
    listTickets({ closed: false, words, page: pageOf("open"), ...(at ? { stage: at } : {}) }),
    listTickets({ closed: true, words, page: pageOf("closed") }),
    listUnits(),
    countStages(),
    endingWarranties(WARRANTY_SOON, WARRANTIES_SHOWN),
  ]);
  return { open, closed, units, counts, warranties, at, sought };
}

/** What open jobs stand at, what can be done now before what waits. */
const STAGES = ["prove", "repair", "measure", "wait"] as const;
const STAGE_TEXT: Readonly<Record<(typeof STAGES)[number], string>> = {
  prove: "to be proven",
  repair: "to be repaired",
  measure: "to be measured",
  wait: "waiting",
};

/** Warranties that end within so many days are shown, and so many of them at most. */
const WARRANTY_SOON = 14;
const WARRANTIES_SHOWN = 4;

/** Units on the board: those worked on last. */
const UNITS_SHOWN = 8;

export default function Board({ loaderData }: Route.ComponentProps) {
  const { open, closed, units, counts, warranties, at, sought } = loaderData;
  const isFound = sought !== "";
  return (
    <main className="mx-auto grid max-w-6xl gap-8 p-4 md:grid-cols-[1fr_20rem] md:p-6">
      <div className="flex min-w-0 flex-col gap-6">
        <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-2">
          <h1 className="text-[1.75rem] font-bold">Board</h1>
          <Form role="search" className="flex min-w-0 grow justify-end gap-2">
            <input
              type="search"
              name="find"
              aria-label="Find a job: number, unit, place or complaint"
              placeholder="Number, unit, place, complaint"
              defaultValue={sought}
              className="min-h-11 min-w-0 max-w-72 grow border-[1.5px] border-ink px-3"
            />
            <Button type="submit">Find</Button>
          </Form>
          <Link to="/jobs/new" className={buttonClass("main")}>
            Start a job
          </Link>
        </div>
        {isFound && (
          <p>
            {open.all + closed.all} found for “{sought}”.{" "}
            <Link to="/" className="inline-flex min-h-11 items-center underline underline-offset-4">
              Show all jobs
            </Link>
          </p>
        )}
        <StageLinks counts={counts} at={at} />
        <Tickets
          title={open.all === 1 ? "1 open job" : `${open.all} open jobs`}
          list={open}
          name="open"
          empty={
            isFound
              ? "No open job has these words."
              : "No job is open. Start one when a unit comes in: say what it does, and what still works."
          }
        />
        {closed.all > 0 && <Tickets title={`${closed.all} closed`} list={closed} name="closed" empty="" />}
      </div>
      <aside className="flex flex-col gap-3 self-start">
        {warranties.length > 0 && <Warranties list={warranties} />}
        <UnitLinks units={units} />
        <PlaceLinks />
        <LanguageChoice className="2xl:hidden" />
      </aside>
    </main>
  );
}

type Loaded = Route.ComponentProps["loaderData"];

/** Where jobs stand, and how many at each; each leads to those alone. */
function StageLinks({ counts, at }: Pick<Loaded, "counts" | "at">) {
  return (
    <nav aria-label="What jobs stand at" className="flex flex-wrap gap-x-5 border-b border-rule">
      {[undefined, ...STAGES.filter((s) => s === at || (counts[s] ?? 0) > 0)].map((stage) => (
        <Link
          key={stage ?? "all"}
          to={stage === undefined ? "/" : `/?at=${stage}`}
          aria-current={stage === at ? "page" : undefined}
          className={`flex min-h-11 items-center ${stage === at ? "border-b-4 border-here font-bold" : "underline decoration-rule underline-offset-4"}`}
        >
          {stage === undefined ? "All open" : `${counts[stage] ?? 0} ${STAGE_TEXT[stage]}`}
        </Link>
      ))}
    </nav>
  );
}

function UnitLinks({ units }: Pick<Loaded, "units">) {
  return (
    <>
      <h2 className="section-title border-b border-rule pb-1">Units this shop knows</h2>
      <Link to="/units/new" className={buttonClass("plain")}>
        Trace a circuit of another
      </Link>
      <BringFile />
      <ul className="flex flex-col gap-1">
        {units.slice(0, UNITS_SHOWN).map((unit) => (
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
      <Link to="/units" className="flex min-h-11 items-center font-semibold underline underline-offset-4">
        {units.length > UNITS_SHOWN ? `All ${units.length} units` : "The library"}
      </Link>
    </>
  );
}

const ELSEWHERE = [
  ["/logbook", "The logbook"],
  ["/practice", "Practice"],
  ["/settings", "Settings of the shop"],
  ["/guide", "Guide"],
] as const;

/** What a wide screen has in its header. */
function PlaceLinks() {
  return ELSEWHERE.map(([to, name]) => (
    <Link
      key={to}
      to={to}
      className="flex min-h-11 items-center font-semibold underline underline-offset-4 md:hidden"
    >
      {name}
    </Link>
  ));
}

function Warranties({ list }: { list: readonly EndingWarranty[] }) {
  return (
    <section aria-label="Warranties that end soon">
      <h2 className="section-title border-b border-rule pb-1">Warranty ends soon</h2>
      <ul>
        {list.map((w) => (
          <li key={w.id} className="border-b border-rule-faint">
            <Link
              to={`/jobs/${w.id}/customer`}
              className="block min-h-11 py-2 underline-offset-4 hover:underline"
            >
              <span className="font-bold">{w.unitName}</span> {w.label}
              <span className="block text-[0.9375rem] text-ink-soft">
                {w.itemName} · until <span className="reading">{w.until}</span>
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Tickets({
  title,
  list,
  name,
  empty,
}: {
  title: string;
  list: TicketPage;
  name: "open" | "closed";
  empty: string;
}) {
  return (
    <section aria-label={title} data-testid={`tickets-${name}`}>
      <h2 className="section-title">{title}</h2>
      {list.tickets.length === 0 ? (
        <p className="border-t border-rule py-4 text-lg text-ink-soft">{empty}</p>
      ) : (
        <ul>
          {list.tickets.map((t) => (
            <TicketRow key={t.id} ticket={t} />
          ))}
        </ul>
      )}
      {list.pages > 1 && <Pages page={list.page} pages={list.pages} name={name} title={title} />}
    </section>
  );
}
