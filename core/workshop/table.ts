import type { Field, Json, Section } from "./field.ts";
import { recordsOf } from "./place.ts";
import { cellsOf, describeCellProblem, readCell, showCell, withSheet, type SheetRow } from "./sheet.ts";

/** Rows that are taken at once. */
export const MOST_TABLE_ROWS = 10_000;

/** A section as a table for a spreadsheet: its heads, then a row a record. */
export function sectionTable(file: Json, section: Section): string[][] {
  const cells = cellsOf(section);
  return [
    cells.map(headOf),
    ...recordsOf(file, section).map(({ record }) => cells.map((field) => showCell(field, record))),
  ];
}

/** Heads of the columns of a section's table that hold numbers. */
export function numberHeads(section: Section): string[] {
  return cellsOf(section)
    .filter((field) => field.holds.is === "number")
    .map(headOf);
}

function headOf({ label, holds }: Field): string {
  return holds.is === "number" && holds.unit ? `${label}, ${holds.unit}` : label;
}

/** Something that is wrong with a table that is to be taken: the row as a spreadsheet counts it, the heads being row 1. */
export interface TableProblem {
  readonly row: number;
  readonly column: string;
  readonly message: string;
}

/** A table that was looked through and not taken yet. */
export interface ReadSection {
  /** For each row: its cells as the section has them, and which record of the section it is about; a new one if none. */
  readonly rows: readonly {
    readonly cells: SheetRow;
    readonly of: number | undefined;
    readonly row: number;
  }[];
  readonly problems: readonly TableProblem[];
  /** Heads of columns that match nothing here. */
  readonly unused: readonly string[];
  /** Labels of this section's columns that the table has. */
  readonly matched: readonly string[];
}

/**
 * Looks through a table before it is taken. Columns are matched by their heads, as the interface or the model's file calls
 * them; a row is about the record that goes by its short name. Cells of columns that the table does not have stay as they
 * are.
 */
export function readSectionTable(
  file: Json,
  section: Section,
  table: readonly (readonly string[])[],
): ReadSection {
  const cells = cellsOf(section);
  const heads = (table[0] ?? []).map(plainHead);
  const at = cells.map((field) => heads.findIndex((head) => wordsFor(field).includes(head)));
  const name = cells.findIndex((f) => f.holds.is === "id");
  const shown = recordsOf(file, section).map(({ record }) => cells.map((field) => showCell(field, record)));
  const byName = new Map(name < 0 ? [] : shown.map((row, i) => [row[name]!, i] as const));
  const problems: TableProblem[] = [];
  const matched = cells.filter((_, k) => at[k]! >= 0).map((f) => f.label);
  const result = (rows: ReadSection["rows"]): ReadSection => ({
    rows,
    problems,
    unused: (table[0] ?? []).filter((head, i) => head.trim() !== "" && !at.includes(i)),
    matched,
  });
  const complain = (row: number, column: string, message: string) => problems.push({ row, column, message });
  if (matched.length === 0) {
    complain(1, "", `None of the heads is one of ${cells.map((f) => f.label).join(", ")}.`);
    return result([]);
  }
  if (table.length - 1 > MOST_TABLE_ROWS) {
    complain(
      MOST_TABLE_ROWS + 2,
      "",
      `There are ${table.length - 1} rows; ${MOST_TABLE_ROWS} are taken at once.`,
    );
    return result([]);
  }
  const seen = new Map<string, number>();
  const rows = table.slice(1).flatMap((line, i) => {
    const row = i + 2;
    if (line.every((cell) => cell.trim() === "")) return [];
    const typed = at.map((column) => (column < 0 ? undefined : sheltered(line[column] ?? "")));
    const own = name < 0 ? undefined : typed[name]?.trim();
    if (name >= 0 && at[name]! >= 0) {
      if (own === "" || own === undefined) complain(row, cells[name]!.label, "The row has no short name.");
      else if (seen.has(own))
        complain(row, cells[name]!.label, `“${own}” is in row ${seen.get(own)} already.`);
      else seen.set(own, row);
    }
    // Without a short name a row is about the record that stands in its place.
    const of =
      name < 0 ? (i < shown.length ? i : undefined) : own === undefined ? undefined : byName.get(own);
    const had = of === undefined ? undefined : shown[of];
    const read = cells.map((field, k) => {
      const text = typed[k];
      if (text === undefined) return had?.[k] ?? "";
      if (text === had?.[k]) return text;
      const value = readCell(field, text);
      if (!value.ok) complain(row, field.label, describeCellProblem(value.problem));
      return text;
    });
    return [{ cells: read, of, row }];
  });
  if (name >= 0 && at[name]! < 0) {
    complain(
      1,
      cells[name]!.label,
      `A column “${cells[name]!.label}” must say which ${section.one} each row is.`,
    );
    return result([]);
  }
  return result(rows);
}

/** The words that head a field's column: what the interface calls it, and what a model's file does. */
function wordsFor(field: Field): string[] {
  return [plainHead(field.label), field.path.at(-1)!.toLowerCase(), field.path.join(".").toLowerCase()];
}

/** "Length, m" and "length (m)" are "length". */
const plainHead = (head: string) =>
  head
    .trim()
    .toLowerCase()
    .replace(/\s*[([,].*$/u, "");

/** A cell without the quote that keeps a spreadsheet from running it. */
const sheltered = (cell: string) => cell.replace(/^'(?=[=+\-@\t\r])/u, "");

/**
 * The file with a table that was looked through. Rows with problems are left out.
 * @param instead the section has these rows and no others; else rows go into what is there, and new ones after it
 */
export function withTable(file: Json, section: Section, read: ReadSection, instead: boolean): Json {
  const wrong = new Set(read.problems.map((p) => p.row));
  const taken = read.rows.filter((r) => !wrong.has(r.row));
  if (instead)
    return withSheet(
      file,
      section,
      taken.map((r) => r.cells),
      taken.map((r) => r.of),
    );
  const cells = cellsOf(section);
  const rows = recordsOf(file, section).map(
    ({ record }) => cells.map((field) => showCell(field, record)) as SheetRow,
  );
  const from: (number | undefined)[] = rows.map((_, i) => i);
  for (const { cells: row, of } of taken)
    if (of === undefined) {
      rows.push(row);
      from.push(undefined);
    } else rows[of] = row;
  return withSheet(file, section, rows, from);
}
