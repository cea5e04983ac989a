import { useMemo, useState } from "react";
import { readMeterLog, summariseLog } from "#core/formats/index.ts";
import type { EventBody, JobState } from "#core/job/index.ts";
import { FUNCTION_NAME, FUNCTION_UNIT, METER_FUNCTIONS, type MeterFunction } from "#core/meter/index.ts";
import { logText, type ProposalView } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { cellsOfText } from "../../files/delimited.ts";
import { TableInput } from "../../files/TableInput.tsx";
import { Button } from "../../ui/Button.tsx";
import { Dialog, DialogButtons } from "../../ui/Dialog.tsx";
import { Field, inputClass } from "../../ui/Field.tsx";
import { logEntries } from "./logEntries.ts";
import { LogChart } from "./LogChart.tsx";

interface Props {
  unit: UnitModel;
  state: JobState;
  proposal: ProposalView | undefined;
  onEnter: (body: EventBody) => string | undefined;
  onClose: () => void;
}

/** Problems of a log shown before the rest is only counted. */
const SHOWN = 5;

/** Minutes of readings that a meter has logged: looked through, shown, and recorded as what they come to. */
export function LogDialog({ unit, state, proposal, onEnter, onClose }: Props) {
  const [text, setText] = useState("");
  const [where, setWhere] = useState("");
  const [chosen, setChosen] = useState<MeterFunction>();
  const [said, setSaid] = useState("");
  const read = useMemo(() => (text.trim() === "" ? undefined : readMeterLog(cellsOfText(text))), [text]);
  const summary = useMemo(() => read && summariseLog(read.samples), [read]);
  const functions = METER_FUNCTIONS.filter((fn) => !read?.unit || FUNCTION_UNIT[fn] === read.unit);
  const pending = proposal?.check.kind === "reading" ? proposal.check : undefined;
  const usual = pending && functions.includes(pending.fn) ? pending.fn : functions[0];
  const fn = chosen && functions.includes(chosen) ? chosen : usual;
  const record = () => {
    if (!summary || !fn) return;
    const found = logEntries({ unit, state, pending }, where, fn, summary);
    if (!found.ok) return setSaid(found.problem);
    for (const body of found.bodies) {
      const refused = onEnter(body);
      if (refused) return setSaid(refused);
    }
    onClose();
  };
  return (
    <Dialog title="Take a meter’s log" onClose={onClose}>
      <TableInput
        hint="Time, value, unit: as the meter or its cable’s program has saved it."
        text={text}
        onText={(next) => {
          setText(next);
          setSaid("");
        }}
      />
      {read && (
        <div role="status" className="flex flex-col gap-1">
          {!summary && <p className="font-semibold">No row of this is a reading with a time.</p>}
          {summary && (
            <>
              <LogChart samples={read.samples} dropOuts={summary.dropOuts} label="The log over its time" />
              <p className="font-semibold">{logText(summary, read.unit ?? FUNCTION_UNIT[fn!])}.</p>
            </>
          )}
          <ul>
            {read.problems.slice(0, SHOWN).map((p) => (
              <li key={p.row} className="border-l-4 border-hazard pl-3">
                Row {p.row} is left out: {p.message}
              </li>
            ))}
            {read.problems.length > SHOWN && (
              <li>and {read.problems.length - SHOWN} rows more are left out</li>
            )}
          </ul>
        </div>
      )}
      {summary && fn && (
        <div className="grid gap-3 sm:grid-cols-2">
          <Field
            label="Between"
            hint={
              pending && functions.includes(pending.fn)
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
                onChange={(e) => {
                  setWhere(e.target.value);
                  setSaid("");
                }}
              />
            )}
          </Field>
          <Field label="Meter was on">
            {(aria) => (
              <select
                {...aria}
                className={inputClass}
                value={fn}
                onChange={(e) => setChosen(e.target.value as MeterFunction)}
              >
                {functions.map((f) => (
                  <option key={f} value={f}>
                    {FUNCTION_NAME[f]}
                  </option>
                ))}
              </select>
            )}
          </Field>
        </div>
      )}
      <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1 empty:hidden">
        {said}
      </p>
      <DialogButtons>
        <Button onClick={onClose}>Close</Button>
        <Button look="main" disabled={!summary} onClick={record}>
          Record what it comes to
        </Button>
      </DialogButtons>
    </Dialog>
  );
}
