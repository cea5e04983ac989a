import { readUnit, type UnitFile, type UnitModel } from "#core/unit/index.ts";
import type { TraceKind } from "../kinds.ts";
import { readLine } from "../readLine.ts";
import { buildUnit, type UnitHeader } from "../unit/buildUnit.ts";
import { placedName } from "../walk.ts";
import { describeTraceProblem } from "../words.ts";
import { layOut, type LaidOut } from "./layOut.ts";
import { guessKind, partsNamed, readParts } from "./parts.ts";
import { readRows } from "./readRows.ts";
import { MOST_ROWS, type ListProblem, type RowProblem, type WireRow } from "./row.ts";

/** A wiring list as it is typed. */
export interface WiringList {
  /** The supply, as in a trace: "mains 230V". */
  readonly supply: string;
  readonly rows: readonly WireRow[];
  /** By part, what it is, where its letters do not say or its values are known: "element 2kW". */
  readonly parts: Readonly<Record<string, string>>;
}

/** A part that the rows name, for the list of parts. */
export interface NamedPart {
  readonly id: string;
  readonly kind: TraceKind | undefined;
  readonly terminals: readonly string[];
  readonly rows: readonly number[];
}

/** What a list comes to before a model is made of it: soon there, after every change. */
export interface CheckedList {
  readonly parts: readonly NamedPart[];
  readonly rowProblems: readonly RowProblem[];
  readonly problems: readonly ListProblem[];
  readonly wires: number;
  /** Its circuits; undefined while a row or a part has a problem. */
  readonly laid: LaidOut | undefined;
}

export interface WiredUnit extends Omit<CheckedList, "laid"> {
  readonly unit: { readonly file: UnitFile; readonly model: UnitModel } | undefined;
}

/** Reads a wiring list and lays its circuits out, or says what is wrong, row by row and part by part. */
export function checkList(list: WiringList): CheckedList {
  const rows = list.rows.slice(0, MOST_ROWS);
  const { wires: all, problems: rowProblems } = readRows(rows);
  // What leads to earth carries nothing: every load's case is taken to be earthed.
  const wires = all.filter((w) => w.from.terminal !== "PE" && w.to.terminal !== "PE");
  const named = partsNamed(wires).map((part) => ({ ...part, kind: guessKind(part.id) }));
  const { parts, problems } = readParts(named, list.parts);
  const supply = readLine(list.supply);
  const wrong: ListProblem[] = [...problems];
  if (!supply.ok) wrong.push({ code: "supply", message: describeTraceProblem(supply.problem) });
  else if (supply.line.is !== "supply")
    wrong.push({ code: "supply", message: describeTraceProblem({ code: "supply-first" }) });
  if (list.rows.length > MOST_ROWS) wrong.push({ code: "too-many", most: MOST_ROWS });
  const found = { parts: named, rowProblems, wires: all.length };
  if (rowProblems.length > 0 || wrong.length > 0 || !supply.ok || supply.line.is !== "supply")
    return { ...found, problems: wrong, laid: undefined };
  return { ...found, ...layOut(supply.line, wires, parts) };
}

/** Makes a unit of a wiring list, or says what is wrong. */
export function wiredUnit(header: UnitHeader, list: WiringList): WiredUnit {
  const { laid, ...found } = checkList(list);
  if (!laid) return { ...found, unit: undefined };
  const byName = new Map(laid.walk.circuits.flatMap((c) => c.things).map((t) => [placedName(t), t]));
  const file = buildUnit(laid.walk, header, {
    ways: laid.walk.circuits.map((circuit) => ({
      start: circuit.start,
      things: laid.ways[circuit.number]!.flatMap((key) => byName.get(key) ?? []),
    })),
    wired: {
      supply: list.supply,
      rows: list.rows.map(({ from, to, colour, size, length }) => [from, to, colour, size, length]),
      parts: { ...list.parts },
    },
  });
  const read = readUnit(file);
  return {
    ...found,
    problems: read.ok
      ? []
      : read.problems.map((p) => ({ code: "part-line", part: p.path, message: p.message }) as const),
    unit: read.ok ? { file, model: read.unit } : undefined,
  };
}
