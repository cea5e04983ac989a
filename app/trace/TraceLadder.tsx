import { useEffect, useRef, useState } from "react";
import { describeTraceProblem, type TraceRow } from "#core/trace/index.ts";
import { Button } from "../ui/Button.tsx";
import { inputClass } from "../ui/Field.tsx";
import { WireSwatch } from "../ui/WireSwatch.tsx";

interface Props {
  rows: readonly TraceRow[];
  lines: readonly string[];
  /** Where the next line goes in; at the end where undefined. */
  at: number | undefined;
  onAt: (at: number) => void;
  onLines: (lines: readonly string[]) => void;
  onFrom: (id: string) => void;
  onBack: (id: string) => void;
}

/** The circuit as it was walked, from the supply down; the way back is drawn broken. A row opens what can be done with it. */
export function TraceLadder({ rows, lines, at, onAt, onLines, onFrom, onBack }: Props) {
  const [chosen, setChosen] = useState<number>();
  const last = useRef<HTMLLIElement>(null);
  // What was just added stays in sight above the line that is being typed.
  useEffect(() => {
    last.current?.scrollIntoView({ block: "nearest" });
  }, [rows.length]);
  if (rows.length === 0)
    return (
      <p className="border-2 border-dashed border-rule p-4 text-ink-soft">
        Begin with the supply. Then one line a thing, such as{" "}
        <span className="reading text-ink">fuse 10A</span>,{" "}
        <span className="reading text-ink">P4.3 grey</span>,{" "}
        <span className="reading text-ink">relay K3 24V</span>,{" "}
        <span className="reading text-ink">element 2kW</span>. What you don't know, leave out.
      </p>
    );
  return (
    <ol data-testid="ladder" className="flex flex-col">
      {rows.map((row, i) => (
        <li key={i} ref={i === rows.length - 1 ? last : undefined} className="scroll-mb-72">
          {at === i && <Gap />}
          <button
            type="button"
            aria-expanded={chosen === i}
            onClick={() => setChosen(chosen === i ? undefined : i)}
            className={`flex min-h-11 w-full items-stretch gap-3 text-left ${chosen === i ? "bg-here-soft" : ""}`}
          >
            <Rail row={row} first={i === 0} last={i === rows.length - 1} />
            <Said row={row} />
          </button>
          {row.problem && (
            <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1">
              {describeTraceProblem(row.problem)}
            </p>
          )}
          {(chosen === i || row.problem) && (
            <RowTools
              key={lines[i]}
              text={lines[i] ?? ""}
              row={row}
              onText={(text) => {
                onLines(lines.map((l, k) => (k === i ? text : l)));
                setChosen(undefined);
              }}
              onRemove={() => {
                onLines(lines.filter((_, k) => k !== i));
                setChosen(undefined);
              }}
              onAbove={() => {
                setChosen(undefined);
                onAt(i);
              }}
              onFrom={() => {
                setChosen(undefined);
                onFrom(row.id!);
              }}
              onBack={() => {
                setChosen(undefined);
                onBack(row.id!);
              }}
            />
          )}
        </li>
      ))}
    </ol>
  );
}

/** What the row is understood as. */
function Said({ row }: { row: TraceRow }) {
  return (
    <span className="flex grow flex-wrap items-baseline gap-x-3 border-b border-rule-faint py-2">
      <span className={row.load ? "text-xl font-bold" : "text-lg font-semibold"}>{row.label}</span>
      <span className="reading">{row.values}</span>
      {row.colour !== undefined && (
        <span className="inline-flex items-center gap-1.5">
          <WireSwatch colour={row.colour} />
          {row.colour}
        </span>
      )}
      {row.onBoard && <span className="text-[0.9375rem] text-ink-soft">on the board</span>}
      {row.taken.length > 0 && (
        <span className="text-[0.9375rem] text-ink-soft">not given, taken: {row.taken.join(", ")}</span>
      )}
    </span>
  );
}

/** The conductor beside a row: a line all the way, broken on the way back, with a ring where something sits in it. */
function Rail({ row, first, last }: { row: TraceRow; first: boolean; last: boolean }) {
  const broken = row.behindLoad ? "4 4" : undefined;
  const begins = first || row.is === "from" || row.is === "supply";
  return (
    <svg viewBox="0 0 20 44" preserveAspectRatio="none" className="w-5 shrink-0 self-stretch" aria-hidden>
      <line
        x1="10"
        x2="10"
        y1={begins ? 22 : 0}
        y2={last || row.is === "to" ? 22 : 44}
        stroke="var(--ink)"
        strokeWidth="2.5"
        strokeDasharray={broken}
      />
      {row.is === "problem" ? (
        <path d="M4 16 L16 28 M16 16 L4 28" stroke="var(--hazard)" strokeWidth="3" />
      ) : row.load ? (
        <rect x="3" y="15" width="14" height="14" fill="var(--ink)" />
      ) : row.is === "thing" ? (
        <rect x="5" y="17" width="10" height="10" fill="var(--paper)" stroke="var(--ink)" strokeWidth="2" />
      ) : (
        <line x1="2" x2="18" y1="22" y2="22" stroke="var(--ink)" strokeWidth="3.5" />
      )}
    </svg>
  );
}

/** Where the next line will be put in. */
function Gap() {
  return (
    <p className="my-1 border-2 border-dashed border-here px-3 py-1 font-semibold text-here">
      The next line goes in here.
    </p>
  );
}

function RowTools({
  text,
  row,
  onText,
  onRemove,
  onAbove,
  onFrom,
  onBack,
}: {
  text: string;
  row: TraceRow;
  onText: (text: string) => void;
  onRemove: () => void;
  onAbove: () => void;
  onFrom: () => void;
  onBack: () => void;
}) {
  const [line, setLine] = useState(text);
  return (
    <form
      className="flex flex-wrap gap-2 bg-here-soft px-3 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (line.trim() !== "") onText(line.trim());
      }}
    >
      <input
        aria-label="This line"
        className={`${inputClass} reading min-w-40 grow basis-40`}
        maxLength={200}
        autoCapitalize="off"
        autoComplete="off"
        spellCheck={false}
        value={line}
        onChange={(e) => setLine(e.target.value)}
      />
      <Button type="submit" disabled={line.trim() === "" || line.trim() === text}>
        Change
      </Button>
      <Button onClick={onRemove}>Remove</Button>
      <Button onClick={onAbove}>Insert above</Button>
      {row.id !== undefined && row.is === "thing" && (
        <>
          <Button onClick={onFrom}>Go on from {row.id}</Button>
          <Button onClick={onBack}>Back to {row.id}</Button>
        </>
      )}
    </form>
  );
}
