import { Term } from "../../guide/Term.tsx";
import { Link } from "react-router";
import type { JobView } from "#core/view/index.ts";
import { percentText } from "../../words/percent.ts";
import { isToRepair } from "./isToRepair.ts";
import { Button, buttonClass } from "../../ui/Button.tsx";

/** Says when the findings carry a call, when one was made, and when the job is closed. */
export function CallStrip({
  view,
  jobId,
  onCall,
  onRepair,
}: {
  view: JobView;
  jobId: string;
  onCall: () => void;
  onRepair: () => void;
}) {
  const { call, state } = view;
  if (state.closed)
    return (
      <Strip>
        <strong className="block text-lg">This job is closed: {state.closed.body.outcome}.</strong>
        <Link to={`/jobs/${jobId}/report`} className={buttonClass("plain")}>
          Open the report
        </Link>
      </Strip>
    );
  if (isToRepair(state)) {
    const named = view.items.find((i) => i.id === state.call!.body.item)?.name ?? state.call!.body.item;
    return (
      <Strip>
        <span>
          <strong className="block text-lg">Called: {named}.</strong>
          Repair it, run the whole sequence, and measure again what was wrong.
        </span>
        <span className="flex flex-wrap gap-3">
          <Button look="main" onClick={onRepair}>
            Repair it
          </Button>
          <Button onClick={onCall}>Close the job</Button>
        </span>
      </Strip>
    );
  }
  if (!call.ready)
    return call.standing === undefined ? null : (
      <Strip>
        <span data-testid="call-waits">
          <strong className="block text-lg">
            {call.itemName}: {percentText(call.chance)} %, not yet a <Term id="call">call</Term>
          </strong>
          {call.standing}
        </span>
      </Strip>
    );
  return (
    <Strip>
      <span>
        <strong data-testid="call-ready" className="block text-lg">
          {call.itemName}: {percentText(call.chance)} %
        </strong>
        {call.proof ? `Proved by ${call.proof.text}.` : call.standing}
      </span>
      <Button look="main" onClick={onCall}>
        Make the call
      </Button>
    </Strip>
  );
}

function Strip({ children }: { children: React.ReactNode }) {
  return (
    <section
      aria-label="Call"
      className="flex flex-wrap items-center justify-between gap-3 border-b-[1.5px] border-ink bg-here-soft px-4 py-3"
    >
      {children}
    </section>
  );
}
