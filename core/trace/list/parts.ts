import type { TraceKind } from "../kinds.ts";
import { TRACE_KINDS } from "../kinds.ts";
import type { ThingLine } from "../line.ts";
import { kindByLetters, readLine } from "../readLine.ts";
import { describeTraceProblem } from "../words.ts";
import type { ListProblem, Wire } from "./row.ts";

/** A part that the list's wires end at. */
export interface ListPart {
  readonly id: string;
  readonly line: ThingLine;
  /** Its ends as the rows name them, in their natural order. */
  readonly terminals: readonly string[];
  /** Rows that name it. */
  readonly rows: readonly number[];
}

/** Letters of plugs on a board or in the harness. */
const PLUG = /^(?:P|J|X|CN|XP|XS|PL)\d/u;

/** F2 before F10. Made once: a comparison that looks its language up each time takes most of the reading. */
const natural = new Intl.Collator("en", { numeric: true }).compare;

/** Every part that the wires name, in order, with its ends and the rows that name it. */
export function partsNamed(wires: readonly Wire[]): { id: string; terminals: string[]; rows: number[] }[] {
  const parts = new Map<string, { terminals: Set<string>; rows: Set<number> }>();
  for (const wire of wires)
    for (const { part, terminal } of [wire.from, wire.to]) {
      if (part === undefined) continue;
      const known = parts.get(part) ?? { terminals: new Set(), rows: new Set() };
      known.terminals.add(terminal);
      known.rows.add(wire.row);
      parts.set(part, known);
    }
  return [...parts]
    .sort(([a], [b]) => natural(a, b))
    .map(([id, { terminals, rows }]) => ({ id, terminals: [...terminals].sort(natural), rows: [...rows] }));
}

/** What a part's designator says that it is; undefined where its letters say nothing. */
export function guessKind(id: string): TraceKind | undefined {
  return PLUG.test(id) ? TRACE_KINDS.get("pin") : kindByLetters(id, undefined);
}

/**
 * What each part is: by the line that was written for it ("element 2kW"), or by its letters.
 * @param named the parts, as `partsNamed` found them
 * @param said by part, what it is, as in a trace and without its designator
 */
export function readParts(
  named: readonly { id: string; terminals: string[]; rows: number[] }[],
  said: Readonly<Record<string, string>>,
): { parts: ListPart[]; problems: ListProblem[] } {
  const parts: ListPart[] = [];
  const problems: ListProblem[] = [];
  for (const { id, terminals, rows } of named) {
    const text = (Object.hasOwn(said, id) ? said[id]! : "").trim();
    const guess = guessKind(id);
    if (text === "" || guess?.role === "pin") {
      if (!guess) problems.push({ code: "unknown-part", part: id, rows });
      else
        parts.push({
          id,
          terminals,
          rows,
          line: { is: "thing", kind: guess, id, word: guess.names[0]!, values: {} },
        });
      continue;
    }
    const read = readLine(`${text} ${id}`);
    if (!read.ok) problems.push({ code: "part-line", part: id, message: describeTraceProblem(read.problem) });
    else if (read.line.is !== "thing" || read.line.kind.role === "pin" || read.line.kind.role === "wire")
      problems.push({
        code: "part-line",
        part: id,
        message: `Say what ${id} is: fuse, switch, relay, element, motor.`,
      });
    else parts.push({ id, terminals, rows, line: { ...read.line, id } });
  }
  return { parts, problems };
}
