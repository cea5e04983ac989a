import { range, scaleLinear } from "d3";
import { useState } from "react";
import { secondsText, type SequenceView, type StepView } from "#core/view/index.ts";
import { percentText } from "../../words/percent.ts";

interface Props {
  sequence: SequenceView;
  /** Shows a course of the step. */
  onCourse: (id: string) => void;
}

/** The board's steps on a time axis, with what each drives and waits for, and where this unit's runs stop. */
export function SequencePanel({ sequence, onCourse }: Props) {
  const { stall } = sequence;
  const [chosen, setChosen] = useState<string>();
  const [shown, setShown] = useState(false);
  const steps = sequence.steps.filter(
    (s) => s.from !== undefined || (s.stops ?? 0) >= 0.02 || s.id === chosen,
  );
  const open = sequence.steps.find((s) => s.id === chosen);
  const stalled = sequence.steps.find((s) => s.id === stall?.step);
  return (
    <section aria-label="Sequence" data-testid="sequence" className="border-t-[1.5px] border-ink px-4 py-2.5">
      <div className="flex flex-wrap items-center justify-between gap-x-4">
        <h2 className="section-title">
          {sequence.name}, {secondsText(sequence.seconds)} from power-up to the end
        </h2>
        <button
          type="button"
          aria-expanded={shown}
          onClick={() => setShown(!shown)}
          className="min-h-11 px-2 font-semibold underline underline-offset-4"
        >
          {shown ? "Hide the steps" : "Show the steps"}
        </button>
      </div>
      <p className="pb-1">
        {stall && stalled ? (
          <>
            Most likely it stops at <strong>{stalled.name.toLowerCase()}</strong>
            {stall.code !== undefined && ` with ${stall.code}`}{" "}
            <span className="reading">{percentText(stall.chance)} %</span>; it finishes with{" "}
            <span className="reading">{percentText(sequence.wellChance ?? 0)} %</span>.
          </>
        ) : (
          <span className="text-ink-soft">Every fault is being run through the sequence.</span>
        )}
      </p>
      {shown && (
        <>
          <TimeAxis seconds={sequence.seconds} />
          <ol>
            {steps.map((step) => (
              <StepRow
                key={step.id}
                step={step}
                seconds={sequence.seconds}
                stops={step.id === stall?.step}
                open={step.id === open?.id}
                onOpen={() => setChosen(step.id === chosen ? undefined : step.id)}
                onCourse={onCourse}
              />
            ))}
          </ol>
        </>
      )}
    </section>
  );
}

/** Round times, s, of which the axis takes the smallest that leaves room. */
const TIME_STEPS = [5, 10, 30, 60, 120, 300, 600, 1800, 3600, 7200, 14_400] as const;
const MOST_TICKS = 6;

/** Times along the bars; on a phone each step says its own. */
function TimeAxis({ seconds }: { seconds: number }) {
  const x = scaleLinear().domain([0, seconds]).range([0, 100]);
  const step = TIME_STEPS.find((s) => seconds / s <= MOST_TICKS) ?? TIME_STEPS.at(-1)!;
  return (
    <div aria-hidden className="hidden grid-cols-[13rem_1fr_9rem] gap-x-3 md:grid">
      <span />
      <span className="reading relative h-5 text-xs text-ink-soft">
        {range(0, seconds, step).map((t) => (
          <span
            key={t}
            className="absolute top-0 border-l border-rule pl-1 whitespace-nowrap"
            style={{ left: `${x(t)}%` }}
          >
            {secondsText(t)}
          </span>
        ))}
      </span>
      <span />
    </div>
  );
}

/** Below this share of the axis a step's bar would no longer be seen, %. */
const LEAST_BAR = 1.2;

function StepRow({
  step,
  seconds,
  stops,
  open,
  onOpen,
  onCourse,
}: {
  step: StepView;
  seconds: number;
  stops: boolean;
  open: boolean;
  onOpen: () => void;
  onCourse: (id: string) => void;
}) {
  const x = scaleLinear().domain([0, seconds]).range([0, 100]).clamp(true);
  return (
    <li data-step={step.id} className="border-t border-rule-faint">
      <button
        type="button"
        aria-expanded={open}
        onClick={onOpen}
        className="grid min-h-11 w-full grid-cols-[1fr_5.5rem] items-center gap-x-3 py-1 text-left md:grid-cols-[13rem_1fr_9rem]"
      >
        <span className={stops ? "border-l-4 border-here pl-2 font-bold" : "pl-3"}>
          {step.name}
          {step.said !== undefined && (
            <span className="block text-sm font-normal text-ink-soft">
              {step.said ? "seen to be reached" : "said not to be reached"}
            </span>
          )}
        </span>
        <span aria-hidden className="relative hidden h-6 bg-rule-faint md:block">
          {step.from !== undefined && step.to !== undefined && (
            <span
              className={`absolute top-0 h-6 ${stops ? "bg-here" : "bg-ink-soft"}`}
              style={{
                left: `${Math.min(100 - LEAST_BAR, x(step.from))}%`,
                width: `${Math.max(LEAST_BAR, x(step.to) - x(step.from))}%`,
              }}
            />
          )}
        </span>
        <span className="reading text-right text-sm">
          {step.from === undefined ? "not in a good run" : `from ${secondsText(step.from)}`}
          {(step.stops ?? 0) >= 0.02 && (
            <span className="block font-bold">stops {percentText(step.stops!)} %</span>
          )}
        </span>
      </button>
      {open && (
        <dl className="grid grid-cols-[6rem_1fr] gap-x-3 pb-2 pl-3 text-[0.9375rem]">
          <Row name="drives" text={step.drives.join(", ") || "nothing"} />
          <Row name="waits for" text={step.expects.join(", ") || "nothing"} />
          {step.otherwise !== "" && <Row name="else" text={step.otherwise} />}
          {step.state !== undefined && <Row name="state" text={step.state} />}
          {step.courses.length > 0 && (
            <>
              <dt className="text-ink-soft">readings</dt>
              <dd className="flex flex-wrap gap-x-4">
                {step.courses.map((c) => (
                  <button
                    key={c.id}
                    type="button"
                    onClick={() => onCourse(c.id)}
                    className="min-h-11 font-semibold underline underline-offset-4"
                  >
                    {c.name}
                  </button>
                ))}
              </dd>
            </>
          )}
        </dl>
      )}
    </li>
  );
}

function Row({ name, text }: { name: string; text: string }) {
  return (
    <>
      <dt className="text-ink-soft">{name}</dt>
      <dd>{text}</dd>
    </>
  );
}
