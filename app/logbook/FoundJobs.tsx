import { Link } from "react-router";
import type { Found, FoundPage } from "#server/logbook/logbook.ts";
import { Clock } from "../ui/Clock.tsx";
import { Pages } from "../ui/Pages.tsx";

/** The jobs that were found, the latest first. */
export function FoundJobs({ found: { jobs, page, pages } }: { found: FoundPage }) {
  return (
    <section aria-label="Jobs found">
      <h2 className="section-title">The jobs</h2>
      <ul>
        {jobs.map((job) => (
          <FoundRow key={job.id} job={job} />
        ))}
      </ul>
      {pages > 1 && <Pages page={page} pages={pages} name="page" title="jobs found" />}
    </section>
  );
}

const four = (number: number) => String(number).padStart(4, "0");

function FoundRow({ job }: { job: Found }) {
  return (
    <li className="border-t border-rule">
      <Link
        to={`/jobs/${job.id}/report`}
        className="grid min-h-12 grid-cols-[3.5rem_1fr] items-baseline gap-x-3 bg-sheet px-3 py-2 md:grid-cols-[3.5rem_1fr_18rem]"
      >
        <span className="reading font-semibold text-ink-soft">{four(job.number)}</span>
        <span>
          <span className="font-bold">{job.unitName}</span>{" "}
          {job.label && <span className="text-ink-soft">{job.label}</span>}
          <span className="block text-[0.9375rem]">{job.complaint}</span>
        </span>
        <span className="col-start-2 text-[0.9375rem] md:col-start-3 md:text-right">
          <span className="block font-semibold">{outcomeText(job)}</span>
          <span className="text-ink-soft">
            {job.checks} check{job.checks === 1 ? "" : "s"}, {Math.round(job.diagnosing)} min,{" "}
            <Clock at={job.openedAt} withDate />
          </span>
        </span>
      </Link>
    </li>
  );
}

function outcomeText({ outcome, itemName, waived, cameBackAs, comeBackOf }: Found): string {
  const end =
    outcome === null
      ? "Open"
      : outcome === "repaired"
        ? `${itemName ?? "Repaired"}${waived ? ", not proven" : ""}`
        : outcome === "handed on"
          ? "Handed on"
          : "Given up";
  const back = cameBackAs !== null ? `; came back as ${four(cameBackAs)}` : "";
  return `${end}${comeBackOf !== null ? `; back from ${four(comeBackOf)}` : ""}${back}`;
}
