import { useState } from "react";
import type { WireRow } from "#core/trace/index.ts";
import { Button } from "../../ui/Button.tsx";
import { inputClass } from "../../ui/Field.tsx";
import { replaceIn } from "./listDraft.ts";

/** One text put in place of another in every cell: a net that was misnamed, a colour. */
export function FindReplace({
  rows,
  onRows,
}: {
  rows: readonly WireRow[];
  onRows: (rows: readonly WireRow[]) => void;
}) {
  const [find, setFind] = useState("");
  const [by, setBy] = useState("");
  const [done, setDone] = useState<string>();
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (find === "") return;
        const { rows: next, changed } = replaceIn(rows, find, by);
        if (changed > 0) onRows(next);
        setDone(changed === 0 ? `“${find}” stands nowhere.` : `${changed} cells changed.`);
      }}
    >
      <input
        aria-label="Find"
        placeholder="Find"
        className={`${inputClass} reading max-w-36`}
        maxLength={100}
        value={find}
        onChange={(e) => setFind(e.target.value)}
      />
      <input
        aria-label="Replace by"
        placeholder="Replace by"
        className={`${inputClass} reading max-w-36`}
        maxLength={100}
        value={by}
        onChange={(e) => setBy(e.target.value)}
      />
      <Button type="submit" disabled={find === ""}>
        Replace all
      </Button>
      <span role="status">{done}</span>
    </form>
  );
}
