import { useMemo, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { traceRows, traceUnit } from "#core/trace/index.ts";
import { Button } from "../ui/Button.tsx";
import { inputClass } from "../ui/Field.tsx";
import { useHotkeys } from "../ui/useHotkeys.ts";
import { TraceEntry } from "./TraceEntry.tsx";
import { TraceLadder } from "./TraceLadder.tsx";
import { TracedReadings } from "./TracedReadings.tsx";
import { dropDraft, EMPTY_DRAFT, withLine } from "./traceDraft.ts";
import { saveTrace } from "./saveTrace.ts";
import { useTraceDraft } from "./useTraceDraft.ts";
import { useTracedView } from "./useTracedView.ts";

interface Props {
  /** The unit of the library that is traced further. */
  unit: { id: string; name: string; maker: string; lines: readonly string[] } | undefined;
}

/** A circuit is walked from its supply to its load and back, a line a thing; what it should read stands beside it. */
export function TraceDesk({ unit }: Props) {
  const key = unit?.id ?? "new";
  const { draft, set, undo, redo, canUndo, canRedo } = useTraceDraft(key, unit ?? EMPTY_DRAFT);
  const { name, maker, lines } = draft;
  const [at, setAt] = useState<number>();
  const field = useRef<HTMLInputElement>(null);
  const trace = useMemo(
    () => traceUnit({ id: "traced", name: name.trim() || "Unit", maker }, lines),
    [name, maker, lines],
  );
  const rows = useMemo(() => traceRows(trace.walk, lines), [trace, lines]);
  const { view, calculating, trouble } = useTracedView(trace.unit?.model);
  const change = (next: readonly string[]) => set({ ...draft, lines: next });
  const add = (texts: readonly string[]) => {
    change(
      texts.reduce<readonly string[]>(
        (all, text, i) => withLine(all, text, at === undefined ? undefined : at + i),
        lines,
      ),
    );
    setAt(at === undefined ? undefined : at + texts.length);
  };
  useHotkeys({ u: () => canUndo && undo() });
  return (
    <main className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 p-4 md:p-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <div className="lg:col-span-2">
        <h1 className="text-[1.75rem] font-bold">
          {unit ? `Trace more of ${unit.name}` : "Trace a circuit"}
        </h1>
        <p className="border-b-2 border-ink pb-2 text-ink-soft">
          Walk the dead circuit with a finger: supply, everything in the way, the load, the way back.
        </p>
      </div>
      <section aria-label="Circuit" className="flex min-w-0 flex-col gap-3">
        <div className="grid gap-3 sm:grid-cols-[3fr_2fr]">
          <label className="flex flex-col gap-1 text-[0.9375rem] font-semibold">
            What is it
            <input
              className={inputClass}
              maxLength={100}
              value={name}
              placeholder="Tea urn, canteen"
              onChange={(e) => set({ ...draft, name: e.target.value })}
            />
          </label>
          <label className="flex flex-col gap-1 text-[0.9375rem] font-semibold max-sm:hidden">
            Maker, if you know
            <input
              className={inputClass}
              maxLength={100}
              value={maker}
              onChange={(e) => set({ ...draft, maker: e.target.value })}
            />
          </label>
        </div>
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
        </TraceEntry>
      </section>
      <section aria-label="What it should read" className="flex min-w-0 flex-col gap-4">
        <TracedReadings view={view} calculating={calculating} trouble={trouble} trace={trace} />
        <SaveTrace
          unitId={unit?.id}
          draft={draft}
          ready={trace.unit !== undefined}
          onSaved={() => dropDraft(key)}
        />
      </section>
    </main>
  );
}

/** Into the library, and on to a job on one; what could not be saved stays where it is. */
function SaveTrace({
  unitId,
  draft,
  ready,
  onSaved,
}: {
  unitId: string | undefined;
  draft: { name: string; maker: string; lines: readonly string[] };
  ready: boolean;
  onSaved: () => void;
}) {
  const navigate = useNavigate();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  const save = async (to: (unit: string) => string) => {
    if (busy) return;
    setBusy(true);
    const saved = await saveTrace(unitId, draft);
    setBusy(false);
    if (!saved.ok) return setProblem(saved.message);
    onSaved();
    await navigate(to(saved.unit));
  };
  return (
    <div className="flex flex-col gap-2 border-t-2 border-ink pt-3">
      {problem && (
        <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1">
          {problem}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <Button
          look="main"
          disabled={!ready || busy}
          onClick={() => void save((id) => `/jobs/new?unit=${id}`)}
        >
          {busy ? "Saving…" : "Save and start a job"}
        </Button>
        <Button disabled={!ready || busy} onClick={() => void save((id) => `/units/${id}`)}>
          Save
        </Button>
      </div>
      <p className="text-[0.9375rem] text-ink-soft">
        {ready
          ? "A second circuit can be added later, from any part."
          : "As soon as the circuit has a load, a job can be started on it. What you trace is kept in this browser."}
      </p>
    </div>
  );
}
