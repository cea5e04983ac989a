import { useState } from "react";
import type { EventBody, JobState } from "#core/job/index.ts";
import { Button } from "../../ui/Button.tsx";
import { Field, inputClass } from "../../ui/Field.tsx";

/** Jumpers that were fitted: none is forgotten, for the job does not close before each is off. */
export function JumperEntry({
  state,
  onEnter,
}: {
  state: JobState;
  onEnter: (body: EventBody) => string | undefined;
}) {
  const [where, setWhere] = useState("");
  const [said, setSaid] = useState("");
  const fit = () => {
    if (where.trim() === "") return setSaid("Say where: from which point to which.");
    const problem = onEnter({ type: "jumper", where: where.trim() });
    setSaid(problem ?? "");
    if (problem === undefined) setWhere("");
  };
  return (
    <details
      className="border-b-[1.5px] border-ink bg-sheet px-4"
      open={state.jumpers.length > 0 ? true : undefined}
    >
      <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">
        A jumper was fitted{state.jumpers.length > 0 && ` · ${state.jumpers.length} still in`}
      </summary>
      <ul>
        {state.jumpers.map(({ event, where: place }) => (
          <li key={event.id} className="flex items-center gap-3 border-t border-rule-faint">
            <span className="grow border-l-4 border-hazard pl-2">{place}</span>
            <Button
              aria-label={`Taken off: ${place}`}
              onClick={() => setSaid(onEnter({ type: "jumper", where: place, of: event.id }) ?? "")}
            >
              Taken off
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="flex flex-wrap items-end gap-3 py-2"
        onSubmit={(e) => {
          e.preventDefault();
          fit();
        }}
      >
        <div className="grow">
          <Field
            label="From where to where"
            hint="Never across what guards or protects. The job does not close while one is in."
          >
            {(aria) => (
              <input
                {...aria}
                maxLength={200}
                className={inputClass}
                value={where}
                onChange={(e) => setWhere(e.target.value)}
              />
            )}
          </Field>
        </div>
        <Button type="submit">Record it</Button>
      </form>
      <p role="status" className="pb-2 empty:hidden">
        {said}
      </p>
    </details>
  );
}
