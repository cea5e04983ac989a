import { useState } from "react";
import { summariseLog, type Mark, type Sample } from "#core/formats/index.ts";
import type { EventBody, JobState } from "#core/job/index.ts";
import { FUNCTION_UNIT, METER_FUNCTIONS, type MeterFunction } from "#core/meter/index.ts";
import type { Unit } from "#core/quantity/index.ts";
import { valueText, watchedText, type ProposalView } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { Button } from "../../ui/Button.tsx";
import { Dialog, DialogButtons } from "../../ui/Dialog.tsx";
import { Field, inputClass } from "../../ui/Field.tsx";
import { FunctionField } from "./FunctionField.tsx";
import { watchedOf, watchEntry } from "./watchEntry.ts";
import { WatchLive } from "./WatchLive.tsx";
import { WatchLog } from "./WatchLog.tsx";

/** What was watched, or logged. */
export interface Watched {
  readonly samples: readonly Sample[];
  readonly marks: readonly Mark[];
  /** What the meter was on, where it was asked here; else the unit that its log has, if any. */
  readonly fn?: MeterFunction;
  readonly unit?: Unit;
}

interface Props {
  unit: UnitModel;
  state: JobState;
  proposal: ProposalView | undefined;
  onEnter: (body: EventBody) => string | undefined;
  onClose: () => void;
}

const WAYS = { live: "As it comes", log: "From a meter’s log" } as const;

type Way = keyof typeof WAYS;

/** What comes and goes: minutes of readings, watched or logged, recorded as one finding. */
export function WatchDialog({ unit, state, proposal, onEnter, onClose }: Props) {
  const [way, setWay] = useState<Way>("live");
  const [watched, setWatched] = useState<Watched>();
  const [where, setWhere] = useState("");
  const [chosen, setChosen] = useState<MeterFunction>();
  const [said, setSaid] = useState("");
  const summary = watched && summariseLog(watched.samples);
  const functions = METER_FUNCTIONS.filter((fn) =>
    watched?.fn ? fn === watched.fn : !watched?.unit || FUNCTION_UNIT[fn] === watched.unit,
  );
  const pending = proposal?.check.kind === "reading" ? proposal.check : undefined;
  const usual = pending && functions.includes(pending.fn) ? pending.fn : functions[0]!;
  const fn = chosen && functions.includes(chosen) ? chosen : usual;
  const take = (next: Watched | undefined) => {
    setWatched(next);
    setSaid("");
  };
  const found = watched && summary && watchEntry({ unit, state, pending }, where, fn, summary, watched.marks);
  const record = () => {
    if (!found) return;
    const refused = found.ok ? onEnter(found.body) : found.problem;
    if (refused) return setSaid(refused);
    onClose();
  };
  return (
    <Dialog title="Watch what comes and goes" onClose={onClose}>
      <WayChoice
        way={way}
        onChoose={(chosen) => {
          setWay(chosen);
          take(undefined);
        }}
      />
      {way === "live" ? (
        <WatchLive usual={pending?.fn ?? "vac"} onWatched={take} />
      ) : (
        <WatchLog onWatched={take} />
      )}
      {watched && summary && (
        <>
          <p role="status" className="font-semibold">
            {valueText(fn, summary.usual)},{" "}
            {watchedText(watchedOf(summary, watched.marks), FUNCTION_UNIT[fn])}.
          </p>
          <div className="grid gap-3 sm:grid-cols-2">
            <WhereField
              where={where}
              ofCard={pending?.fn === fn}
              onWhere={(typed) => {
                setWhere(typed);
                setSaid("");
              }}
            />
            {watched.fn === undefined && (
              <FunctionField label="Meter was on" functions={functions} value={fn} onChange={setChosen} />
            )}
          </div>
        </>
      )}
      {found?.ok && (
        <p role="status" className="border-l-4 border-here pl-3">
          Goes on record as: <strong>{found.echo}</strong>
        </p>
      )}
      <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1 empty:hidden">
        {said}
      </p>
      <DialogButtons>
        <Button onClick={onClose}>Close</Button>
        <Button look="main" disabled={!watched} onClick={record}>
          Record what it comes to
        </Button>
      </DialogButtons>
    </Dialog>
  );
}

function WayChoice({ way, onChoose }: { way: Way; onChoose: (way: Way) => void }) {
  return (
    <fieldset className="flex flex-wrap gap-x-5">
      <legend className="sr-only">Where the readings come from</legend>
      {(Object.keys(WAYS) as Way[]).map((id) => (
        <label key={id} className="flex min-h-11 items-center gap-2 font-semibold">
          <input
            type="radio"
            name="way"
            className="size-5 accent-here"
            checked={way === id}
            onChange={() => onChoose(id)}
          />
          {WAYS[id]}
        </label>
      ))}
    </fieldset>
  );
}

/** The pair that was watched, and its state. */
function WhereField({
  where,
  ofCard,
  onWhere,
}: {
  where: string;
  /** It may be the pair on the card. */
  ofCard: boolean;
  onWhere: (typed: string) => void;
}) {
  return (
    <Field
      label="Between"
      hint={
        ofCard
          ? "Nothing here: the pair on the card. Or two points, and “in” a state."
          : "Two points as in the line: P4.3 to N. “in” names a state."
      }
    >
      {(aria) => (
        <input
          {...aria}
          className={inputClass}
          value={where}
          autoComplete="off"
          onChange={(e) => onWhere(e.target.value)}
        />
      )}
    </Field>
  );
}
