import { useState } from "react";
import type { EventBody, JobState } from "#core/job/index.ts";
import { readSafetyValue, type SafetyRow } from "#core/view/index.ts";
import { Button } from "../../ui/Button.tsx";
import { inputClass } from "../../ui/Field.tsx";

const NOW: Readonly<Record<SafetyRow["now"], string>> = {
  open: "to be made",
  passes: "passes",
  fails: "DOES NOT PASS",
};

interface Props {
  band: JobState["band"];
  onEnter: (body: EventBody) => string | undefined;
  onPower: (to?: "live" | "dead") => void;
}

/** The tests that the unit's hazards ask for before it goes back, each entered as it was read. */
export function SafetyTests({ rows, ...props }: Props & { rows: readonly SafetyRow[] }) {
  if (rows.length === 0) return null;
  return (
    <section aria-label="Before it goes back" className="pt-2">
      <h2 className="font-bold">Before it goes back</h2>
      <p className="text-[0.9375rem] text-ink-soft">
        By a person who may, where the law says so. The maker's limits and local rules go before these.
      </p>
      <ul>
        {rows.map((row) => (
          <li key={row.test} data-test={row.test} className="border-t border-rule-faint py-1">
            <span className="flex flex-wrap items-baseline gap-x-3">
              <strong className="grow">{row.name}</strong>
              {row.is !== undefined && <span className="reading">{row.is}</span>}
              <span className={row.now === "fails" ? "font-bold text-hazard" : ""}>{NOW[row.now]}</span>
            </span>
            {row.now !== "passes" && <SafetyEntry row={row} {...props} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

function SafetyEntry({ row, band, onEnter, onPower }: Props & { row: SafetyRow }) {
  const [typed, setTyped] = useState("");
  const [said, setSaid] = useState("");
  const enter = (result: Extract<EventBody, { type: "safety" }>["result"]) => {
    const problem = onEnter({ type: "safety", test: row.test, result });
    setSaid(problem ?? "");
    if (problem === undefined) setTyped("");
  };
  const take = () => {
    const value = readSafetyValue(row.test, typed);
    if (typeof value === "string") return setSaid(value);
    enter({ kind: "value", value: Number.isFinite(value) ? value : "OL" });
  };
  return (
    <>
      <p className="text-[0.9375rem]">
        {row.how}{" "}
        {row.limit && (
          <span className="font-semibold">{`${row.limit[0]!.toUpperCase()}${row.limit.slice(1)}`}</span>
        )}{" "}
        <span className="text-ink-soft">({row.source})</span>
      </p>
      {row.needs !== undefined && band !== row.needs ? (
        <Button onClick={() => onPower(row.needs)}>
          {row.needs === "live" ? "Go live" : "Make dead and prove"}
        </Button>
      ) : row.shows === undefined ? (
        <span className="flex flex-wrap gap-2 py-1">
          <Button onClick={() => enter({ kind: "seen", seen: true })}>{row.yes}</Button>
          <Button onClick={() => enter({ kind: "seen", seen: false })}>{row.no}</Button>
        </span>
      ) : (
        <form
          className="flex items-center gap-2 py-1"
          onSubmit={(e) => {
            e.preventDefault();
            take();
          }}
        >
          <input
            aria-label={`${row.name}, ${row.shows}`}
            maxLength={40}
            inputMode="decimal"
            className={`${inputClass} reading max-w-40`}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />
          <span>{row.shows}</span>
          <Button type="submit">Enter</Button>
        </form>
      )}
      <p role="alert" className="font-semibold text-hazard empty:hidden">
        {said}
      </p>
    </>
  );
}
