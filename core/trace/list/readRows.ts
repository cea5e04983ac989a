import { parseQuantity } from "#core/quantity/index.ts";
import { readGauge, wireColour } from "#core/standards/index.ts";
import type { Cell, RowProblem, Wire, WireEnd, WireRow } from "./row.ts";

type Problem = RowProblem extends infer P ? (P extends unknown ? Omit<P, "row" | "cell"> : never) : never;

/** Conductors of a supply, as they are written. */
const CONDUCTORS: Readonly<Record<string, string>> = {
  L: "L",
  L1: "L1",
  L2: "L2",
  N: "N",
  PE: "PE",
  LIVE: "L",
  LINE: "L",
  HOT: "L",
  NEUTRAL: "N",
  EARTH: "PE",
  PLUS: "PLUS",
  "+": "PLUS",
  MINUS: "MINUS",
  "-": "MINUS",
  GND: "MINUS",
};

const CELLS = ["from", "to", "colour", "size", "length"] as const;
const JOINED = /^(?:board|on board|pcb|track|link|joined)$/iu;

/** Metres of one of a length's unit. */
const METRES: Readonly<Record<string, number>> = {
  m: 1,
  cm: 0.01,
  mm: 0.001,
  ft: 0.3048,
  in: 0.0254,
  inch: 0.0254,
};

/**
 * Reads the rows of a wiring list, each by itself, and finds the ones that say the same twice. A row with a problem gives
 * no wire; all its problems are named, by cell.
 */
export function readRows(rows: readonly WireRow[]): { wires: Wire[]; problems: RowProblem[] } {
  const wires: Wire[] = [];
  const problems: RowProblem[] = [];
  const seen = new Map<string, number>();
  rows.forEach((row, i) => {
    if (CELLS.every((cell) => row[cell].trim() === "")) return;
    const before = problems.length;
    const wrong = (cell: Cell, problem: Problem) => void problems.push({ row: i, cell, ...problem });
    const from = readEnd(row.from, (p) => wrong("from", p));
    const to = readEnd(row.to, (p) => wrong("to", p));
    const joined = JOINED.test(row.colour.trim());
    const colour = joined || row.colour.trim() === "" ? undefined : wireColour(row.colour.trim());
    if (!joined && row.colour.trim() !== "" && colour === undefined)
      wrong("colour", { code: "colour", text: row.colour });
    const size = readSize(row.size, (p) => wrong("size", p));
    const metres = readLength(row.length, (p) => wrong("length", p));
    if (from && to) {
      const [a, b] = [endText(from), endText(to)];
      const key = [a, b].sort().join(" ");
      const other = seen.get(key);
      if (a === b) wrong("to", { code: "same-ends" });
      else if (other !== undefined) wrong("from", { code: "twice", other });
      else seen.set(key, i);
    }
    if (problems.length > before || !from || !to) return;
    wires.push({
      row: i,
      from,
      to,
      joined,
      ...(colour === undefined ? {} : { colour }),
      ...size,
      ...(metres === undefined ? {} : { metres }),
    });
  });
  return { wires, problems };
}

/** "F1.2" again, of an end. */
export const endText = ({ part, terminal }: WireEnd) =>
  part === undefined ? terminal : `${part}.${terminal}`;

function readEnd(text: string, wrong: (problem: Problem) => void): WireEnd | undefined {
  const tidy = text.trim().toUpperCase().replace(/\s+/gu, " ");
  if (tidy === "") return void wrong({ code: "missing" });
  if (Object.hasOwn(CONDUCTORS, tidy)) return { terminal: CONDUCTORS[tidy]! };
  const both = /^([A-Z]{1,4}\d{0,3}[A-Z]?)[.·:/ -]([A-Z0-9+-]{1,4})$/u.exec(tidy);
  if (both) return { part: both[1]!, terminal: both[2]!.replace("+", "PLUS").replace("-", "MINUS") };
  if (/^[A-Z]{1,4}\d{1,3}[A-Z]?$/u.test(tidy)) return void wrong({ code: "no-terminal", part: tidy });
  return void wrong({ code: "not-an-end", text });
}

function readSize(text: string, wrong: (problem: Problem) => void): { mm2?: number; awg?: number } {
  const tidy = text.trim().toLowerCase();
  if (tidy === "") return {};
  const gauge = /^(?:awg|ga|#)?\s*(\d{1,2}(?:\/0)?)\s*(?:awg|ga)?$/u.exec(tidy);
  const isGauge = /awg|ga|#/u.test(tidy);
  if (isGauge && gauge) {
    const awg = readGauge(gauge[1]!);
    if (awg !== undefined && awg >= 0) return { awg };
  }
  const metric = /^([\d.,]+)\s*(?:mm2|mm²|sqmm)?$/u.exec(tidy);
  const value = metric ? numberOf(metric[1]!) : undefined;
  if (!isGauge && value !== undefined && value >= 0.05 && value <= 300) return { mm2: value };
  wrong({ code: "size", text });
  return {};
}

function readLength(text: string, wrong: (problem: Problem) => void): number | undefined {
  const tidy = text.trim().toLowerCase();
  if (tidy === "") return undefined;
  const read = /^([\d.,]+)\s*(m|cm|mm|ft|in|inch)?$/u.exec(tidy);
  const value = read ? numberOf(read[1]!) : undefined;
  const metres = value === undefined ? undefined : value * METRES[read![2] ?? "m"]!;
  if (metres !== undefined && metres >= 0.001 && metres <= 1000) return metres;
  wrong({ code: "length", text });
  return undefined;
}

function numberOf(text: string): number | undefined {
  const read = parseQuantity(text);
  return read.ok && read.quantity.unit === undefined ? read.quantity.value : undefined;
}
