import { useState } from "react";
import { Link } from "react-router";
import type { EventBody, JobView } from "#core/job/index.ts";
import { Button, buttonClass } from "./Button.tsx";
import { Dialog, DialogButtons } from "./Dialog.tsx";
import { Field, inputClass } from "./Field.tsx";

const OUTCOMES = ["repaired", "handed on", "given up"] as const;

/** The decision what is wrong, with its proof; after it, the closing of the job. */
export function CallDialog({
  view,
  jobId,
  onClose,
  onEnter,
}: {
  view: JobView;
  jobId: string;
  onClose: () => void;
  onEnter: (body: EventBody) => boolean;
}) {
  const { call, state } = view;
  if (state.closed || state.call)
    return <Closing view={view} jobId={jobId} onClose={onClose} onEnter={onEnter} />;
  return <Calling key={call.item} view={view} onClose={onClose} onEnter={onEnter} />;
}

function Calling({
  view,
  onClose,
  onEnter,
}: {
  view: JobView;
  onClose: () => void;
  onEnter: (body: EventBody) => boolean;
}) {
  const { call } = view;
  const [note, setNote] = useState("");
  const item = view.items.find((i) => i.id === call.item);
  const isItem = item?.remedy !== undefined;
  return (
    <Dialog title="Make the call" onClose={onClose}>
      <p className="text-xl">
        <strong>{call.itemName}</strong> <span className="text-ink-soft">{call.suspectText}</span>
      </p>
      <dl className="grid grid-cols-[9rem_1fr] gap-x-3 gap-y-2">
        <dt className="text-ink-soft">How sure</dt>
        <dd className="reading font-semibold">{Math.floor(call.chance * 100)} %</dd>
        <dt className="text-ink-soft">Proved by</dt>
        <dd data-testid="proof">{call.proof?.text ?? "no finding yet"}</dd>
        {call.disproof && (
          <>
            <dt className="text-ink-soft">Against it</dt>
            <dd>{call.disproof}</dd>
          </>
        )}
        <dt className="text-ink-soft">Next in line</dt>
        <dd>
          {call.next
            .map((n) => `${n.name} ${n.chance < 0.01 ? "under 1" : Math.round(n.chance * 100)} %`)
            .join(", ")}
        </dd>
      </dl>
      {!call.ready && (
        <p className="border-l-4 border-hazard bg-hazard-soft px-3 py-2 font-semibold">
          {isItem
            ? "The findings do not carry this call yet. One more check costs less than a wrong part."
            : "This is no part that can be replaced. Look again at the findings, or note what the model lacks."}
        </p>
      )}
      {item?.note && <p className="border-l-4 border-hazard px-3 py-1">{item.note}</p>}
      <Field
        label="Why did it fail? Is there a second fault behind it?"
        hint="A blown fuse is a symptom. A burnt element and a dead board come together."
      >
        {(props) => (
          <textarea
            {...props}
            rows={2}
            maxLength={2000}
            className={inputClass}
            value={note}
            onChange={(e) => setNote(e.target.value)}
          />
        )}
      </Field>
      <DialogButtons>
        <Button onClick={onClose}>Not yet</Button>
        <Button
          look="main"
          disabled={!isItem}
          onClick={() =>
            onEnter({
              type: "call",
              item: call.item,
              suspect: call.suspect,
              ...(call.proof ? { proof: call.proof.finding } : {}),
              chance: Math.min(1, call.chance),
              note: note.trim(),
            }) && onClose()
          }
        >
          Call it: {call.itemName}
        </Button>
      </DialogButtons>
    </Dialog>
  );
}

function Closing({
  view,
  jobId,
  onClose,
  onEnter,
}: {
  view: JobView;
  jobId: string;
  onClose: () => void;
  onEnter: (body: EventBody) => boolean;
}) {
  const [outcome, setOutcome] = useState<(typeof OUTCOMES)[number]>("repaired");
  const closed = view.state.closed;
  return (
    <Dialog title={closed ? "This job is closed" : "Close the job"} onClose={onClose}>
      {closed ? (
        <p>Closed as {closed.body.outcome}. Its record stays as it is.</p>
      ) : (
        <>
          <p>
            Before closing: the whole sequence has run in every mode, what was wrong has been measured again,
            covers and door switches are back and work.
          </p>
          <fieldset className="flex flex-wrap gap-2">
            <legend className="pb-1 font-bold">How did it end?</legend>
            {OUTCOMES.map((o) => (
              <label
                key={o}
                className="flex min-h-11 cursor-pointer items-center gap-2 border-[1.5px] border-ink px-4 has-checked:bg-ink has-checked:text-sheet has-focus-visible:outline-3"
              >
                <input
                  type="radio"
                  name="outcome"
                  className="sr-only"
                  checked={outcome === o}
                  onChange={() => setOutcome(o)}
                />
                {o}
              </label>
            ))}
          </fieldset>
        </>
      )}
      <DialogButtons>
        <Link to={`/jobs/${jobId}/report`} className={buttonClass("plain")}>
          Open the report
        </Link>
        <Button onClick={onClose}>{closed ? "Done" : "Leave it open"}</Button>
        {!closed && (
          <Button look="main" onClick={() => onEnter({ type: "closed", outcome, note: "" }) && onClose()}>
            Close the job
          </Button>
        )}
      </DialogButtons>
    </Dialog>
  );
}
