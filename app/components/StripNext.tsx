import { useMemo } from "react";
import {
  forecasts,
  limitOf,
  nextStep,
  seriesLamp,
  STRATEGIES,
  weighCauses,
  type Cause,
  type Load,
  type PlanSettings,
  type Strategy,
  type StripStep,
} from "#core/loads/index.ts";
import { percentText } from "../words/percent.ts";
import { Button } from "./Button.tsx";
import type { ProtectionChoice } from "./ProtectionFields.tsx";

interface Props {
  loads: readonly Load[];
  steps: readonly StripStep[];
  choice: ProtectionChoice;
  strategy: Strategy;
  plugPulled: { readonly tripped: boolean } | undefined;
  onStrategy: (strategy: Strategy) => void;
  onStep: (step: StripStep) => void;
  onPlug: (pulled: { tripped: boolean } | undefined) => void;
  onUndo?: () => void;
  onAfresh?: () => void;
}

/** Minutes that a trip costs: a fuse to fetch, or a device to reset after a look. Common practice, no source. */
const TRIP_MINUTES = { fuse: 5, other: 3 } as const;

/** What to connect for the next try, what it came to, and what is left to suspect. */
export function StripNext(props: Props) {
  const { loads, steps, choice, strategy, plugPulled, onStrategy, onStep, onPlug, onUndo, onAfresh } = props;
  const { protection, mostTrips, lamp, volts } = choice;
  const settings: PlanSettings = useMemo(
    () => ({
      protection,
      mostTrips,
      tripMinutes: lamp ? 0.5 : protection.kind === "fuse" ? TRIP_MINUTES.fuse : TRIP_MINUTES.other,
    }),
    [protection, mostTrips, lamp],
  );
  const next = useMemo(
    () => nextStep(loads, steps, strategy, settings, plugPulled),
    [loads, steps, strategy, settings, plugPulled],
  );
  const causes = useMemo(
    () => weighCauses(loads, steps, limitOf(protection), plugPulled),
    [loads, steps, protection, plugPulled],
  );
  const costs = useMemo(() => forecasts(loads, steps, settings), [loads, steps, settings]);
  const name = (id: string) => loads.find((l) => l.id === id)?.name ?? id;
  const spent = steps.filter((s) => s.tripped && s.spent !== "nothing").length;
  const what = protection.kind === "fuse" ? "fuses" : protection.kind === "rail" ? "rail went down" : "trips";
  const answer = (tripped: boolean) => {
    if (next.kind !== "connect") return;
    onStep({
      connected: next.connected,
      tripped,
      spent:
        !tripped || lamp || protection.kind === "rail"
          ? "nothing"
          : protection.kind === "fuse"
            ? "fuse"
            : "reset",
    });
  };
  return (
    <section aria-label="Next try" data-testid="strip-next" className="border-2 border-ink bg-sheet p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 className="section-title">Next try · {steps.length + 1}</h2>
        <span className="text-[0.9375rem]" data-testid="spent">
          {what}: <b className="reading">{spent}</b> of {mostTrips}
        </span>
      </div>
      {next.kind === "connect" && (
        <>
          <p className="py-1 text-xl font-bold">{next.why}</p>
          <ul className="grid gap-x-4 sm:grid-cols-2">
            {loads.map((l) => {
              const on = next.connected.includes(l.id);
              return (
                <li
                  key={l.id}
                  className={`flex items-baseline gap-2 py-0.5 ${on ? "font-semibold" : "text-ink-soft"}`}
                >
                  <span aria-hidden>{on ? "●" : "○"}</span>
                  {l.name}: {on ? "on" : "off"}
                </li>
              );
            })}
          </ul>
          <p className="py-1 text-[0.9375rem] text-ink-soft">
            Dead and isolated while plugs are moved; then switch on. It{" "}
            {protection.kind === "rail" ? "goes down" : "trips"} with {percentText(next.trips)} %.
          </p>
          <div className="grid grid-cols-2 gap-2">
            <Button look="main" onClick={() => answer(false)}>
              {protection.kind === "rail" ? "The rail recovers" : "It holds"}
            </Button>
            <Button look="main" onClick={() => answer(true)}>
              {protection.kind === "rail"
                ? "It stays down"
                : protection.kind === "fuse"
                  ? "It blows"
                  : "It trips"}
            </Button>
          </div>
        </>
      )}
      {next.kind === "dead checks" && <p className="py-2 text-lg font-semibold text-hazard">{next.why}</p>}
      {next.kind === "called" && (
        <p data-testid="strip-call" role="status" className="py-2 text-xl font-bold">
          {causeText(next.cause.cause, name)} {percentText(next.cause.chance)} %.
        </p>
      )}
      {lamp && (
        <p className="py-1 text-[0.9375rem]">
          Through a lamp of 100 W a dead short draws {seriesLamp(volts, 100, 0).shortAmps.toFixed(2)} A and
          lights it brightly: no fuse is spent.
        </p>
      )}
      <div className="flex flex-wrap gap-2 pt-2">
        {onUndo && steps.length > 0 && <Button onClick={onUndo}>Take the last try back</Button>}
        {onAfresh && steps.length > 0 && (
          <Button look="quiet" onClick={onAfresh}>
            Begin afresh
          </Button>
        )}
      </div>
      <fieldset className="pt-3">
        <legend className="section-title">How to go about it</legend>
        {STRATEGIES.map((s) => {
          const cost = costs.find((c) => c.strategy === s);
          return (
            <label key={s} className="flex min-h-11 items-center gap-3 border-t border-rule-faint">
              <input
                type="radio"
                name="strategy"
                className="size-5 accent-here"
                checked={strategy === s}
                onChange={() => onStrategy(s)}
              />
              <span className="grow">{s}</span>
              {cost && (
                <span className="reading text-[0.9375rem]">
                  {Math.round(cost.minutes)} min, {cost.trips.toFixed(1)}{" "}
                  {protection.kind === "fuse" ? "fuses" : "trips"}
                </span>
              )}
            </label>
          );
        })}
      </fieldset>
      <fieldset className="pt-2">
        <legend className="section-title">With the unit's own plug pulled</legend>
        <div className="flex flex-wrap gap-x-5">
          {(
            [
              ["not tried", undefined],
              ["it holds", false],
              ["it trips still", true],
            ] as const
          ).map(([label, tripped]) => (
            <label key={label} className="flex min-h-11 items-center gap-2">
              <input
                type="radio"
                name="plug"
                className="size-5 accent-here"
                checked={plugPulled?.tripped === tripped}
                onChange={() => onPlug(tripped === undefined ? undefined : { tripped })}
              />
              {label}
            </label>
          ))}
        </div>
      </fieldset>
      <h2 className="section-title pt-2">Suspected</h2>
      <ol>
        {causes
          .filter((c) => c.chance >= 0.01)
          .slice(0, 8)
          .map(({ cause, chance }) => (
            <li key={JSON.stringify(cause)} className="flex justify-between border-t border-rule-faint py-1">
              <span>{causeText(cause, name)}</span>
              <span className="reading font-semibold">{percentText(chance)} %</span>
            </li>
          ))}
      </ol>
    </section>
  );
}

function causeText(cause: Cause, name: (id: string) => string): string {
  switch (cause.kind) {
    case "load":
      return `${name(cause.load)}.`;
    case "supply":
      return "The unit without its loads: its supply or its wiring.";
    case "sum":
      return "No single load, but their sum.";
    case "outside":
      return "Outside the unit: outlet, cord, spur.";
  }
}
