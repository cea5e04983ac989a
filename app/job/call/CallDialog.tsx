import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import type { EventBody, JobState } from "#core/job/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { unsafeNow, type ItemView, type JobView, type ProofView } from "#core/view/index.ts";
import { Button, buttonClass } from "../../ui/Button.tsx";
import { Dialog, DialogButtons } from "../../ui/Dialog.tsx";
import { isToRepair } from "./isToRepair.ts";
import { useShop } from "../../ui/ShopBar.tsx";
import { inCurrency } from "../../words/money.ts";
import { percentText } from "../../words/percent.ts";
import { Field, inputClass } from "../../ui/Field.tsx";

const OUTCOMES = ["repaired", "handed on", "given up"] as const;

interface CallProps {
  view: JobView;
  onClose: () => void;
  onEnter: (body: EventBody) => boolean;
}

interface ClosingProps extends CallProps {
  jobId: string;
  unit: UnitModel;
  /** As the entries of this moment leave it: a jumper that was just fitted is in, whether or not it is weighed yet. */
  state: JobState;
}

/** The decision what is wrong, with its proof; after it, the closing of the job. */
export function CallDialog({ toClose = false, ...props }: ClosingProps & { toClose?: boolean }) {
  const { view, state } = props;
  if (toClose || state.closed || isToRepair(state)) return <Closing {...props} />;
  return <Calling key={view.call.item} view={view} onClose={props.onClose} onEnter={props.onEnter} />;
}

function Calling({ view, onClose, onEnter }: CallProps) {
  const { call } = view;
  const { currency } = useShop().settings;
  const items = view.items.filter((i) => i.remedy !== undefined);
  const [chosen, setChosen] = useState(call.item);
  const [note, setNote] = useState("");
  const item = items.find((i) => i.id === chosen) ?? items[0]!;
  const advised = item.id === call.item;
  const proof = advised
    ? call.proof
    : item.evidence.reduce<ItemView["evidence"][number] | undefined>(
        (best, e) => (e.factor > (best?.factor ?? 1) ? e : best),
        undefined,
      );
  const suspect = item.suspects[0]!;
  return (
    <Dialog title="Make the call" onClose={onClose}>
      <Field label="What is at fault" hint="The likeliest comes first; the decision is yours.">
        {(props) => (
          <select
            {...props}
            className={`${inputClass} text-lg font-bold`}
            value={item.id}
            onChange={(e) => setChosen(e.target.value)}
          >
            {items.map((i) => (
              <option key={i.id} value={i.id}>
                {i.name}, {percentText(i.chance)} %
              </option>
            ))}
          </select>
        )}
      </Field>
      <Reasons call={advised ? call : undefined} suspect={suspect} proof={proof?.text} />
      {!(advised && call.ready) && (
        <p className="border-l-4 border-hazard bg-hazard-soft px-3 py-2 font-semibold">
          Not enough evidence yet. {advised && call.economy && inCurrency(call.economy, currency)}
        </p>
      )}
      {item.note && <p className="border-l-4 border-hazard px-3 py-1">{item.note}</p>}
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
          onClick={() =>
            onEnter({
              type: "call",
              item: item.id,
              suspect: suspect.id,
              ...(proof ? { proof: proof.finding } : {}),
              chance: Math.min(1, item.chance),
              note: note.trim(),
            }) && onClose()
          }
        >
          Call it: {item.name}
        </Button>
      </DialogButtons>
    </Dialog>
  );
}

