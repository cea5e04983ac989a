import { data, Link } from "react-router";
import { listPeople } from "#server/people/people.ts";
import { readJob } from "#server/jobs/readJob.ts";
import { analyseOverTime, analyseSoFar } from "#server/workers/analysis.ts";
import type { Route } from "./+types/report";
import { translated } from "../language/tongue.ts";
import { PaperHead } from "../report/PaperHead.tsx";
import { StillComputing } from "../report/StillComputing.tsx";
import { Button, buttonClass } from "../ui/Button.tsx";
import { likelyItems } from "#core/view/index.ts";
import { SuspectsChart } from "../report/SuspectsChart.tsx";
import { Clock } from "../ui/Clock.tsx";
import { ReportRepairs } from "../job/repair/ReportRepairs.tsx";
import { ReportFindings } from "../job/ledger/ReportFindings.tsx";
import { DEFERENCE } from "../words/cautions.ts";
import { useShop } from "../ui/ShopBar.tsx";
import { money } from "../words/money.ts";
import { percentText } from "../words/percent.ts";

export const meta: Route.MetaFunction = ({ loaderData }) => [
  {
    title: translated(loaderData ? `Report, job ${loaderData.job.number} · Zygodrome` : "Report · Zygodrome"),
  },
];

export async function loader({ params, request }: Route.LoaderArgs) {
  const job = await readJob(params.job);
  if (!job) throw data("There is no job at this address, so there is no report.", { status: 404 });
  const [{ view, pending }, people] = await Promise.all([analyseSoFar(job, request.signal), listPeople()]);
  const over = view.readingsOnly ? { steps: [], items: [] } : await analyseOverTime(job);
  return { job, view, pending, people, over };
}

export default function Report({ loaderData }: Route.ComponentProps) {
  const { job, view, pending, people, over } = loaderData;
  const nameOf = (id: string) => people.find((p) => p.id === id)?.name ?? id;
  return (
    <main className="mx-auto max-w-3xl p-4 md:p-8 print:p-0">
      <PaperLinks job={job.id} />
      {pending && <StillComputing />}
      <article className="flex flex-col gap-5">
        <PaperHead
          number={job.number}
          openedAt={job.openedAt}
          unit={job.unit.name}
          of={[`${job.unit.maker}, revision ${job.unit.revision}`, job.label]}
          complaint={view.state.complaint}
        />
        <WhatWasWrong job={job} view={view} pending={pending} nameOf={nameOf} />
        <ReportRepairs view={view} nameOf={nameOf} />
        {over.items.length > 0 && over.steps.length > 1 && (
          <section>
            <h2 className="section-title pb-1">Suspects after each finding</h2>
            <SuspectsChart over={over} />
          </section>
        )}
        <ReportFindings rows={view.ledger} claims={view.state.claims} nameOf={nameOf} />
        <p className="border-t border-rule pt-2 text-sm text-ink-soft">
          {DEFERENCE} Readings with a meter of 10 MΩ; “healthy” is computed from the unit's circuit at the
          supply as measured.
        </p>
      </article>
    </main>
  );
}

/** Where else one can go from the report, and what it can be taken along as. */
function PaperLinks({ job }: { job: string }) {
  return (
    <div className="no-print flex flex-wrap justify-between gap-3 pb-5">
      <Link to={`/jobs/${job}`} className={buttonClass("plain")}>
        Back to the job
      </Link>
      <div className="flex flex-wrap gap-3">
        <Link to={`/jobs/${job}/customer`} className={buttonClass("plain")}>
          For the customer
        </Link>
        <a href={`/jobs/${job}/papers/findings.pdf`} className={buttonClass("plain")}>
          As PDF
        </a>
        <a href={`/jobs/${job}/export/findings.csv`} download className={buttonClass("plain")}>
          Findings as CSV
        </a>
        <a href={`/jobs/${job}/export/job.zip`} download className={buttonClass("plain")}>
          All of it as ZIP
        </a>
        <Button look="main" onClick={() => window.print()}>
          Print
        </Button>
      </div>
    </div>
  );
}

/** The call with what proved it; without one, what the findings leave. */
function WhatWasWrong({
  job,
  view,
  pending,
  nameOf,
}: Pick<Route.ComponentProps["loaderData"], "job" | "view" | "pending"> & {
  nameOf: (id: string) => string;
}) {
  const { settings } = useShop();
  const call = view.state.call;
  const item = job.unit.items.find((i) => i.id === call?.body.item);
  const proof = view.ledger.find((row) => row.id === call?.body.proof);
  return (
    <section>
      <h2 className="section-title">What was wrong</h2>
      {call && item ? (
        <>
          <p className="text-xl font-bold">{item.name}</p>
          <p>
            {proof
              ? `Proved by: ${proof.check}, ${proof.setup}, ${proof.result}${proof.expected ? ` (healthy: ${proof.expected})` : ""}.`
              : "Called without a proving reading."}{" "}
            Certainty {Math.floor(call.body.chance * 100)} %. Called by {nameOf(call.event.person)},{" "}
            <Clock at={call.event.at} withDate />.
          </p>
          {call.body.note && <p className="border-l-4 border-rule pl-3">{call.body.note}</p>}
          <p>
            To do:{" "}
            {item.remedy === "replace" ? `replace, ${money(item.price, settings.currency)}` : item.remedy},
            about {item.minutes} min. {item.note}
          </p>
        </>
      ) : view.readingsOnly ? (
        <p>
          {pending
            ? "No call has been made. What the findings leave is still being computed."
            : "No call has been made. This unit is too large to weigh what the findings leave."}
        </p>
      ) : (
        <p>
          No call has been made. The findings so far leave{" "}
          {likelyItems(view)
            .map((item) => `${item.name} (${percentText(item.chance)} %)`)
            .join(", ")}
          .
        </p>
      )}
      {view.state.closed && <p className="font-bold">Closed: {view.state.closed.body.outcome}.</p>}
    </section>
  );
}
