import { lazy, Suspense, useDeferredValue, useMemo, useState } from "react";
import {
  checkList,
  describeListProblem,
  describeRowProblem,
  EMPTY_ROW,
  type Cell,
  type RowProblem,
} from "#core/trace/index.ts";
import { fileStem, saveText } from "../../files/saveText.ts";
import type { UnitPicture } from "#server/units/pictures.ts";
import { Button } from "../../ui/Button.tsx";
import { useShop } from "../../ui/ShopBar.tsx";
import { UnitPictures } from "../../units/UnitPictures.tsx";
import { SaidField } from "../SaidField.tsx";
import { SaveUnit } from "../SaveUnit.tsx";
import { TracedReadings } from "../TracedReadings.tsx";
import { useDraft } from "../useDraft.ts";
import { useTracedView } from "../useTracedView.ts";
import { FindReplace } from "./FindReplace.tsx";
import { dropList, EMPTY_LIST, LIST_DRAFT, listToCsv, type ListDraft } from "./listDraft.ts";
import { PartLines } from "./PartLines.tsx";
import { PasteList } from "./PasteList.tsx";

/** The sheet is large and for the browser only. */
const WireGrid = lazy(() => import("./WireGrid.tsx"));

interface Props {
  /** The unit of the library whose list this is. */
  unit: ({ id: string } & ListDraft) | undefined;
  pictures: readonly UnitPicture[];
}

/** A unit by its wiring list: the rows as a sheet, the parts as they are called, and what it should read beside them. */
export function ListDesk({ unit, pictures }: Props) {
  const key = unit?.id ?? "new";
  const [first] = useState<ListDraft>(unit ?? EMPTY_LIST);
  const desk = useDraft(LIST_DRAFT, key, first);
  const { draft, read, set } = desk;
  const { name, maker, supply, rows, parts } = draft;
  const [pasting, setPasting] = useState(false);
  const [goTo, setGoTo] = useState<At>();
  const late = useDeferredValue(draft);
  const made = useMemo(
    () => checkList({ supply: late.supply, rows: late.rows, parts: late.parts }),
    [late.supply, late.rows, late.parts],
  );
  const source = useMemo(
    () => made.laid && { list: { supply: late.supply, rows: late.rows, parts: late.parts } },
    [made, late.supply, late.rows, late.parts],
  );
  const traced = useTracedView(source);
  const list = { supply, rows, parts };
  return (
    <fieldset disabled={!read} className="min-w-0">
      <main className="mx-auto grid max-w-7xl grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 p-4 md:p-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold lg:col-span-2">
          {unit ? `Wiring list of ${unit.name}` : "A unit from its wiring list"}
        </h1>
        <div className="flex min-w-0 flex-col gap-4">
          <UnitFields
            name={name}
            maker={maker}
            supply={supply}
            onChange={(said) => set({ ...draft, ...said })}
          />
          <ListTools
            desk={desk}
            first={first}
            isSaved={unit !== undefined}
            onPaste={() => setPasting(true)}
          />
          {pasting && (
            <PasteList
              had={rows.length}
              onClose={() => setPasting(false)}
              onTake={(taken, instead) => {
                set({ ...draft, rows: instead ? taken : [...rows, ...taken] });
                setPasting(false);
              }}
            />
          )}
          {rows.length > 0 && (
            <RowsAndParts
              rows={rows}
              said={parts}
              made={made}
              goTo={goTo}
              onGo={setGoTo}
              onChange={(changed) => set({ ...draft, ...changed })}
            />
          )}
        </div>
        <section aria-label="What it should read" className="flex min-w-0 flex-col gap-4">
          {unit && <UnitPictures unit={unit.id} pictures={pictures} />}
          <TracedReadings traced={traced} missing={traced.trouble ?? missing(rows.length, made)} />
          <SaveUnit
            source={{ ...(unit ? { unit: unit.id } : {}), name, maker, list }}
            ready={made.laid !== undefined && late === draft}
            until="It can be saved as soon as every row and part is understood."
            onSaved={() => dropList(key)}
          />
        </section>
      </main>
    </fieldset>
  );
}