/** Why this item; of the one that is advised, also what is done about it and what would disprove it. */
function Reasons({
  call,
  suspect,
  proof,
}: {
  call: JobView["call"] | undefined;
  suspect: ItemView["suspects"][number];
  proof: string | undefined;
}) {
  const { currency } = useShop().settings;
  const [second] = call?.next ?? [];
  return (
    <dl className="grid grid-cols-[9rem_1fr] gap-x-3 gap-y-2">
      <Reason name="How">
        {suspect.name}
        {suspect.mode && `, ${suspect.mode}`}
      </Reason>
      <dt className="text-ink-soft">Proved by</dt>
      <dd data-testid="proof">{proof ?? "no finding yet"}</dd>
      {call?.remedy && <Reason name="What is done">{inCurrency(call.remedy, currency)}</Reason>}
      {call?.cause && <Reason name="Likely cause">{call.cause}</Reason>}
      {second && second.chance >= 0.005 && (
        <Reason name="Second suspect">
          {second.name}, {percentText(second.chance)} %
        </Reason>
      )}
      {call && <Reason name="Verify the repair">{call.proofRun}</Reason>}
      {call?.component && <Reason name="Board or part">{inCurrency(call.component, currency)}</Reason>}
      {call?.disproof && <Reason name="What would disprove it">{call.disproof}</Reason>}
    </dl>
  );
}

function Reason({ name, children }: { name: string; children: ReactNode }) {
  return (
    <>
      <dt className="text-ink-soft">{name}</dt>
      <dd>{children}</dd>
    </>
  );
}

type Outcome = (typeof OUTCOMES)[number];

function OutcomeChoice({ outcome, onChoose }: { outcome: Outcome; onChoose: (outcome: Outcome) => void }) {
  return (
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
            onChange={() => onChoose(o)}
          />
          {o}
        </label>
      ))}
    </fieldset>
  );
}

function Closing({ view, state, unit, jobId, onClose, onEnter }: ClosingProps) {
  const [outcome, setOutcome] = useState<Outcome>("repaired");
  const [waived, setWaived] = useState("");
  const [said, setSaid] = useState("");
  const { closed, jumpers } = state;
  const { proof } = view;
  const unsafe = unsafeNow(unit, state);
  const isWeighed = view.state.evidence.length === state.evidence.length;
  const proven = proof?.proven === true && isWeighed && unsafe.length === 0;
  const needsReason = outcome === "repaired" && !proven;
  const close = () => {
    const problem = notYet();
    if (problem !== undefined) return setSaid(problem);
    const reason = needsReason ? { waived: waived.trim() } : {};
    if (onEnter({ type: "closed", outcome, note: "", ...reason })) onClose();
  };
  const notYet = (): string | undefined => {
    if (jumpers.length > 0)
      return `A jumper is still in: ${jumpers.map((j) => j.where).join("; ")}. Take it off and record that.`;
    if (outcome === "repaired" && unsafe.length > 0)
      return `${unsafe.join("; ")}. No reason makes that good: mend it and test again, or end it another way.`;
    return needsReason && waived.trim() === ""
      ? "The repair is not proven. Prove it, or say why it is closed all the same."
      : undefined;
  };
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
          <OutcomeChoice outcome={outcome} onChoose={setOutcome} />
          {needsReason && (
            <Field
              label="Closed without its proof, because"
              hint={proof ? `Still open: ${openText(proof)}.` : "No repair was recorded."}
            >
              {(props) => (
                <input
                  {...props}
                  maxLength={2000}
                  className={inputClass}
                  value={waived}
                  onChange={(e) => setWaived(e.target.value)}
                />
              )}
            </Field>
          )}
          <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1 empty:hidden">
            {said}
          </p>
        </>
      )}
      <DialogButtons>
        <Link to={`/jobs/${jobId}/report`} className={buttonClass("plain")}>
          Open the report
        </Link>
        <Button onClick={onClose}>{closed ? "Done" : "Leave it open"}</Button>
        {!closed && (
          <Button look="main" onClick={close}>
            Close the job
          </Button>
        )}
      </DialogButtons>
    </Dialog>
  );
}

/** What of a proof is open, so that nobody waives what they did not know of. */
function openText({ rows, safety, settingsOpen }: ProofView): string {
  const wrong = rows.filter((r) => r.now !== "right").length;
  const open = [
    ...(wrong > 0 ? [`${wrong} of what was wrong before`] : []),
    ...safety.filter((s) => s.now === "open").map((s) => s.name.toLowerCase()),
    ...settingsOpen,
  ];
  return open.length > 0 ? open.join(", ") : "something found right since the repair";
}
