import { useMemo } from "react";
import { timeCurrent } from "#core/component/index.ts";
import { usualSheet } from "#core/standards/index.ts";
import { budget, leakageSum, type Budget, type Load } from "#core/loads/index.ts";
import { JudgementChart } from "./JudgementChart.tsx";
import type { ProtectionChoice } from "./ProtectionFields.tsx";

const FINDING: Readonly<Record<Budget["finding"], string>> = {
  single: "One load alone is too much.",
  sum: "No single load, but the sum.",
  start: "Running they fit; a start on top of the rest does not.",
  together: "Only when two start together.",
  none: "By these currents nothing is too much: a fault, not a sum.",
};

/** The loads added up against what protects them. */
export function BudgetPanel({
  loads,
  choice: { protection },
}: {
  loads: readonly Load[];
  choice: ProtectionChoice;
}) {
  const name = (id: string) => loads.find((l) => l.id === id)?.name ?? id;
  const sums = useMemo(
    () => (protection.kind === "rcd" ? undefined : budget(loads, protection)),
    [loads, protection],
  );
  if (protection.kind === "rcd") {
    const { sum, holding, shares, single } = leakageSum(loads, protection.residualAmps);
    return (
      <section aria-label="Leakage sum" data-testid="budget" className="border-2 border-ink p-3">
        <h2 className="section-title">Leakage, added up</h2>
        <p className="reading text-2xl font-semibold">
          {milli(sum)} of {milli(protection.residualAmps)}
        </p>
        <p className="text-lg font-semibold">
          {sum === 0
            ? "Enter each load's insulation to earth."
            : single && holding !== "holds"
              ? `${name(single)} alone does it.`
              : {
                  holds: "It holds.",
                  "may trip": "It may trip: no single load, but the sum.",
                  trips: "It trips: no single load, but the sum.",
                }[holding]}
        </p>
        {shares
          .filter((s) => s.amps > 0)
          .map((s) => (
            <Bar key={s.load} label={name(s.load)} text={milli(s.amps)} share={s.share} />
          ))}
        <p className="pt-1 text-sm text-ink-soft">
          It must hold half its rating and trip at the whole (IEC 61008-1). Insulation is read with DC: what
          filters pass comes on top.
        </p>
      </section>
    );
  }
  const { sum, rated, finding, single, startingLast, together } = sums!;
  return (
    <section aria-label="Current budget" data-testid="budget" className="border-2 border-ink p-3">
      <h2 className="section-title">Currents, added up</h2>
      <p className="reading text-2xl font-semibold">
        {sum.toFixed(2)} A of {rated} A
      </p>
      <p className="text-lg font-semibold">{FINDING[finding]}</p>
      <ul>
        {single.map((s) => (
          <li key={s.load}>
            {name(s.load)}, {s.how}: {s.holding}.
          </li>
        ))}
        {startingLast.map((s) => (
          <li key={s.load}>
            {name(s.load)} starts while the others run: {s.amps.toFixed(1)} A, {s.holding}.
          </li>
        ))}
        {together.map((s) => (
          <li key={s.loads.join()}>
            {s.loads.map(name).join(" and ")} start together: {s.amps.toFixed(1)} A, {s.holding}.
          </li>
        ))}
      </ul>
      {loads
        .filter((l) => l.amps > 0)
        .map((l) => (
          <Bar key={l.id} label={l.name} text={`${l.amps.toFixed(2)} A`} share={l.amps / rated} />
        ))}
      {protection.kind === "fuse" && sum > rated && (
        <JudgementChart chart={timeCurrent(rated, usualSheet(protection.speed), sum)} />
      )}
    </section>
  );
}

const milli = (amps: number) => `${(1000 * amps).toFixed(1)} mA`;

/** A load's share of the rating, as a bar along its line. */
function Bar({ label, text, share }: { label: string; text: string; share: number }) {
  return (
    <p className="grid grid-cols-[minmax(0,10rem)_5.5rem_1fr] items-center gap-2 border-t border-rule-faint py-0.5 text-[0.9375rem]">
      <span className="truncate">{label}</span>
      <span className="reading text-right">{text}</span>
      <span aria-hidden className="h-3 border border-ink">
        <span className="block h-full bg-here" style={{ width: `${Math.min(100, 100 * share)}%` }} />
      </span>
    </p>
  );
}
