import type { ProbeStep } from "#core/component/index.ts";

/** Where the two probes go, step by step: red round on the left, dark square on the right, the part between. */
export function ProbeSteps({ steps }: { steps: readonly ProbeStep[] }) {
  if (steps.length === 0) return null;
  return (
    <ol className="flex flex-col gap-1 py-1">
      {steps.map((step, i) => (
        <li key={i} className="flex flex-wrap items-center gap-x-3 border-t border-rule-faint py-1">
          <span className="flex items-center gap-1.5 font-semibold">
            <span aria-hidden className="size-4 rounded-full bg-hazard" />
            <span className="sr-only">red probe on </span>
            {step.red}
          </span>
          <svg viewBox="0 0 60 22" width="60" height="22" aria-hidden>
            <path d="M4 18C4 2 56 2 56 18" fill="none" stroke="var(--ink)" strokeWidth="2" />
          </svg>
          <span className="flex items-center gap-1.5 font-semibold">
            <span aria-hidden className="size-4 bg-ink" />
            <span className="sr-only">black probe on </span>
            {step.black}
          </span>
          <span className="bg-ink px-2 text-[0.9375rem] font-semibold text-sheet">{step.dial}</span>
          {step.note && <span className="text-[0.9375rem] text-ink-soft">{step.note}</span>}
        </li>
      ))}
    </ol>
  );
}
