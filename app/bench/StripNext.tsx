import { useMemo } from "react";
import {
  seriesLamp,
  STRATEGIES,
  type Cause,
  type Load,
  type Protection,
  type StripPlan,
  type StripQuestion,
  type StripStep,
  type Strategy,
} from "#core/loads/index.ts";
import { useStripPlan } from "./useStripPlan.ts";
import { percentText } from "../words/percent.ts";
import { Button } from "../ui/Button.tsx";
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
  onUndo: () => void;
  onAfresh?: () => void;
}

/** Minutes that a trip costs: a fuse to fetch, or a device to reset after a look. Common practice, no source. */
const TRIP_MINUTES = { fuse: 5, other: 3 } as const;

/** What is counted and what is asked, by what protects. */
const DEVICE_WORDS: Readonly<
  Record<Protection["kind"], { spent: string; holds: string; opens: string; still: string; chance: string }>
> = {
  fuse: {
    spent: "fuses",
    holds: "It holds",
    opens: "It blows",
    still: "it blows still",
    chance: "Chance that it blows",
  },
  breaker: {
    spent: "trips",
    holds: "It holds",
    opens: "It trips",
    still: "it trips still",
    chance: "Chance that it trips",
  },
  rcd: {
    spent: "trips",
    holds: "It holds",
    opens: "It trips",
    still: "it trips still",
    chance: "Chance that it trips",
  },
  rail: {
    spent: "rail went down",
    holds: "The rail recovers",
    opens: "It stays down",
    still: "it stays down still",
    chance: "Chance that it goes down",
  },
};

/** What to connect for the next try, what it came to, and what is left to suspect. */
export function StripNext(props: Props) {
  const { loads, steps, choice, strategy, plugPulled, onStrategy, onStep, onPlug, onUndo, onAfresh } = props;
  const { protection, mostTrips, lamp, volts } = choice;
  const { plan, planning, past } = useStripPlan(useQuestion(props));
  const words = DEVICE_WORDS[protection.kind];
  const name = (id: string) => loads.find((l) => l.id === id)?.name ?? id;
  const answer = (connected: readonly string[], tripped: boolean) => {
    if (!past) onStep({ connected, tripped, spent: tripped ? spentBy(choice) : "nothing" });
  };
  return (
    <section
      aria-label="Next try"
      aria-busy={planning}
      data-testid="strip-next"
      className="border-2 border-ink bg-sheet p-4"
    >
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 className="section-title">
          Next try · {steps.length + 1}
          {plan && planning && " · being worked out again…"}
        </h2>
        <span className="text-[0.9375rem]" data-testid="spent">
          {words.spent}: <b className="reading">{plan?.spent ?? 0}</b> of {mostTrips}
        </span>
      </div>
      {plan === undefined && <p className="py-2 text-ink-soft">Planning the next try…</p>}
      {plan?.next.kind === "connect" && (
        <Try {...{ next: plan.next, loads, protection, planning, past }} onAnswer={answer} />
      )}
      {plan?.next.kind === "dead checks" && (
        <p className="py-2 text-lg font-semibold text-hazard">{plan.next.why}</p>
      )}
      {plan?.next.kind === "called" && (
        <p data-testid="strip-call" role="status" className="py-2 text-xl font-bold">
          {causeText(plan.next.cause.cause, name)} {percentText(plan.next.cause.chance)} %.
        </p>
      )}
      {lamp && (
        <p className="py-1 text-[0.9375rem]">
          Through a lamp of 100 W a dead short draws {seriesLamp(volts, 100, 0).shortAmps.toFixed(2)} A and
          lights it brightly: no fuse is spent.
        </p>
      )}
      <div className="flex flex-wrap gap-2 pt-2">
        {steps.length > 0 && <Button onClick={onUndo}>Take the last try back</Button>}
        {onAfresh && steps.length > 0 && (
          <Button look="quiet" onClick={onAfresh}>
            Start over
          </Button>
        )}
      </div>
      <Strategies {...{ strategy, protection, onStrategy }} costs={plan?.costs ?? []} />
      <PlugPulled {...{ words, plugPulled, onPlug }} />
      <Suspected causes={plan?.causes ?? []} name={name} />
    </section>
  );
}

function useQuestion({ loads, steps, choice, strategy, plugPulled }: Props): StripQuestion {
  const { protection, mostTrips, lamp } = choice;
  return useMemo(
    () => ({
      loads,
      steps,
      strategy,
      settings: {
        protection,
        mostTrips,
        tripMinutes: lamp ? 0.5 : protection.kind === "fuse" ? TRIP_MINUTES.fuse : TRIP_MINUTES.other,
      },
      ...(plugPulled ? { plugPulled } : {}),
    }),
    [loads, steps, strategy, protection, mostTrips, lamp, plugPulled],
  );
}

