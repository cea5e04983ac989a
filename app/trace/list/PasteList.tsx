import { useMemo, useState } from "react";
import { describeRowProblem, readRows, type ReadTable, type WireRow } from "#core/trace/index.ts";
import { Button } from "../../ui/Button.tsx";
import { TableInput } from "../../files/TableInput.tsx";
import { readDelimited } from "./listDraft.ts";

interface Props {
  /** Rows that stand in the list already. */
  had: number;
  onTake: (rows: readonly WireRow[], instead: boolean) => void;
  onClose: () => void;
}

/** A list is pasted or opened here, and looked through before it is taken: how many rows, what is wrong and where. */
export function PasteList({ had, onTake, onClose }: Props) {
  const [text, setText] = useState("");
  const read = useMemo(() => (text.trim() === "" ? undefined : readDelimited(text)), [text]);
  return (
    <section
      aria-label="Paste or open a list"
      className="flex flex-col gap-2 border-2 border-ink bg-sheet p-3"
    >
      <TableInput
        hint="From a spreadsheet, with its heads: from, to, colour, size, length. Ends as F1.2; L, N, PE for the supply; “board” as colour for what a board joins inside."
        text={text}
        onText={setText}
      />
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
