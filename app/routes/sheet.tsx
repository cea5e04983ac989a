import { useEffect, useMemo, useRef, useState } from "react";
import { Link } from "react-router";
import {
  asGoodBoard,
  DIFFERS_SHARE,
  forNextBoard,
  judgeSheet,
  nextPlace,
  readPlaces,
  SHEET_SOURCE,
  type PlaceRow,
  type PlaceVerdict,
  type Sheet,
} from "#core/component/index.ts";
import type { Route } from "./+types/sheet";
import { translated } from "../language/tongue.ts";
import { Button } from "../ui/Button.tsx";
import { Cautions } from "../job/next/Cautions.tsx";
import { inputClass } from "../ui/Field.tsx";
import { emptySheet, loadSheet, saveSheet, sheetFromCsv, sheetToCsv } from "../bench/sheetDesk.ts";

export const meta: Route.MetaFunction = () => [{ title: translated("Sheet of alike pairs · Zygodrome") }];

type Board = "good" | "here";

/** A verdict is told by its word and its mark. */
const VERDICTS: Readonly<Record<PlaceVerdict, { word: string; mark: string; class: string }>> = {
  alike: { word: "alike", mark: "✓", class: "text-ink-soft" },
  shorted: { word: "shorted", mark: "✕", class: "font-bold text-hazard" },
  open: { word: "open", mark: "✕", class: "font-bold text-hazard" },
  differs: { word: "differs", mark: "≠", class: "font-bold" },
  unread: { word: "", mark: "", class: "" },
};

/** Many like places of a board held against a good one: the pairs are named once and walked with one probe parked. */
export default function SheetPage() {
  const [sheet, setSheet] = useState<Sheet>(emptySheet);
  const [problem, setProblem] = useState<string>();
  const rows = useMemo(() => judgeSheet(sheet), [sheet]);
  // What is kept is read once the page is alive.
  useEffect(() => {
    queueMicrotask(() => {
      const kept = loadSheet();
      if (kept) setSheet(kept);
    });
  }, []);
  const change = (next: Sheet) => {
    setSheet(next);
    saveSheet(next);
  };
  const take = async (file: File | undefined) => {
    if (!file) return;
    const read = sheetFromCsv(await file.text());
    if ("problem" in read) return setProblem(read.problem);
    setProblem(undefined);
    change(read);
  };
  return (
    <main className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 p-4 md:p-6 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
      <div className="lg:col-span-2">
        <Link
          to="/tests"
          className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4"
        >
          All tests
        </Link>
        <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">Sheet of alike pairs</h1>
        <p className="pt-2 text-lg">
          Name the places once, park one probe, walk the other: first over a good board or a good channel,
          then over this one.
        </p>
      </div>
      <div className="flex flex-col gap-3">
        <Cautions
          hazards={[
            {
              kind: "stored-energy",
              text: "Both boards dead, proven and discharged, both connected alike, with the same meter and range.",
            },
          ]}
        />
        <SetUp key={sheet.places.join()} sheet={sheet} onChange={change} />
        <SheetTools sheet={sheet} rows={rows} onChange={change} onFile={(file) => void take(file)} />
        {problem && (
          <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1">
            {problem}
          </p>
        )}
      </div>
      <div className="flex min-w-0 flex-col gap-3">
        {rows.length === 0 ? (
          <p className="border-2 border-dashed border-rule p-4 text-ink-soft">
            The places stand here once they are named.
          </p>
        ) : (
          <Walk sheet={sheet} rows={rows} onChange={change} />
        )}
      </div>
    </main>
  );
}

/** The sheet as a file, and as the measure of other boards. */
function SheetTools({
  sheet,
  rows,
  onChange,
  onFile,
}: {
  sheet: Sheet;
  rows: readonly PlaceRow[];
  onChange: (next: Sheet) => void;
  onFile: (file: File | undefined) => void;
}) {
  return (
    <div className="flex flex-wrap gap-2">
      <Button disabled={rows.length === 0} onClick={() => download(sheet, rows)}>
        Export
      </Button>
      <label className="inline-flex min-h-11 cursor-pointer items-center border-[1.5px] border-ink px-4 font-semibold focus-within:outline-3">
        Import
        <input
          type="file"
          accept=".csv,text/csv"
          className="sr-only"
          onChange={(e) => onFile(e.target.files?.[0])}
        />
      </label>
      <Button disabled={rows.length === 0} onClick={() => onChange(forNextBoard(sheet))}>
        Next board of the kind
      </Button>
      <Button
        look="quiet"
        disabled={Object.keys(sheet.here).length === 0}
        onClick={() => onChange(asGoodBoard(sheet))}
      >
        This board is good: measure others by it
      </Button>
    </div>
  );
}

