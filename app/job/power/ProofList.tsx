import { useEffect, useState } from "react";
import { judgeProof, type ProofStep } from "#core/view/index.ts";
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

/** Proving dead, step by step: isolating is ticked; each measurement is a number, judged beside its step. */
export function ProofList({ steps, proofs, onProof }: Props) {
  const isolated = proofs["isolate"]?.done === true;
  return (
    <ol>
      {steps.map((step) => {
        const proof = proofs[step.id] ?? { done: false, typed: "" };
        return (
          <li key={step.id} className="border-t border-rule py-1">
            {!step.measure ? (
              <label className="flex min-h-11 cursor-pointer items-center gap-3 py-1">
                <input
                  type="checkbox"
                  className="size-6 shrink-0 accent-here"
                  checked={proof.done}
                  onChange={(e) => onProof(step.id, { ...proof, done: e.target.checked })}
                />
                {step.text}
              </label>
            ) : step.given !== undefined ? (
              <p className="flex min-h-11 items-center gap-3 py-1">
                <span className="grow">{step.text}</span>
                <b className="reading text-lg">{Number(step.given.toPrecision(4))} V</b>
              </p>
            ) : (
              <MeasuredStep step={step} proof={proof} isolated={isolated} onProof={onProof} />
            )}
          </li>
        );
      })}
    </ol>
  );
}

function MeasuredStep({
  step,
  proof,
  isolated,
  onProof,
}: {
  step: ProofStep;
  proof: Proof;
  isolated: boolean;
  onProof: Props["onProof"];
}) {
  const volts = voltsOf(proof.typed);
  const verdict = volts === undefined ? undefined : judgeProof(step, volts);
  const unread = proof.typed.trim() !== "" && volts === undefined;
  return (
    <label className="block py-1">
      <span>
        {step.text}
        {step.waitSeconds !== undefined && isolated && <Wait seconds={step.waitSeconds} />}
      </span>
      <span className="flex flex-wrap items-center gap-x-3 gap-y-1 pt-1">
        <span className="flex items-center gap-2">
          <input
            inputMode="decimal"
            enterKeyHint="next"
            data-proof={step.measure!.kind}
            className="reading min-h-11 w-28 border-[1.5px] border-ink px-2 text-lg"
            aria-label={`Volts: ${step.text}`}
            value={proof.typed}
            onChange={(e) => onProof(step.id, { ...proof, typed: e.target.value })}
            onKeyDown={(e) => {
              if (e.key !== "Enter") return;
              e.preventDefault();
              nextField(e.currentTarget)?.focus();
            }}
          />
          V
        </span>
        {(verdict || unread) && (
          <span
            role="status"
            className={`min-w-0 basis-64 grow text-[0.9375rem] ${verdict?.holds ? "text-ink-soft" : "font-semibold text-hazard"}`}
          >
            {verdict?.text ?? `“${proof.typed}” is no voltage. Type a number, for example 0.3.`}
          </span>
        )}
      </span>
    </label>
  );
}

/** The next number of the list, or the button that declares. */
function nextField(field: HTMLInputElement): HTMLElement | undefined {
  const all = [
    ...(field.closest("[role=dialog]")?.querySelectorAll<HTMLElement>("[data-proof], [data-declare]") ?? []),
  ];
  return all[all.indexOf(field) + 1];
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
