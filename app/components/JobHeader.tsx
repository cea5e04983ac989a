import { Link } from "react-router";
import type { JobView } from "#core/view/index.ts";
import type { Job } from "#server/jobs/readJob.ts";
import { Button, buttonClass } from "./Button.tsx";
import { PersonChoice, ThemeChoice } from "./ShopBar.tsx";

interface Props {
  job: Job;
  view: JobView;
  onCall: () => void;
  onKeys: () => void;
}

export function JobHeader({ job, view, onCall, onKeys }: Props) {
  return (
    <header className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b-[1.5px] border-ink px-4 py-2">
      <Link
        to="/"
        className="flex min-h-11 items-center font-semibold underline underline-offset-4"
        aria-label="Back to the board"
      >
        Board
      </Link>
      <span className="reading font-semibold text-ink-soft">{String(job.number).padStart(4, "0")}</span>
      <h1 className="text-[1.375rem] font-bold">{job.unit.name}</h1>
      {job.label && <span className="text-ink-soft">{job.label}</span>}
      <p
        className="min-w-0 basis-full text-ink-soft md:flex-1 md:basis-32 md:truncate"
        title={view.state.complaint}
      >
        {view.state.complaint}
      </p>
      <div className="flex flex-wrap items-center gap-2">
        <PersonChoice />
        <ThemeChoice />
        <Button hotkey="?" onClick={onKeys} className="hidden! md:inline-flex!">
          Keys
        </Button>
        <Link to={`/tests?job=${job.id}`} className={`${buttonClass("plain")} max-md:hidden`}>
          Tests
        </Link>
        <Link to={`/strip?job=${job.id}`} className={`${buttonClass("plain")} max-md:hidden`}>
          Strip
        </Link>
        <Link to={`/jobs/${job.id}/report`} className={buttonClass("plain")}>
          Report
        </Link>
        <Button hotkey="c" onClick={onCall} look={view.call.ready && !view.state.call ? "main" : "plain"}>
          Call
        </Button>
      </div>
    </header>
  );
}
