import { Link } from "react-router";
import type { JobView } from "#core/view/index.ts";
import type { Job } from "#server/jobs/readJob.ts";
import { Button } from "../ui/Button.tsx";
import { PersonChoice, ThemeChoice } from "../ui/ShopBar.tsx";
import { MoreMenu } from "./MoreMenu.tsx";

interface Props {
  job: Job;
  view: JobView;
  onCall: () => void;
  onKeys: () => void;
  onWatch: () => void;
  onHands: () => void;
}

/** Which job this is, who works on it, and the way out. One line on a phone; the complaint in full where there is room. */
export function JobHeader({ job, view, onCall, onKeys, onWatch, onHands }: Props) {
  return (
    <header className="shrink-0 border-b-[1.5px] border-ink px-4 py-1 md:py-2">
      <div className="flex items-center gap-x-3 md:gap-x-4">
        <Link
          to="/"
          className="flex min-h-11 items-center font-semibold underline underline-offset-4"
          aria-label="Back to the board"
        >
          Board
        </Link>
        <span className="reading font-semibold text-ink-soft max-sm:hidden">
          {String(job.number).padStart(4, "0")}
        </span>
        <h1 className="min-w-0 truncate text-lg font-bold md:text-[1.375rem]">{job.unit.name}</h1>
        <span className="truncate text-ink-soft max-md:hidden">
          <WhichOne label={job.label} made={view.state.made} />
        </span>
        <span className="grow" />
        <span className="flex shrink-0 items-center gap-2">
          <span className="max-lg:hidden">
            <PersonChoice />
          </span>
          <span className="max-lg:hidden">
            <ThemeChoice />
          </span>
          <Button
            hotkey="c"
            onClick={onCall}
            className="px-3! md:px-4!"
            look={view.call.ready && (!view.state.call || view.state.call.repaired) ? "main" : "plain"}
          >
            Call
          </Button>
          <MoreMenu
            jobId={job.id}
            onKeys={onKeys}
            onWatch={view.state.closed ? undefined : onWatch}
            onHands={view.state.closed ? undefined : onHands}
          />
        </span>
      </div>
      <p translate="no" className="text-ink-soft max-md:hidden">
        {view.state.complaint}
      </p>
    </header>
  );
}

/** On a small screen: what the customer said, which one it is, who is working. */
export function JobParticulars({ job, view }: Pick<Props, "job" | "view">) {
  return (
    <section aria-label="The job" className="border-b-[1.5px] border-ink bg-sheet px-4 py-2 lg:hidden">
      <p>
        <span className="reading font-semibold">{String(job.number).padStart(4, "0")}</span>
        {(job.label !== "" || view.state.made !== undefined) && (
          <span className="text-ink-soft">
            {" · "}
            <WhichOne label={job.label} made={view.state.made} />
          </span>
        )}
      </p>
      <p translate="no" className="pb-1">
        {view.state.complaint}
      </p>
      <div className="flex items-center gap-3">
        <PersonChoice />
        <ThemeChoice />
      </div>
    </section>
  );
}

/** Which of its kind it is: its place or number, and the year on its plate. */
function WhichOne({ label, made }: { label: string; made: number | undefined }) {
  return (
    <>
      <span translate="no">{label}</span>
      {label !== "" && made !== undefined && ", "}
      {made !== undefined && <span>made {made}</span>}
    </>
  );
}
