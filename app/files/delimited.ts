import Papa from "papaparse";

/** Largest file that is read as a table, bytes: ten thousand rows are some 400 kB. */
export const MOST_BYTES = 4_000_000;

/** The cells of what a spreadsheet copies or exports: tabs, semicolons or commas, with quotes and line breaks in cells (RFC 4180). */
export function cellsOfText(text: string): string[][] {
  const plain = text.replace(/^\uFEFF/u, "");
  return Papa.parse<string[]>(plain, { skipEmptyLines: "greedy", delimiter: delimiterOf(plain) }).data;
}

/** A tab or a semicolon in the first line, outside of quotes, separates; else the package finds out (""). */
function delimiterOf(text: string): string {
  const first = /^.*/u.exec(text)![0].replace(/"(?:[^"]|"")*"/gu, "");
  return first.includes("\t") ? "\t" : first.includes(";") ? ";" : "";
}

/** How a table's numbers are written: "point" with cells between commas, "comma" with cells between semicolons. */
export type DecimalMark = "point" | "comma";

/** A cell that is a number and nothing else. */
const NUMBER_CELL = /^-?\d+\.\d+(?:e[-+]?\d+)?$/u;

/**
 * A table as any spreadsheet opens it. A cell that would be run as a formula gets a quote before it.
 * @param numbers heads of the columns that hold numbers: a name such as "1.2" stays as it is
 */
export function tableText(
  cells: readonly (readonly string[])[],
  decimal: DecimalMark = "point",
  numbers: readonly string[] = [],
): string {
  const isNumber = (cells[0] ?? []).map((head) => numbers.includes(head));
  const write = (cell: string, column: number) =>
    decimal === "comma" && isNumber[column] && NUMBER_CELL.test(cell) ? cell.replace(".", ",") : cell;
  return Papa.unparse(
    cells.map((row) => row.map(write)),
    { escapeFormulae: true, delimiter: decimal === "comma" ? ";" : "," },
  );
}

/** A file's text, whichever way it was encoded: UTF-8, UTF-16 with its mark, or else Latin-1. */
export function decodeText(bytes: Uint8Array): string {
  const [a, b] = bytes;
  if (a === 0xff && b === 0xfe) return new TextDecoder("utf-16le").decode(bytes);
  if (a === 0xfe && b === 0xff) return new TextDecoder("utf-16be").decode(bytes);
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder("windows-1252").decode(bytes);
  }
}
