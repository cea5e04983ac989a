import { useEffect, useState } from "react";
import { summariseLog } from "#core/formats/index.ts";
import { METER_FUNCTIONS, type MeterFunction } from "#core/meter/index.ts";
import { valueText } from "#core/view/index.ts";
import { Button } from "../../ui/Button.tsx";
import { Field, inputClass } from "../../ui/Field.tsx";
import { SerialChoice } from "../hands/SerialChoice.tsx";
import { useMeterChoice } from "../hands/useMeterChoice.ts";
import { FunctionField } from "./FunctionField.tsx";
import { useWatch } from "./useWatch.ts";
import { WatchChart } from "./WatchChart.tsx";
import type { Watched } from "./WatchDialog.tsx";

/** What is usually done to something that comes and goes. */
const MARKS = ["wiggled the loom here", "pressed on the plug", "heated", "cooled"] as const;

interface Props {
  usual: MeterFunction;
  /** What was watched so far, when it is stopped; nothing while it goes on. */
  onWatched: (watched: Watched | undefined) => void;
}

/** A reading that is watched as it comes: drawn, with what is done meanwhile marked. */
export function WatchLive({ usual, onWatched }: Props) {
  const { meters, meter, choose, none, serial } = useMeterChoice();
  const [fn, setFn] = useState(usual);
  const { running, samples, marks, trouble, start, stop, mark } = useWatch(meter, fn);
  const summary = summariseLog(samples);
  useEffect(() => {
    onWatched(running || samples.length === 0 ? undefined : { samples, marks, fn });
    // It is told once when it is stopped, and once when it begins anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [running]);
  const now = samples.at(-1);
  return (
    <div className="flex flex-col gap-3">
      <div className="grid gap-3 sm:grid-cols-2">
        <MeterField meters={meters} meter={meter} choose={choose} disabled={running} />
        <FunctionField
          label="Meter is on"
          functions={METER_FUNCTIONS}
          value={fn}
          disabled={running}
          onChange={setFn}
        />
      </div>
      {none && (
        <p>Put a meter on the list in Settings, “Meters on the wire”, or join one on a serial port.</p>
      )}
      <SerialChoice serial={serial} />
      <div className="flex flex-wrap items-center gap-3">
        {running ? (
          <Button look="main" onClick={stop}>
            Stop watching
          </Button>
        ) : (
          <Button look={samples.length === 0 ? "main" : "plain"} disabled={!meter} onClick={start}>
            {samples.length === 0 ? "Start watching" : "Watch anew"}
          </Button>
        )}
        <p data-testid="watch-now" className="reading text-3xl font-semibold">
          {now ? valueText(fn, now.value) : running ? "…" : ""}
        </p>
        {summary && <Summary summary={summary} fn={fn} />}
      </div>
      {trouble !== undefined && (
        <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1">
          {trouble}
        </p>
      )}
      {summary && (
        <WatchChart
          samples={samples}
          dropOuts={summary.dropOuts}
          marks={marks}
          label="The reading over its time"
        />
      )}
      {running && <MarkButtons onMark={mark} />}
      {marks.length > 0 && (
        <ol className="list-decimal pl-6">
          {marks.map((m, i) => (
            <li key={i}>
              {m.text}, at {m.seconds.toFixed(1)} s
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}

function MeterField({
  meters,
  meter,
  choose,
  disabled,
}: Pick<ReturnType<typeof useMeterChoice>, "meters" | "meter" | "choose"> & { disabled: boolean }) {
  return (
    <Field label="Meter">
      {(aria) => (
        <select
          {...aria}
          className={inputClass}
          value={meter?.id ?? ""}
          disabled={disabled}
          onChange={(e) => choose(e.target.value)}
        >
          {meters.length === 0 && <option value="">none on the list</option>}
          {meters.map((m) => (
            <option key={m.id} value={m.id}>
              {m.name}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}

/** How long it was watched, between what it lay, and how often it dropped out. */
function Summary({
  summary,
  fn,
}: {
  summary: NonNullable<ReturnType<typeof summariseLog>>;
  fn: MeterFunction;
}) {
  return (
    <p role="status" aria-live="off" className="text-ink-soft">
      {Math.round(summary.seconds)} s, {valueText(fn, summary.lowest)} to {valueText(fn, summary.highest)},{" "}
      {summary.dropOuts.length === 0
        ? "no drop-out"
        : `${summary.dropOuts.length} drop-out${summary.dropOuts.length === 1 ? "" : "s"}`}
    </p>
  );
}

/** What is being done while it is watched, by one tap or in words of one's own. */
function MarkButtons({ onMark }: { onMark: (text: string) => void }) {
  const [own, setOwn] = useState("");
  return (
    <div role="group" aria-label="Mark what is being done" className="flex flex-wrap gap-2">
      {MARKS.map((text) => (
        <Button key={text} onClick={() => onMark(text)}>
          {text}
        </Button>
      ))}
      <form
        className="flex grow gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (own.trim() !== "") onMark(own.trim());
          setOwn("");
        }}
      >
        <input
          aria-label="Something else that is being done"
          className={`${inputClass} min-w-40 grow`}
          placeholder="slammed the door"
          maxLength={80}
          value={own}
          onChange={(e) => setOwn(e.target.value)}
        />
        <Button type="submit" className="shrink-0 whitespace-nowrap">
          Mark it
        </Button>
      </form>
    </div>
  );
}
