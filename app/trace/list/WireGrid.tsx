import { useEffect, useMemo, useRef, useState } from "react";
import { DataSheetGrid, keyColumn, type Column, type DataSheetGridRef } from "react-datasheet-grid";
import "react-datasheet-grid/dist/style.css";
import { EMPTY_ROW, type Cell, type RowProblem, type WireRow } from "#core/trace/index.ts";
import { SheetCell } from "../../ui/SheetCell.tsx";

interface Props {
  rows: readonly WireRow[];
  problems: readonly RowProblem[];
  /** A cell to go to; a new object each time. */
  goTo: { row: number; cell: Cell } | undefined;
  onRows: (rows: readonly WireRow[]) => void;
}

const TITLES: readonly (readonly [Cell, string, number])[] = [
  ["from", "From", 3],
  ["to", "To", 3],
  ["colour", "Colour", 3],
  ["size", "Size", 2],
  ["length", "Length", 2],
];

const textCell = (title: string): Partial<Column<string, { title: string }, string>> => ({
  component: SheetCell,
  columnData: { title },
  deleteValue: () => "",
  copyValue: ({ rowData }) => rowData,
  pasteValue: ({ value }) => value.trim().slice(0, 100),
  isCellEmpty: ({ rowData }) => rowData === "",
});

/** The wiring list as a sheet: typed, pasted from a spreadsheet, filled down by its corner. What is wrong is marked in its cell. */
export default function WireGrid({ rows, problems, goTo, onRows }: Props) {
  const sheet = useRef<DataSheetGridRef>(null);
  const wrong = useMemo(() => new Set(problems.map((p) => `${p.row} ${p.cell}`)), [problems]);
  const columns = useMemo(
    () =>
      TITLES.map(([cell, title, basis]) => ({
        ...keyColumn<WireRow, Cell>(cell, textCell(title)),
        title,
        basis: 0,
        grow: basis,
        minWidth: 70,
      })),
    [],
  );
  useEffect(() => {
    if (goTo) sheet.current?.setActiveCell({ col: goTo.cell, row: goTo.row });
  }, [goTo]);
  const frame = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState("");
  useEffect(() => {
    // The sheet's own frame scrolls; it is reached with the Tab key, and its first cell with it.
    const scrolls = frame.current?.querySelector<HTMLElement>(".dsg-container");
    if (!scrolls) return;
    scrolls.tabIndex = 0;
    scrolls.setAttribute("role", "group");
    scrolls.setAttribute("aria-label", "Wires, a row each");
  }, []);
  return (
    <div
      ref={frame}
      className="wire-grid"
      data-at={at}
      onFocus={(e) => {
        const isFrame = e.target.classList.contains("dsg-container");
        if (isFrame && !sheet.current?.activeCell) sheet.current?.setActiveCell({ col: 0, row: 0 });
      }}
    >
      <DataSheetGrid<WireRow>
        ref={sheet}
        value={rows as WireRow[]}
        onChange={onRows}
        columns={columns}
        createRow={() => EMPTY_ROW}
        duplicateRow={({ rowData }) => rowData}
        height={420}
        rowHeight={44}
        headerRowHeight={36}
        cellClassName={({ rowIndex, columnId }) =>
          wrong.has(`${rowIndex} ${columnId ?? ""}`) ? "wire-grid-wrong" : undefined
        }
        onActiveCellChange={({ cell }) => setAt(cell ? `${cell.row + 1} ${cell.colId ?? ""}` : "")}
        addRowsComponent={false}
      />
    </div>
  );
}
