import { useMemo, useRef, useState } from "react";
import { DataSheetGrid, keyColumn, type Column } from "react-datasheet-grid";
import "react-datasheet-grid/dist/style.css";
import {
  cellsOf,
  describeCellProblem,
  readCell,
  recordsOf,
  showCell,
  withSheet,
  type Json,
  type Section,
} from "#core/workshop/index.ts";
import { SheetCell } from "../ui/SheetCell.tsx";

interface Props {
  file: Json;
  section: Section;
  onFile: (file: Json) => void;
}

/** A row: which record it goes on with, and a text a cell. */
type Row = { readonly from: number | undefined } & Record<string, string | number | undefined>;

/** What stands in cells and is no value: it stays there until it is mended, and the file keeps what it had. */
interface Unread {
  /** The file that they stand beside. */
  readonly file: Json;
  /** By "row cell". */
  readonly cells: Readonly<Record<string, string>>;
}

const textCell = (title: string): Partial<Column<string, { title: string }, string>> => ({
  component: SheetCell,
  columnData: { title },
  deleteValue: () => "",
  copyValue: ({ rowData }) => rowData,
  pasteValue: ({ value }) => value.trim().slice(0, 300),
  isCellEmpty: ({ rowData }) => (rowData ?? "") === "",
});

/** A chapter as a sheet, a record a row: typed, pasted from a spreadsheet, filled down by a cell's corner. */
export default function SectionSheet({ file, section, onFile }: Props) {
  const cells = useMemo(() => cellsOf(section), [section]);
  const [unread, setUnread] = useState<Unread>();
  const rows = useMemo<Row[]>(() => {
    const typed = unread?.file === file ? unread.cells : {};
    return recordsOf(file, section).map(({ record }, from) => ({
      from,
      ...Object.fromEntries(cells.map((f, k) => [`c${k}`, typed[`${from} ${k}`] ?? showCell(f, record)])),
    }));
  }, [file, section, cells, unread]);
  const columns = useMemo(
    () =>
      cells.map((f, k) => ({
        ...keyColumn<Row, string>(`c${k}`, textCell(f.label) as never),
        title: f.holds.is === "number" && f.holds.unit ? `${f.label}, ${f.holds.unit}` : f.label,
        basis: 0,
        grow: f.holds.is === "text" ? 3 : 2,
        minWidth: f.holds.is === "text" ? 150 : 100,
      })),
    [cells],
  );
  const refused = useRef<HTMLParagraphElement>(null);
  return (
    <div className="wire-grid min-w-0">
      <p ref={refused} role="alert" className="font-semibold text-hazard empty:hidden" />
      <DataSheetGrid<Row>
        value={rows}
        columns={columns}
        createRow={() => ({ from: undefined })}
        duplicateRow={({ rowData }) => ({ ...rowData, from: undefined })}
        height={520}
        rowHeight={44}
        headerRowHeight={48}
        addRowsComponent={false}
        onChange={(next) => {
          const typed = next.map((row) => cells.map((_, k) => String(row[`c${k}`] ?? "")));
          const wrong = typed.flatMap((row, i) =>
            row.flatMap((text, k) => {
              const read = readCell(cells[k]!, text);
              return read.ok ? [] : [{ row: i, cell: k, text, said: describeCellProblem(read.problem) }];
            }),
          );
          if (refused.current)
            refused.current.textContent = wrong
              .slice(0, 3)
              .map(({ row, cell, said }) => `Row ${row + 1}, ${cells[cell]!.label}: ${said}`)
              .join(" ");
          const changed = withSheet(
            file,
            section,
            typed,
            next.map((row) => row.from),
          );
          setUnread({
            file: changed,
            cells: Object.fromEntries(wrong.map(({ row, cell, text }) => [`${row} ${cell}`, text])),
          });
          onFile(changed);
        }}
      />
    </div>
  );
}
