import { formatQuantity } from "#core/quantity/index.ts";
import type { Values } from "./makers.ts";
import type { TraceProblem } from "./line.ts";
import { nameOf } from "./unit/naming.ts";
import type { Placed, Walk, Walked } from "./walk.ts";

/** One line of a trace as the list shows it. */
export interface TraceRow {
  readonly is: "supply" | "from" | "to" | "thing" | "problem";
  /** The part's designator; what a circuit can go on from or come back to. */
  readonly id?: string;
  readonly label: string;
  /** The values that the line gave. */
  readonly values: string;
  /** What was taken for values that nobody gave. */
  readonly taken: readonly string[];
  readonly colour?: string;
  readonly onBoard: boolean;
  /** On the way back, behind the load. */
  readonly behindLoad: boolean;
  readonly load: boolean;
  readonly problem?: TraceProblem;
}

/** The lines of a trace as they were understood, in their order. */
export function traceRows({ lines, circuits }: Walk, texts: readonly string[]): TraceRow[] {
  const things = new Map<number, Placed>();
  for (const thing of circuits.flatMap((c) => c.things))
    if (thing.line !== undefined) things.set(thing.line, thing);
  return lines.map((line, i) => rowOf(line, things.get(i), texts[i] ?? ""));
}

const PLAIN = { values: "", taken: [], onBoard: false, behindLoad: false, load: false } as const;

function rowOf(walked: Walked, thing: Placed | undefined, text: string): TraceRow {
  if (!walked.ok) return { ...PLAIN, is: "problem", label: text, problem: walked.problem };
  const { line } = walked;
  switch (line.is) {
    case "supply": {
      const volts = line.split ? `${2 * line.volts}/${line.volts} V` : `${line.volts} V`;
      const hertz = line.hertz === undefined ? "" : `, ${line.hertz} Hz`;
      return {
        ...PLAIN,
        is: "supply",
        label: "Supply",
        values: `${volts} ${line.current.toUpperCase()}${hertz}`,
      };
    }
    case "from":
      return { ...PLAIN, is: "from", label: `On from ${line.at}` };
    case "to": {
      const colour = line.colour === undefined ? {} : { colour: line.colour };
      return { ...PLAIN, is: "to", label: `Back to ${line.at}`, behindLoad: true, ...colour };
    }
    case "thing": {
      const colour = line.colour === undefined ? {} : { colour: line.colour };
      return {
        is: "thing",
        id: walked.id!,
        label: thing ? nameOf(thing) : line.word,
        values: valuesText(line.values),
        taken: thing?.made.taken ?? [],
        ...colour,
        onBoard: thing?.onBoard ?? false,
        behindLoad: thing?.behindLoad ?? false,
        load: line.kind.role === "load",
      };
    }
  }
}

/** "10 A", without the zeros of a meter's display. */
const plainly = (value: number, unit: "A" | "Ω") =>
  formatQuantity(value, unit, 3)
    .replace(/(\.\d*?)0+(?= )/u, "$1")
    .replace(/\.(?= )/u, "");

/** "24 V, 2 kW": what a line gave, as a technician writes it. */
function valuesText(values: Values): string {
  const { volts, outVolts, amps, watts, ohms, metres, mm2, awg } = values;
  const said: (string | undefined)[] = [
    volts === undefined ? undefined : outVolts === undefined ? `${volts} V` : `${volts} to ${outVolts} V`,
    amps === undefined ? undefined : plainly(amps, "A"),
    watts === undefined ? undefined : watts >= 1000 ? `${watts / 1000} kW` : `${watts} W`,
    ohms === undefined ? undefined : plainly(ohms, "Ω"),
    metres === undefined ? undefined : `${metres} m`,
    mm2 === undefined ? undefined : `${mm2} mm²`,
    awg === undefined ? undefined : `AWG ${awg}`,
  ];
  return said.filter((s) => s !== undefined).join(", ");
}
