import { useMemo, useRef, useState } from "react";
import { Link } from "react-router";
import { describeTraceProblem, traceRows, traceUnit, type Trace } from "#core/trace/index.ts";
import { Button } from "../ui/Button.tsx";
import { useHotkeys } from "../ui/useHotkeys.ts";
import { TraceEntry } from "./TraceEntry.tsx";
import { TracePieces } from "./TracePieces.tsx";
import { TraceLadder } from "./TraceLadder.tsx";
import { TracedReadings } from "./TracedReadings.tsx";
import { SaidField } from "./SaidField.tsx";
import { SaveUnit } from "./SaveUnit.tsx";
import { dropTrace, EMPTY_DRAFT, TRACE_DRAFT, withLine } from "./traceDraft.ts";
import { useDraft } from "./useDraft.ts";
import { useTracedView } from "./useTracedView.ts";

interface Props {
  /** The unit of the library that is traced further. */
  unit: { id: string; name: string; maker: string; lines: readonly string[] } | undefined;
}

/** A circuit is walked from its supply to its load and back, a line a thing; what it should read stands beside it. */
export function TraceDesk({ unit }: Props) {
  const key = unit?.id ?? "new";
  const [first] = useState(unit ? { name: unit.name, maker: unit.maker, lines: unit.lines } : EMPTY_DRAFT);
  const { draft, read, set, undo, redo, canUndo, canRedo } = useDraft(TRACE_DRAFT, key, first);
  const { name, maker, lines } = draft;
  const [at, setAt] = useState<number>();
  const field = useRef<HTMLInputElement>(null);
  const trace = useMemo(
    () => traceUnit({ id: "traced", name: name.trim() || "Unit", maker }, lines),
    [name, maker, lines],
  );
  const rows = useMemo(() => traceRows(trace.walk, lines), [trace, lines]);
  const source = useMemo(() => trace.unit && { unit: trace.unit.model }, [trace]);
  const traced = useTracedView(source);
  const change = (next: readonly string[]) => set({ ...draft, lines: next });
  const add = (texts: readonly string[]) => {
    change(withLines(lines, texts, at));
    setAt(at === undefined ? undefined : at + texts.length);
  };
  useHotkeys({ u: () => canUndo && undo() });
  return (
    <fieldset disabled={!read} className="min-w-0">
      <main className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 p-4 md:p-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <Heading unit={unit} />
        <section aria-label="Circuit" className="flex min-w-0 flex-col gap-3">
          <NameFields name={name} maker={maker} onChange={(said) => set({ ...draft, ...said })} />
          <TraceLadder
            rows={rows}
            lines={lines}
            at={at}
            onAt={(next) => {
              setAt(next);
              field.current?.focus();
            }}
            onLines={change}
            onFrom={(id) => {
              setAt(undefined);
              change([...lines, `from ${id}`]);
              field.current?.focus();
            }}
            onBack={(id) => change([...lines, `to ${id}`])}
          />
          <TraceEntry lines={lines} at={at} field={field} onAdd={add} onEnd={() => setAt(undefined)}>
            <Button look="quiet" hotkey="u" disabled={!canUndo} onClick={undo}>
              Undo
            </Button>
            <Button look="quiet" disabled={!canRedo} onClick={redo}>
              Redo
            </Button>
            <Button look="quiet" disabled={lines.length === 0} onClick={() => change([])}>
              Clear all
            </Button>
            {unit && (
              <Button
                look="quiet"
                disabled={lines.join("\n") === unit.lines.join("\n")}
                onClick={() => set(first)}
              >
                As saved
              </Button>
            )}
          </TraceEntry>
          {lines.length === 0 && <TracePieces onBegin={(piece) => change(piece.lines)} />}
        </section>
        <section aria-label="What it should read" className="flex min-w-0 flex-col gap-4">
          <TracedReadings traced={traced} missing={traced.trouble ?? missing(trace)} />
          <SaveUnit
            source={{ ...(unit ? { unit: unit.id } : {}), ...draft }}
            ready={trace.unit !== undefined}
            until="As soon as the circuit has a load, a job can be started on it."
            onSaved={() => dropTrace(key)}
          />
        </section>
      </main>
    </fieldset>
  );
}

/** The lines with more of them, from a place on or at the end. */
function withLines(
  lines: readonly string[],
  more: readonly string[],
  at: number | undefined,
): readonly string[] {
  return more.reduce((all, text, i) => withLine(all, text, at === undefined ? undefined : at + i), lines);
}

function Heading({ unit }: Props) {
  return (
    <div className="lg:col-span-2">
      <h1 className="text-[1.75rem] font-bold">{unit ? `Trace more of ${unit.name}` : "Trace a circuit"}</h1>
      <p className="border-b-2 border-ink pb-2 text-ink-soft">
        Walk the dead circuit with a finger: supply, everything in the way, the load, the way back.
        {!unit && (
          <>
            {" "}
            Or{" "}
            <Link
              to="/units/new/list"
              className="inline-flex min-h-11 items-center underline underline-offset-4"
            >
              bring a wiring list
            </Link>
            .
          </>
        )}
      </p>
    </div>
  );
}

function NameFields({
  name,
  maker,
  onChange,
}: {
  name: string;
  maker: string;
  onChange: (said: { name: string } | { maker: string }) => void;
}) {
  return (
    <div className="grid gap-3 sm:grid-cols-[3fr_2fr]">
      <SaidField
        label="What is it"
        most={100}
        value={name}
        placeholder="Tea urn, canteen"
        onChange={(value) => onChange({ name: value })}
      />
      <SaidField
        label="Maker, if you know"
        most={100}
        value={maker}
        look={{ label: "max-sm:hidden" }}
        onChange={(value) => onChange({ maker: value })}
      />
    </div>
  );
}

/** What the trace still lacks before there are readings. */
function missing({ walk, problem }: Trace): string {
  if (problem) return describeTraceProblem(problem);
  if (!walk.supply) return "Begin with the supply.";
  if (walk.lines.some((l) => !l.ok))
    return "A line is not understood yet: mend it, and the readings stand here.";
  return "The readings stand here as soon as the circuit has its load.";
}
