import { useState } from "react";
import { inputClass } from "../ui/Field.tsx";
import { decodeText, MOST_BYTES } from "./delimited.ts";

interface Props {
  /** What the table should have. */
  hint: string;
  text: string;
  onText: (text: string) => void;
}

/** A table is pasted or opened here, from whatever spreadsheet wrote it. */
export function TableInput({ hint, text, onText }: Props) {
  const [problem, setProblem] = useState<string>();
  const open = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > MOST_BYTES)
      return setProblem(
        `${file.name} has ${Math.round(file.size / 1e6)} MB; a list has ${MOST_BYTES / 1e6} MB at most. Is it the right file?`,
      );
    const found = decodeText(new Uint8Array(await file.arrayBuffer()));
    if (found.includes("\0")) return setProblem(`${file.name} is no text. Export the list as CSV.`);
    setProblem(undefined);
    onText(found);
  };
  return (
    <>
      <label className="flex flex-col gap-1 font-bold">
        Paste the rows
        <span className="text-[0.9375rem] font-normal text-ink-soft">{hint}</span>
        <textarea
          className={`${inputClass} reading min-h-32 font-normal`}
          spellCheck={false}
          value={text}
          onChange={(e) => onText(e.target.value)}
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
    </>
  );
}
