import { useMemo, useState } from "react";
import {
  readSectionTable,
  withTable,
  type Json,
  type ReadSection,
  type Section,
} from "#core/workshop/index.ts";
import { cellsOfText } from "../files/delimited.ts";
import { TableInput } from "../files/TableInput.tsx";
import { Button } from "../ui/Button.tsx";

interface Props {
  file: Json;
  section: Section;
  onTake: (file: Json) => void;
  onClose: () => void;
}

/** A chapter's table from a spreadsheet, looked through before any of it is taken. */
export function TakeTable({ file, section, onTake, onClose }: Props) {
  const [text, setText] = useState("");
  const read = useMemo(
    () => (text.trim() === "" ? undefined : readSectionTable(file, section, cellsOfText(text))),
    [file, section, text],
  );
  const wrong = new Set(read?.problems.map((p) => p.row));
  const sound = read?.rows.filter((r) => !wrong.has(r.row)) ?? [];
  return (
    <section aria-label="Bring a table" className="flex flex-col gap-2 border-2 border-ink bg-sheet p-3">
      <TableInput
        hint={`From a spreadsheet, with its heads as they stand in the sheet below. ${
          section.fields.some((f) => f.cell && f.holds.is === "id")
            ? `The short name says which ${section.one} a row is about.`
            : `The first row is about the first ${section.one}, and so on.`
        }`}
        text={text}
        onText={setText}
      />
      {read && <Preview read={read} sound={sound} one={section.one} />}
      <div className="flex flex-wrap gap-2">
        {sound.length > 0 && read && (
          <>
            <Button look="main" onClick={() => onTake(withTable(file, section, read, false))}>
              Take {sound.length} {sound.length === 1 ? "row" : "rows"}
            </Button>
            <Button onClick={() => onTake(withTable(file, section, read, true))}>
              Take them instead of all there are
            </Button>
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
const SHOWN = 12;

function Preview({ read, sound, one }: { read: ReadSection; sound: ReadSection["rows"]; one: string }) {
  const fresh = sound.filter((r) => r.of === undefined).length;
  const { problems, unused } = read;
  return (
    <div data-testid="table-preview" role="status" className="flex flex-col gap-1">
      <p>
        <strong>
          Rows about {one}s that are there: {sound.length - fresh}; new: {fresh}.
        </strong>{" "}
        {unused.length > 0 && `Not used: ${unused.join(", ")}. `}
        {problems.length === 0
          ? "Every row is understood."
          : `${problems.length === 1 ? "One problem" : `${problems.length} problems`}; rows with one are left out.`}
      </p>
      <ul>
        {problems.slice(0, SHOWN).map((p) => (
          <li key={`${p.row} ${p.column} ${p.message}`} className="border-l-4 border-hazard pl-3">
            Row {p.row}
            {p.column && `, ${p.column}`}: {p.message}
          </li>
        ))}
        {problems.length > SHOWN && <li>and {problems.length - SHOWN} more</li>}
      </ul>
    </div>
  );
}