/** What a trip costs: a lamp in series spares what protects, and a rail comes back by itself. */
function spentBy({ lamp, protection }: ProtectionChoice): StripStep["spent"] {
  if (lamp || protection.kind === "rail") return "nothing";
  return protection.kind === "fuse" ? "fuse" : "reset";
}

/** What is to be connected now, and the two answers. */
function Try({
  next,
  loads,
  protection,
  planning,
  past,
  onAnswer,
}: {
  next: Extract<StripPlan["next"], { kind: "connect" }>;
  loads: readonly Load[];
  protection: Protection;
  planning: boolean;
  past: boolean;
  onAnswer: (connected: readonly string[], tripped: boolean) => void;
}) {
  const words = DEVICE_WORDS[protection.kind];
  const { connected } = next;
  return (
    <div className={planning ? "being-worked-out" : ""}>
      <p className="py-1 text-xl font-bold">{next.why}</p>
      <ul className="grid gap-x-4 sm:grid-cols-2">
        {loads.map((l) => {
          const on = connected.includes(l.id);
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
      {next.run.length > 0 && (
        <p data-testid="strip-run" className="my-1 border-l-4 border-live pl-3 text-lg">
          {next.run.map(({ load, state }) => `${load} draws only when it is called: run ${state}`).join("; ")}
          , and watch.
        </p>
      )}
      <LeftOn {...{ protection, loads, connected }} />
      <p className="py-1 text-[0.9375rem] text-ink-soft">
        Dead and isolated while plugs are moved; then switch on. {words.chance}: {percentText(next.trips)} %.
      </p>
      <div className="grid grid-cols-2 gap-2">
        <Button look="main" disabled={past} onClick={() => onAnswer(connected, false)}>
          {words.holds}
        </Button>
        <Button look="main" disabled={past} onClick={() => onAnswer(connected, true)}>
          {words.opens}
        </Button>
      </div>
    </div>
  );
}

function Strategies({
  strategy,
  protection,
  costs,
  onStrategy,
}: Pick<Props, "strategy" | "onStrategy"> & { protection: Protection; costs: StripPlan["costs"] }) {
  return (
    <fieldset className="pt-3">
      <legend className="section-title">How to go about it</legend>
      {STRATEGIES.map((s) => {
        const cost = costs.find((c) => c.strategy === s);
        return (
          <label key={s} className="flex min-h-11 items-center gap-3 border-t border-rule-faint">
            <input
              type="radio"
              name="strategy"
              className="size-5 shrink-0 accent-here"
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
  );
}

function PlugPulled({
  words,
  plugPulled,
  onPlug,
}: Pick<Props, "plugPulled" | "onPlug"> & { words: { holds: string; still: string } }) {
  const answers = [
    ["not tried", undefined],
    [words.holds.toLowerCase(), false],
    [words.still, true],
  ] as const;
  return (
    <fieldset className="pt-2">
      <legend className="section-title">Unit unplugged: does the outlet still trip?</legend>
      <div className="flex flex-wrap gap-x-5">
        {answers.map(([label, tripped]) => (
          <label key={label} className="flex min-h-11 items-center gap-2">
            <input
              type="radio"
              name="plug"
              className="size-5 shrink-0 accent-here"
              checked={plugPulled?.tripped === tripped}
              onChange={() => onPlug(tripped === undefined ? undefined : { tripped })}
            />
            {label}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

function Suspected({ causes, name }: { causes: StripPlan["causes"]; name: (id: string) => string }) {
  return (
    <>
      <h2 className="section-title pt-2">Suspected</h2>
      <ol>
        {causes
          .filter((c) => c.chance >= 0.01)
          .slice(0, 8)
          .map(({ cause, chance }) => (
            <li key={JSON.stringify(cause)} className="flex justify-between border-t border-rule-faint py-1">
              <span>{causeText(cause, name)}</span>
              <span className="reading shrink-0 pl-2 font-semibold">{percentText(chance)} %</span>
            </li>
          ))}
      </ol>
    </>
  );
}

/** With a leakage device a load is off only when no lead of it is on: a leak goes on through its neutral. */
function LeftOn({
  protection,
  loads,
  connected,
}: {
  protection: Protection;
  loads: readonly Load[];
  connected: readonly string[];
}) {
  const left = loads.filter((l) => l.leaves && !connected.includes(l.id));
  if (protection.kind !== "rcd" || left.length === 0) return null;
  return (
    <p className="my-1 border-l-4 border-hazard bg-hazard-soft py-1 pl-3 text-[0.9375rem]">
      Off means both leads off: a leak to earth goes on through a neutral that stays. The plugs of{" "}
      {left.map((l) => `${l.name} leave ${l.leaves!.join(", ")} connected`).join("; ")}.
    </p>
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
