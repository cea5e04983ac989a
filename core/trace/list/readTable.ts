import { EMPTY_ROW, type Cell, type WireRow } from "./row.ts";

/** Words that head a column, by the cell that it fills. A length's unit may stand in its head. */
const HEADS: Readonly<Record<Cell, RegExp>> = {
  from: /^(?:from|from end|start|source|origin|end a|a|from terminal|from pin)$/u,
  to: /^(?:to|to end|destination|target|end b|b|to terminal|to pin)$/u,
  colour: /^(?:colou?r|wire colou?r|insulation)$/u,
  size: /^(?:size|section|cross[- ]section|gauge|awg|mm2|mm²|wire size)$/u,
  length: /^(?:length|len|cut length)$/u,
};
const ORDER: readonly Cell[] = ["from", "to", "colour", "size", "length"];
const PART_HEADS = {
  from: /^(?:from part|from device|from component)$/u,
  to: /^(?:to part|to device|to component)$/u,
};

export interface ReadTable {
  readonly rows: readonly WireRow[];
  /** Heads of columns that are not used. */
  readonly unused: readonly string[];
  /** The first line named the columns. */
  readonly headed: boolean;
}

/**
 * Takes a table as a spreadsheet gives it, cells of text, and matches its columns by their heads; without heads the first
 * five columns are from, to, colour, size, length. Empty lines are left out.
 */
export function readTable(table: readonly (readonly string[])[]): ReadTable {
  const lines = table.map((line) => line.map(tidy)).filter((line) => line.some((cell) => cell !== ""));
  const heads = (lines[0] ?? []).map((cell) => cell.toLowerCase().replace(/\s*[([].*$/u, ""));
  const at = (cell: Cell) => heads.findIndex((head) => HEADS[cell].test(head));
  const headed = at("from") >= 0 && at("to") >= 0;
  if (!headed)
    return {
      headed,
      unused: [],
      rows: lines.map((line) => ({
        ...EMPTY_ROW,
        ...Object.fromEntries(ORDER.map((cell, i) => [cell, line[i] ?? ""])),
      })),
    };
  const parts = {
    from: heads.findIndex((head) => PART_HEADS.from.test(head)),
    to: heads.findIndex((head) => PART_HEADS.to.test(head)),
  };
  const unit = (cell: Cell) => /[([]\s*([a-zµ²2]+)/iu.exec(lines[0]![at(cell)] ?? "")?.[1];
  const withUnit = (cell: Cell, text: string) => {
    const own = unit(cell) ?? (cell === "size" && heads[at("size")] === "awg" ? "awg" : undefined);
    // What a cell is read in without a unit needs none.
    const isUsual = own === undefined || /^(?:mm2|mm²|m)$/iu.test(own);
    return !isUsual && /^[\d.,]+$/u.test(text) ? `${text} ${own}` : text;
  };
  const used = new Set([...ORDER.map(at), parts.from, parts.to]);
  const rows = lines.slice(1).map((line): WireRow => {
    const of = (cell: Cell) => (at(cell) < 0 ? "" : (line[at(cell)] ?? ""));
    const end = (cell: "from" | "to") => {
      const part = parts[cell] < 0 ? "" : (line[parts[cell]] ?? "");
      return part === "" ? of(cell) : of(cell) === "" ? part : `${part}.${of(cell)}`;
    };
    return {
      from: end("from"),
      to: end("to"),
      colour: of("colour"),
      size: withUnit("size", of("size")),
      length: withUnit("length", of("length")),
    };
  });
  return { headed, rows, unused: lines[0]!.filter((head, i) => head !== "" && !used.has(i)) };
}

/** A cell without what a spreadsheet puts around it: a quote that keeps a formula from running, odd spaces. */
function tidy(cell: string): string {
  return cell
    .replace(/[\s ]+/gu, " ")
    .trim()
    .replace(/^'/u, "")
    .slice(0, 100);
}
