import { actionText, shownText, slipText } from "#core/practice/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { PublicStep } from "#server/practice/practice.worker.ts";

/** What was done so far, the last first. */
export function StepList({ unit, steps }: { unit: UnitModel; steps: readonly PublicStep[] }) {
  const told = steps
    .map((step, i) => ({ step, i }))
    .filter(({ step }) => step.action.do !== "skip")
    .reverse();
  return (
    <section aria-label="Record" className="border-2 border-ink bg-sheet">
      <h2 className="section-title border-b border-rule px-3 py-2">Record</h2>
      {told.length === 0 && (
        <p className="p-3 text-ink-soft">Nothing was done yet. Switch it on and watch.</p>
      )}
      <ol reversed className="flex flex-col">
        {told.map(({ step, i }) => (
          <li key={i} data-step={i} className="border-b border-rule-faint px-3 py-1.5">
            <span className="flex flex-wrap justify-between gap-x-3">
              <span>{actionText(unit, step.action)}</span>
              <strong className="reading">{shownText(unit, step.shown)}</strong>
            </span>
            {step.slips.map((slip) => (
              <span
                key={slip.kind}
                className="block border-l-4 border-hazard bg-hazard-soft px-2 font-semibold text-hazard"
              >
                {slipText(unit, slip)}
              </span>
            ))}
          </li>
        ))}
      </ol>
    </section>
  );
}
