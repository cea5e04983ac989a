import { useMemo, useState } from "react";
import { describeRowProblem, readRows, type ReadTable, type WireRow } from "#core/trace/index.ts";
import { Button } from "../../ui/Button.tsx";
import { inputClass } from "../../ui/Field.tsx";
import { decodeText, MOST_BYTES, readDelimited } from "./listDraft.ts";

interface Props {
  /** Rows that stand in the list already. */
  had: number;
  onTake: (rows: readonly WireRow[], instead: boolean) => void;
  onClose: () => void;
}

/** A list is pasted or opened here, and looked through before it is taken: how many rows, what is wrong and where. */
export function PasteList({ had, onTake, onClose }: Props) {
  const [text, setText] = useState("");
  const [problem, setProblem] = useState<string>();
  const read = useMemo(() => (text.trim() === "" ? undefined : readDelimited(text)), [text]);
  const open = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > MOST_BYTES)
      return setProblem(
        `${file.name} has ${Math.round(file.size / 1e6)} MB; a wiring list has ${MOST_BYTES / 1e6} MB at most. Is it the right file?`,
      );
    const found = decodeText(new Uint8Array(await file.arrayBuffer()));
    if (found.includes("\0")) return setProblem(`${file.name} is no text. Export the list as CSV.`);
    setProblem(undefined);
    setText(found);
  };
  return (
    <section
      aria-label="Paste or open a list"
      className="flex flex-col gap-2 border-2 border-ink bg-sheet p-3"
    >
      <label className="flex flex-col gap-1 font-bold">
        Paste the rows
        <span className="text-[0.9375rem] font-normal text-ink-soft">
          From a spreadsheet, with its heads: from, to, colour, size, length. Ends as F1.2; L, N, PE for the
          supply; “board” as colour for what a board joins inside.
        </span>
        <textarea
          className={`${inputClass} reading min-h-32 font-normal`}
          spellCheck={false}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </label>
      <label className="inline-flex min-h-11 cursor-pointer items-center self-start border-[1.5px] border-ink px-4 font-semibold focus-within:outline-3">
        Open a file
        <input
          type="file"
          accept=".csv,.tsv,.txt,text/csv,text/plain"
          className="sr-only"
          onChange={(e) => void open(e.target.files?.[0])}
        />
      </label>
      {problem && (
        <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1">
          {problem}
        </p>
      )}
      {read && <Preview read={read} />}
      <div className="flex flex-wrap gap-2">
        {read && (
          <>
            <Button look="main" onClick={() => onTake(read.rows, true)}>
              {had === 0 ? `Take ${read.rows.length} rows` : `Take ${read.rows.length} rows instead`}
            </Button>
            {had > 0 && <Button onClick={() => onTake(read.rows, false)}>Add them to the {had}</Button>}
          </>
        )}
        <Button look="quiet" onClick={onClose}>
          Close
        </Button>
      </div>
    </section>
  );
}

/** Problems shown before the rest is only counted. */
const SHOWN = 8;

function Preview({ read: { rows, unused, headed } }: { read: ReadTable }) {
  const { problems } = useMemo(() => readRows(rows), [rows]);
  return (
    <div data-testid="list-preview" role="status" className="flex flex-col gap-1">
      <p>
        <strong>{rows.length} rows</strong>
        {headed ? ", columns matched by their heads" : ", no heads found: columns taken in their usual order"}
        {unused.length > 0 && `; not used: ${unused.join(", ")}`}.{" "}
        {problems.length === 0
          ? "Every row is understood."
          : `${problems.length === 1 ? "One problem" : `${problems.length} problems`}; they can be mended in the list.`}
      </p>
      <ul>
        {problems.slice(0, SHOWN).map((p) => (
          <li key={`${p.row} ${p.cell}`} className="border-l-4 border-hazard pl-3">
            Row {p.row + 1}: {describeRowProblem(p)}
          </li>
        ))}
        {problems.length > SHOWN && <li>and {problems.length - SHOWN} more</li>}
      </ul>
    </div>
  );
}
