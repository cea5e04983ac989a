import { z } from "zod";
import { EMPTY_ROW, readTable, type ReadTable, type WireRow } from "#core/trace/index.ts";
import { cellsOfText, tableText, type DecimalMark } from "../../files/delimited.ts";
import { keptIn } from "../keptIn.ts";
import type { DraftKind } from "../useDraft.ts";

const text = z.string().max(100);
const row = z.object({ from: text, to: text, colour: text, size: text, length: text });

/** A unit as its wiring list is being typed. */
const draft = z.object({
  name: z.string().max(200),
  maker: z.string().max(200),
  supply: z.string().max(200),
  rows: z.array(row).max(10_000),
  parts: z.record(z.string().max(20), z.string().max(200)),
});
type Draft = z.infer<typeof draft>;
export type ListDraft = Readonly<Omit<Draft, "rows" | "parts">> & {
  readonly rows: readonly WireRow[];
  readonly parts: Readonly<Record<string, string>>;
};

export const EMPTY_LIST: ListDraft = { name: "", maker: "", supply: "mains 230V 50Hz", rows: [], parts: {} };

const kept = keptIn("wiring", draft);
export const LIST_DRAFT: DraftKind<ListDraft> = {
  load: kept.load,
  save: kept.save,
  isStep: (before, after) => before.rows !== after.rows,
};
export const dropList = kept.drop;

/** Reads what a spreadsheet copies or exports as a wiring list. */
export function readDelimited(text: string): ReadTable {
  return readTable(cellsOfText(text));
}

const HEADS = ["From", "To", "Colour", "Size", "Length"];

/** The list as any spreadsheet opens it. A cell that would be run as a formula gets a quote before it. */
export function listToCsv(rows: readonly WireRow[], decimal: DecimalMark = "point"): string {
  const cells = rows.map(({ from, to, colour, size, length }) => [from, to, colour, size, length]);
  return tableText([HEADS, ...cells], decimal, ["Size", "Length"]);
}

/** Every cell's text with one string put in place of another; how many cells changed. */
export function replaceIn(
  rows: readonly WireRow[],
  find: string,
  by: string,
): { rows: WireRow[]; changed: number } {
  let changed = 0;
  const next = rows.map((row) => {
    const cells = Object.entries(row) as [keyof WireRow, string][];
    const after = cells.map(([cell, value]) => [cell, value.replaceAll(find, by).slice(0, 100)] as const);
    changed += after.filter(([cell, value]) => row[cell] !== value).length;
    return { ...EMPTY_ROW, ...Object.fromEntries(after) };
  });
  return { rows: next, changed };
}
