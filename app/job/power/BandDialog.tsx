import { Term } from "../../guide/Term.tsx";
import { useState } from "react";
import { type EventBody, type JobState } from "#core/job/index.ts";
import { isProven, meterProof, proofRecord, proofSteps, type ProofStep } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { BEFORE_LIVE } from "../../words/cautions.ts";
import { Button } from "../../ui/Button.tsx";
import { Cautions } from "../next/Cautions.tsx";
import { Dialog, DialogButtons } from "../../ui/Dialog.tsx";
import { ProofList, voltsOf, type Proof } from "./ProofList.tsx";

interface Props {
  unit: UnitModel;
  state: JobState;
  to: "live" | "dead" | undefined;
  onClose: () => void;
  onDeclare: (body: Extract<EventBody, { type: "band" }>) => void;
}

/** Declares the unit live, or dead and proven: one deliberate act with its confirmations. */
export function BandDialog({ unit, state, to, onClose, onDeclare }: Props) {
  const { band } = state;
  const [target, setTarget] = useState(
    to ?? (band === "live" ? "dead" : band === "dead" ? "live" : undefined),
  );
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [proofs, setProofs] = useState<Readonly<Record<string, Proof>>>({});
  const [proof] = useState(() => meterProof(state, (at) => Date.now() - Date.parse(at)));
  const steps = proofSteps(unit, proof);
  const toggle = (line: string) =>
    setTicked((was) => {
      const now = new Set(was);
      if (!now.delete(line)) now.add(line);
      return now;
    });
  const voltsIn = (step: ProofStep) => step.given ?? voltsOf(proofs[step.id]?.typed ?? "");
  const complete =
    target === "live"
      ? BEFORE_LIVE.every((line) => ticked.has(line))
      : isProven(steps, (step) => ({ ticked: proofs[step.id]?.done ?? false, volts: voltsIn(step) }));
  const confirmed =
    target === "live"
      ? [...BEFORE_LIVE]
      : steps.map((step) => proofRecord(step, voltsIn(step)).slice(0, 200));
  return (
    <Dialog
      title={
        target === "live"
          ? "Go live"
          : target === "dead"
            ? "Make dead and prove"
            : "Is the unit live or dead?"
      }
      onClose={onClose}
    >
      <Cautions hazards={unit.hazards} />
      {target === undefined ? (
        <LiveOrDead onChoose={setTarget} />
      ) : (
        <>
          {target === "dead" ? (
            <ProofList
              steps={steps}
              proofs={proofs}
              onProof={(step, proof) => setProofs((was) => ({ ...was, [step]: proof }))}
            />
          ) : (
            <BeforeLive ticked={ticked} onTick={toggle} />
          )}
          <DialogButtons>
            <Button onClick={onClose}>Cancel</Button>
            <Button
              look="main"
              data-declare
              aria-disabled={!complete}
              onClick={() => complete && onDeclare({ type: "band", band: target, confirmed })}
            >
              {target === "live" ? "Declare LIVE" : "Declare DEAD AND PROVEN"}
            </Button>
          </DialogButtons>
          {!complete && (
            <p className="text-right text-[0.9375rem] text-ink-soft">
              {target === "live"
                ? "Tick each line when it is true."
                : "Dead is what was measured: tick the isolation and enter each reading."}
            </p>
          )}
        </>
      )}
    </Dialog>
  );
}

function LiveOrDead({ onChoose }: { onChoose: (target: "live" | "dead") => void }) {
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <Button className="min-h-14" onClick={() => onChoose("live")}>
        Live: take volts
      </Button>
      <Button className="min-h-14" onClick={() => onChoose("dead")}>
        Dead: take ohms
      </Button>
      <p className="sm:col-span-2">
        A check that needs the other <Term id="power">power</Term> asks for it first.
      </p>
    </div>
  );
}

/** What must be true before the unit is made live, each ticked by itself. */
function BeforeLive({ ticked, onTick }: { ticked: ReadonlySet<string>; onTick: (line: string) => void }) {
  return (
    <ul>
      {BEFORE_LIVE.map((line) => (
        <li key={line} className="border-t border-rule">
          <label className="flex min-h-11 cursor-pointer items-center gap-3 py-2">
            <input
              type="checkbox"
              className="size-6 shrink-0 accent-here"
              checked={ticked.has(line)}
              onChange={() => onTick(line)}
            />
            {line}
          </label>
        </li>
      ))}
    </ul>
  );
}
