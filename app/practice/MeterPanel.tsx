import { useEffect, useState } from "react";
import { FUNCTION_NAME, METER_FUNCTIONS, type MeterFunction } from "#core/meter/index.ts";
import { shownText, type PracticeAction, type Shown } from "#core/practice/index.ts";
import { showPoint } from "#core/entry/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { Button } from "../ui/Button.tsx";
import { Yoke } from "../ui/Yoke.tsx";

/** How long one display stands before the next, ms. */
const FRAME_MS = 280;

export interface Probes {
  readonly red: string;
  readonly black: string;
}

/** The meter: what it is set to, where its probes are, and what it shows until that rests. */
export function MeterPanel({
  unit,
  fn,
  probes,
  /** The last reading, and the step it came in. */
  last,
  busy,
  onFunction,
  onProbe,
  onTake,
}: {
  unit: UnitModel;
  fn: MeterFunction;
  probes: Probes;
  last: { readonly step: number; readonly shown: Shown } | undefined;
  busy: boolean;
  onFunction: (fn: MeterFunction) => void;
  onProbe: (probe: keyof Probes, point: string) => void;
  onTake: (action: PracticeAction) => void;
}) {
  const shown = useSettling(last);
  const ready = probes.red !== "" && probes.black !== "" && probes.red !== probes.black;
  return (
    <section aria-label="Meter" className="border-2 border-ink bg-sheet">
      <p
        data-testid="display"
        aria-live="polite"
        className={`reading flex min-h-24 items-center justify-end border-b-2 border-ink bg-field px-4 text-right font-semibold ${shown?.text && shown.text.length > 14 ? "text-xl" : "text-5xl"}`}
      >
        {shown ? (
          <span data-rests={shown.rests ? "true" : undefined}>{shown.text}</span>
        ) : (
          <span className="text-ink-soft">– – –</span>
        )}
      </p>
      <fieldset className="flex flex-wrap gap-1 border-b border-rule p-2">
        <legend className="sr-only">What the meter is set to</legend>
        {METER_FUNCTIONS.map((one) => (
          <label
            key={one}
            className="flex min-h-11 cursor-pointer items-center border-[1.5px] border-ink px-2.5 text-[0.9375rem] font-semibold has-checked:bg-ink has-checked:text-sheet has-focus-visible:outline-3"
          >
            <input
              type="radio"
              name="function"
              className="sr-only"
              checked={one === fn}
              onChange={() => onFunction(one)}
            />
            {FUNCTION_NAME[one]}
          </label>
        ))}
      </fieldset>
      <div className="flex items-stretch gap-2 p-2">
        <Yoke className="h-24 w-8 shrink-0" />
        <div className="flex min-w-0 grow flex-col justify-between gap-2">
          {(["red", "black"] as const).map((probe) => (
            <PointChoice
              key={probe}
              unit={unit}
              label={probe === "red" ? "Red probe" : "Black probe"}
              value={probes[probe]}
              onChange={(point) => onProbe(probe, point)}
            />
          ))}
        </div>
        <Button
          look="main"
          className="shrink-0"
          disabled={!ready || busy}
          onClick={() => onTake({ do: "measure", fn, ...probes })}
        >
          Measure
        </Button>
      </div>
    </section>
  );
}

/** Any point of the unit, by its place. */
export function PointChoice({
  unit,
  label,
  value,
  onChange,
}: {
  unit: UnitModel;
  label: string;
  value: string;
  onChange: (point: string) => void;
}) {
  const places = [...new Set(unit.points.map((p) => p.place))];
  return (
    <select
      aria-label={label}
      className="min-h-11 w-full min-w-0 border-[1.5px] border-ink bg-field px-2"
      value={value}
      onChange={(e) => onChange(e.target.value)}
    >
      <option value="">{label}: nowhere</option>
      {places.map((place) => (
        <optgroup key={place} label={place}>
          {unit.points
            .filter((p) => p.place === place)
            .map((p) => (
              <option key={p.id} value={p.id}>
                {showPoint(p.id)} {p.name}
              </option>
            ))}
        </optgroup>
      ))}
    </select>
  );
}

/** The display of the last reading as it creeps up, and whether it rests. */
function useSettling(last: { readonly step: number; readonly shown: Shown } | undefined) {
  const [at, setAt] = useState({ step: -1, frame: 0 });
  const frames = last?.shown.kind === "reading" ? last.shown.frames.length : 1;
  const step = last?.step;
  useEffect(() => {
    if (step === undefined) return;
    let frame = 0;
    const timer = setInterval(() => {
      frame++;
      setAt({ step, frame });
      if (frame >= frames - 1) clearInterval(timer);
    }, FRAME_MS);
    return () => clearInterval(timer);
  }, [step, frames]);
  if (!last) return undefined;
  if (last.shown.kind !== "reading") return { text: shownText(EMPTY, last.shown), rests: true };
  const frame = at.step === last.step ? Math.min(at.frame, frames - 1) : 0;
  return {
    text: shownText(EMPTY, { ...last.shown, frames: last.shown.frames.slice(0, frame + 1) }),
    rests: frame === frames - 1,
  };
}

/** Readings are told without a look at the unit. */
const EMPTY = { observations: [], items: [], parts: [] } as unknown as UnitModel;
