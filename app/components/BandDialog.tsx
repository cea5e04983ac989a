import { useState } from "react";
import { judgeProof, proofRecord, proofSteps, type EventBody, type JobView } from "#core/job/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { BEFORE_LIVE } from "../words/cautions.ts";
import { Button } from "./Button.tsx";
import { Cautions } from "./Cautions.tsx";
import { Dialog, DialogButtons } from "./Dialog.tsx";
import { ProofList, voltsOf, type Proof } from "./ProofList.tsx";

interface Props {
  unit: UnitModel;
  band: JobView["state"]["band"];
  to: "live" | "dead" | undefined;
  onClose: () => void;
  onDeclare: (body: Extract<EventBody, { type: "band" }>) => void;
}

/** Declares the unit live, or dead and proven: one deliberate act with its confirmations. */
export function BandDialog({ unit, band, to, onClose, onDeclare }: Props) {
  const [target, setTarget] = useState(
    to ?? (band === "live" ? "dead" : band === "dead" ? "live" : undefined),
  );
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [proofs, setProofs] = useState<Readonly<Record<string, Proof>>>({});
  const steps = proofSteps(unit);
  const toggle = (line: string) =>
    setTicked((was) => {
      const now = new Set(was);
      if (!now.delete(line)) now.add(line);
      return now;
    });
  // A reading that says otherwise outweighs its tick.
  const proven = steps.every((step) => {
    const volts = voltsOf(proofs[step.id]?.typed ?? "");
    return proofs[step.id]?.done && (volts === undefined || judgeProof(step, volts).holds);
  });
  const complete = target === "live" ? BEFORE_LIVE.every((line) => ticked.has(line)) : proven;
  const confirmed =
    target === "live"
      ? [...BEFORE_LIVE]
      : steps.map((step) => proofRecord(step, voltsOf(proofs[step.id]?.typed ?? "")).slice(0, 200));
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
        <div className="grid gap-3 sm:grid-cols-2">
          <Button className="min-h-14" onClick={() => setTarget("live")}>
            Live: take volts
          </Button>
          <Button className="min-h-14" onClick={() => setTarget("dead")}>
            Dead: take ohms
          </Button>
        </div>
      ) : (
        <>
          {target === "dead" ? (
            <ProofList
              steps={steps}
              proofs={proofs}
              onProof={(step, proof) => setProofs((was) => ({ ...was, [step]: proof }))}
            />
          ) : (
            <ul>
              {BEFORE_LIVE.map((line) => (
                <li key={line} className="border-t border-rule">
                  <label className="flex min-h-11 cursor-pointer items-center gap-3 py-2">
                    <input
                      type="checkbox"
                      className="size-6 shrink-0 accent-here"
                      checked={ticked.has(line)}
                      onChange={() => toggle(line)}
                    />
                    {line}
                  </label>
                </li>
              ))}
            </ul>
          )}
          <DialogButtons>
            <Button onClick={onClose}>Leave it</Button>
            <Button
              look="main"
              disabled={!complete}
              onClick={() => onDeclare({ type: "band", band: target, confirmed })}
            >
              {target === "live" ? "Declare LIVE" : "Declare DEAD AND PROVEN"}
            </Button>
          </DialogButtons>
          {!complete && (
            <p className="text-right text-[0.9375rem] text-ink-soft">Tick each line when it is true.</p>
          )}
        </>
      )}
    </Dialog>
  );
}