function SetUp({ sheet, onChange }: { sheet: Sheet; onChange: (next: Sheet) => void }) {
  const [places, setPlaces] = useState(sheet.places.join("\n"));
  const label = "flex flex-col gap-1 text-[0.9375rem] font-semibold";
  return (
    <form
      className="grid grid-cols-2 gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        onChange({ ...sheet, places: readPlaces(places).slice(0, 200) });
      }}
    >
      <label className={`${label} col-span-2`}>
        Board or stage
        <input
          className={inputClass}
          maxLength={80}
          value={sheet.name}
          onChange={(e) => onChange({ ...sheet, name: e.target.value })}
        />
      </label>
      <label className={label}>
        Dial
        <select
          className={inputClass}
          value={sheet.dial}
          onChange={(e) => onChange({ ...sheet, dial: e.target.value === "diode" ? "diode" : "ohm" })}
        >
          <option value="ohm">Ω</option>
          <option value="diode">diode</option>
        </select>
      </label>
      <label className={label}>
        Parked probe
        <select
          className={inputClass}
          value={sheet.parkedColour}
          onChange={(e) => onChange({ ...sheet, parkedColour: e.target.value === "red" ? "red" : "black" })}
        >
          <option value="black">black</option>
          <option value="red">red</option>
        </select>
      </label>
      <label className={`${label} col-span-2`}>
        Parked on
        <input
          className={inputClass}
          maxLength={60}
          value={sheet.parked}
          onChange={(e) => onChange({ ...sheet, parked: e.target.value })}
        />
      </label>
      <label className={`${label} col-span-2`}>
        Places of the other probe
        <span className="font-normal text-ink-soft">One a line, or Q1-8 for eight of them.</span>
        <textarea
          className={`${inputClass} min-h-28 py-2`}
          maxLength={4000}
          value={places}
          onChange={(e) => setPlaces(e.target.value)}
        />
      </label>
      <Button type="submit" look="main" className="col-span-2">
        {sheet.places.length === 0 ? "Make the sheet" : "Change the places"}
      </Button>
    </form>
  );
}

/** The table of places. Enter goes on to the next one of the same board. */
function Walk({
  sheet,
  rows,
  onChange,
}: {
  sheet: Sheet;
  rows: readonly PlaceRow[];
  onChange: (next: Sheet) => void;
}) {
  const table = useRef<HTMLTableElement>(null);
  const board: Board = nextPlace(sheet, "good") === undefined ? "here" : "good";
  const next = nextPlace(sheet, board);
  const bad = rows.filter((r) => r.verdict === "shorted" || r.verdict === "open" || r.verdict === "differs");
  const walker = sheet.parkedColour === "black" ? "red" : "black";
  const goOn = (place: string, of: Board) => {
    const after = sheet.places[sheet.places.indexOf(place) + 1] ?? sheet.places[0]!;
    table.current
      ?.querySelector<HTMLInputElement>(`[data-board="${of}"][data-place="${CSS.escape(after)}"]`)
      ?.focus();
  };
  return (
    <>
      <p
        data-testid="sheet-next"
        role="status"
        className="border-2 border-ink bg-sheet px-4 py-2 text-xl font-bold"
      >
        {next === undefined
          ? bad.length === 0
            ? "All alike."
            : `${bad.length} of ${rows.length} not alike: ${bad.map((r) => `${r.place} ${VERDICTS[r.verdict].word}`).join(", ")}.`
          : `${board === "good" ? "Good board" : "This board"}: ${sheet.parkedColour} stays on ${sheet.parked}, ${walker} on ${next}.`}
      </p>
      <table ref={table} className="w-full text-left">
        <thead>
          <tr className="border-b-[1.5px] border-ink text-[0.9375rem]">
            <th scope="col">Place</th>
            <th scope="col" className="px-1">
              Good board
            </th>
            <th scope="col" className="px-1">
              This board
            </th>
            <th scope="col">Says</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <PlaceLine key={row.place} row={row} sheet={sheet} onChange={onChange} onDone={goOn} />
          ))}
        </tbody>
      </table>
      <p className="text-[0.9375rem] text-ink-soft">
        Alike within {100 * DIFFERS_SHARE} % ({SHEET_SOURCE}). What differs is where to lift a pin: a part is
        judged alone.
      </p>
    </>
  );
}

/** A place with what it reads on both boards. */
function PlaceLine({
  row,
  sheet,
  onChange,
  onDone,
}: {
  row: PlaceRow;
  sheet: Sheet;
  onChange: (next: Sheet) => void;
  onDone: (place: string, of: Board) => void;
}) {
  const look = VERDICTS[row.verdict];
  return (
    <tr className="border-b border-rule-faint align-top">
      <th scope="row" className="py-1 pr-2 font-semibold break-words">
        <span className="flex min-h-11 items-center">{row.place}</span>
      </th>
      {(["good", "here"] as const).map((of) => (
        <td key={of} className="px-1 py-1">
          <input
            aria-label={`${row.place}, ${of === "good" ? "good board" : "this board"}`}
            data-board={of}
            data-place={row.place}
            className="reading min-h-11 w-full max-w-32 min-w-16 border-[1.5px] border-ink px-2 text-lg"
            maxLength={30}
            autoComplete="off"
            autoCapitalize="off"
            enterKeyHint="next"
            value={sheet[of][row.place] ?? ""}
            aria-invalid={row.problems[of] ? true : undefined}
            onChange={(e) => onChange({ ...sheet, [of]: { ...sheet[of], [row.place]: e.target.value } })}
            onKeyDown={(e) => {
              if (e.key === "Enter") onDone(row.place, of);
            }}
          />
          {row.problems[of] && (
            <span role="alert" className="block text-sm font-semibold text-hazard">
              {row.problems[of]}
            </span>
          )}
        </td>
      ))}
      <td className={`py-1 ${look.class}`}>
        <span className="flex min-h-11 items-center gap-1.5">
          <span aria-hidden>{look.mark}</span>
          {look.word}
          {row.share !== undefined && row.verdict !== "alike" && (
            <span className="reading font-normal">{Number((100 * row.share).toPrecision(2))} %</span>
          )}
        </span>
      </td>
    </tr>
  );
}

function download(sheet: Sheet, rows: readonly PlaceRow[]): void {
  const url = URL.createObjectURL(new Blob([sheetToCsv(sheet, rows)], { type: "text/csv" }));
  const link = document.createElement("a");
  link.href = url;
  link.download = `${sheet.name.trim().replace(/[^\p{L}\p{N}]+/gu, "-") || "sheet"}.csv`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}
