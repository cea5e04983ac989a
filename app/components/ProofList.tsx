import { useEffect, useState } from "react";
import { judgeProof, type ProofStep } from "#core/job/index.ts";
import { parseQuantity } from "#core/quantity/index.ts";

/** What was done of a step, and what it read. */
export interface Proof {
  readonly done: boolean;
  readonly typed: string;
}

interface Props {
  steps: readonly ProofStep[];
  proofs: Readonly<Record<string, Proof>>;
  onProof: (step: string, proof: Proof) => void;
}

/** The volts of a step as typed; undefined where nothing, or no number, stands there. */
export function voltsOf(typed: string): number | undefined {
  const parsed = typed.trim() === "" ? undefined : parseQuantity(typed);
  return parsed?.ok && Number.isFinite(parsed.quantity.value) ? parsed.quantity.value : undefined;
}

/** Proving dead, step by step: each is ticked when true; a reading is judged beside its step and ticks it by itself. */
export function ProofList({ steps, proofs, onProof }: Props) {
  const isolated = proofs["isolate"]?.done === true;
  return (
    <ol>
      {steps.map((step) => {
        const proof = proofs[step.id] ?? { done: false, typed: "" };
        const volts = voltsOf(proof.typed);
        const verdict = volts === undefined ? undefined : judgeProof(step, volts);
        const unread = proof.typed.trim() !== "" && volts === undefined;
        return (
          <li key={step.id} className="border-t border-rule py-1">
            <label className="flex min-h-11 cursor-pointer items-center gap-3 py-1">
              <input
                type="checkbox"
                className="size-6 shrink-0 accent-here"
                checked={proof.done}
                onChange={(e) => onProof(step.id, { ...proof, done: e.target.checked })}
              />
              <span>
                {step.text}
                {step.waitSeconds !== undefined && isolated && <Wait seconds={step.waitSeconds} />}
              </span>
            </label>
            {step.measure && (
              <span className="ml-9 flex flex-wrap items-center gap-x-3 gap-y-1">
                <label className="flex items-center gap-2 text-[0.9375rem]">
                  It reads
                  <input
                    inputMode="decimal"
                    className="reading min-h-11 w-28 border-[1.5px] border-ink px-2 text-lg"
                    aria-label={`Volts: ${step.text}`}
                    value={proof.typed}
                    onChange={(e) => {
                      const typed = e.target.value;
                      const read = voltsOf(typed);
                      onProof(step.id, {
                        typed,
                        done:
                          read === undefined
                            ? proof.done && typed.trim() === ""
                            : judgeProof(step, read).holds,
                      });
                    }}
                  />
                  V
                </label>
                {(verdict || unread) && (
                  <span
                    role="status"
                    className={`min-w-0 basis-64 grow text-[0.9375rem] ${verdict?.holds ? "text-ink-soft" : "font-semibold text-hazard"}`}
                  >
                    {verdict?.text ?? `“${proof.typed}” is no voltage. Type a number, for example 0.3.`}
                  </span>
                )}
              </span>
            )}
          </li>
        );
      })}
    </ol>
  );
}

/** Counts the seconds since the unit was isolated, in words. */
function Wait({ seconds }: { seconds: number }) {
  const [waited, setWaited] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => setWaited((s) => s + 1), 1000);
    return () => clearInterval(timer);
  }, []);
  return (
    <b className="reading block">
      {waited < seconds ? `waited ${waited} of ${seconds} s` : `the ${seconds} s are over: measure`}
    </b>
  );
}
