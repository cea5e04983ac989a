import { useMemo, useState } from "react";
import { readMeterLog, summariseLog } from "#core/formats/index.ts";
import { cellsOfText } from "../../files/delimited.ts";
import { TableInput } from "../../files/TableInput.tsx";
import { WatchChart } from "./WatchChart.tsx";
import type { Watched } from "./WatchDialog.tsx";

/** Problems of a log shown before the rest is only counted. */
const SHOWN = 5;

/** What a meter has logged by itself: looked through and shown. */
export function WatchLog({ onWatched }: { onWatched: (watched: Watched | undefined) => void }) {
  const [text, setText] = useState("");
  const read = useMemo(() => (text.trim() === "" ? undefined : readMeterLog(cellsOfText(text))), [text]);
  const summary = useMemo(() => read && summariseLog(read.samples), [read]);
  return (
    <>
      <TableInput
        hint="Time, value, unit: as the meter or its cable’s program has saved it."
        text={text}
        onText={(next) => {
          setText(next);
          const { samples, unit } = readMeterLog(cellsOfText(next));
          onWatched(samples.length === 0 ? undefined : { samples, marks: [], ...(unit ? { unit } : {}) });
        }}
      />
      {read && (
        <div role="status" className="flex flex-col gap-1">
          {summary ? (
            <WatchChart samples={read.samples} dropOuts={summary.dropOuts} label="The log over its time" />
          ) : (
            <p className="font-semibold">No row of this is a reading with a time.</p>
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
    </>
  );
}