/** What the list still lacks before there are readings. */
function missing(rows: number, { problems }: ReturnType<typeof checkList>): string {
  if (rows === 0) return "The readings stand here as soon as the list makes a circuit.";
  return (
    problems.map(describeListProblem).join(" ") ||
    "The readings stand here as soon as every row is understood."
  );
}

function ListTools({
  desk: { draft, set, undo, redo, canUndo, canRedo },
  first,
  isSaved,
  onPaste,
}: {
  desk: ReturnType<typeof useDraft<ListDraft>>;
  first: ListDraft;
  /** It is the list of a unit in the library, and can become that again. */
  isSaved: boolean;
  onPaste: () => void;
}) {
  const { settings } = useShop();
  const { name, rows } = draft;
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Button look={rows.length === 0 ? "main" : "plain"} onClick={onPaste}>
        Paste or open a list
      </Button>
      <Button onClick={() => set({ ...draft, rows: [...rows, EMPTY_ROW] })}>Add a row</Button>
      <Button
        disabled={rows.length === 0}
        onClick={() =>
          saveText(`${fileStem(name, "wiring")}.csv`, listToCsv(rows, settings.decimal), "text/csv")
        }
      >
        Export
      </Button>
      <Button look="quiet" disabled={!canUndo} onClick={undo}>
        Undo
      </Button>
      <Button look="quiet" disabled={!canRedo} onClick={redo}>
        Redo
      </Button>
      {isSaved && (
        <Button look="quiet" disabled={rows === first.rows} onClick={() => set(first)}>
          As saved
        </Button>
      )}
    </div>
  );
}

function UnitFields({
  name,
  maker,
  supply,
  onChange,
}: Pick<ListDraft, "name" | "maker" | "supply"> & {
  onChange: (said: Partial<Pick<ListDraft, "name" | "maker" | "supply">>) => void;
}) {
  return (
    <div className="grid gap-3 sm:grid-cols-3">
      <SaidField label="What is it" most={100} value={name} onChange={(value) => onChange({ name: value })} />
      <SaidField
        label="Maker, if you know"
        most={100}
        value={maker}
        onChange={(value) => onChange({ maker: value })}
      />
      <SaidField
        label="Supply"
        most={200}
        value={supply}
        look={{ input: "reading" }}
        onChange={(value) => onChange({ supply: value })}
      />
    </div>
  );
}

interface At {
  row: number;
  cell: Cell;
}

/** The sheet of wires with what is wrong in it, and the parts that it names. */
function RowsAndParts({
  rows,
  said,
  made,
  goTo,
  onGo,
  onChange,
}: {
  rows: ListDraft["rows"];
  said: ListDraft["parts"];
  made: ReturnType<typeof checkList>;
  goTo: At | undefined;
  onGo: (at: At) => void;
  onChange: (changed: Partial<Pick<ListDraft, "rows" | "parts">>) => void;
}) {
  return (
    <>
      <Suspense fallback={<p role="status">The sheet is opening…</p>}>
        <WireGrid
          rows={rows}
          problems={made.rowProblems}
          goTo={goTo}
          onRows={(next) => onChange({ rows: next })}
        />
      </Suspense>
      <FindReplace rows={rows} onRows={(next) => onChange({ rows: next })} />
      <RowProblems problems={made.rowProblems} onGo={onGo} />
      <PartLines
        parts={made.parts}
        said={said}
        problems={made.problems}
        onSaid={(parts) => onChange({ parts })}
      />
    </>
  );
}

/** What is wrong, row by row; each leads to its cell. */
function RowProblems({ problems, onGo }: { problems: readonly RowProblem[]; onGo: (at: At) => void }) {
  if (problems.length === 0) return null;
  return (
    <section aria-label="Problems in the rows" data-testid="row-problems">
      <h2 className="section-title border-b border-rule pb-1">
        {problems.length === 1 ? "One row is not understood" : `${problems.length} problems in the rows`}
      </h2>
      <ul>
        {problems.slice(0, 50).map((p) => (
          <li key={`${p.row} ${p.cell} ${p.code}`}>
            <button
              type="button"
              onClick={() => onGo({ row: p.row, cell: p.cell })}
              className="flex min-h-11 w-full items-center gap-2 border-l-4 border-hazard pl-3 text-left"
            >
              <strong className="whitespace-nowrap">Row {p.row + 1}</strong>
              <span>{describeRowProblem(p)}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
