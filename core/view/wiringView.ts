import { fromScale, readingCheck, LISTED, weighFindings, type Dictionary } from "#core/diagnosis/index.ts";
import type { MeterFunction } from "#core/meter/index.ts";
import { referencesOf, type Point } from "#core/unit/index.ts";
import { expectedOf, isAsItShould } from "./course.ts";
import { isCurrent, valueOf, type JobEvent } from "#core/job/index.ts";
import { showPoint } from "#core/entry/index.ts";
import { knownUnit } from "./knownUnit.ts";
import { replay, type JobState } from "#core/job/index.ts";
import { partSuspicions, type PartSuspicion } from "./ruledOut.ts";
import { valueText } from "./words.ts";

/** What a point reads against its side's reference in the state shown. */
export interface PointReading {
  readonly id: string;
  readonly label: string;
  readonly name: string;
  /** "K3.com": the terminal of the drawing on which it lies. */
  readonly terminal: string;
  readonly net: string;
  readonly fn: MeterFunction;
  /** Healthy reading with the supply as measured so far; undefined at the reference itself. */
  readonly expected?: string;
  readonly measured?: { readonly text: string; readonly asItShould: boolean };
}

/** What the drawing of the unit shows of a job, in one live state. */
export interface WiringView {
  readonly state: string;
  readonly stateName: string;
  /** How the parts that can fail stand; by part. */
  readonly parts: Readonly<Record<string, PartSuspicion>>;
  readonly points: readonly PointReading[];
}

/** The drawing's figures for a job in the state given; the first live state stands in for an unknown one. */
export function wiringView(known: Dictionary, events: readonly JobEvent[], stateId?: string): WiringView {
  const { unit } = known;
  const job = replay(unit, events);
  const { dictionary, posterior } = weighFindings(knownUnit(known, job), job.evidence, LISTED);
  const live = unit.states.filter((s) => s.power === "live");
  const state = live.find((s) => s.id === stateId) ?? live[0]!;
  const checkAt = (point: Point) => {
    const [reference] = referencesOf(unit, point);
    if (!reference || reference.point === point.id) return undefined;
    return readingCheck({ state: state.id, lifts: [] }, reference.function, point.id, reference.point);
  };
  const rows = dictionary.beside(
    0,
    unit.points.flatMap((point) => checkAt(point) ?? []),
  );
  const points = unit.points.map((point): PointReading => {
    const { terminal, net } = terminalOf(dictionary, point);
    const base = { id: point.id, label: showPoint(point.id), name: point.name, terminal, net };
    const check = checkAt(point);
    if (!check) return { ...base, fn: referencesOf(unit, point)[0]?.function ?? "vac" };
    const { fn } = check;
    const row = rows.get(check.id)!;
    const value = measuredAt(job, check.id);
    return {
      ...base,
      fn,
      expected: voltsText(fn, fromScale(fn, expectedOf(row, posterior).mid)),
      ...(value === undefined
        ? {}
        : {
            measured: {
              text: valueText(fn, value),
              asItShould: isAsItShould(row, posterior, value),
            },
          }),
    };
  });
  return { state: state.id, stateName: state.name, parts: partSuspicions(dictionary, posterior), points };
}

function terminalOf({ unit }: Dictionary, point: Point): { terminal: string; net: string } {
  const terminal = point.terminal ?? point.id;
  const cut = terminal.lastIndexOf(".");
  const net = unit.parts.find((p) => p.id === terminal.slice(0, cut))!.terminals[terminal.slice(cut + 1)]!;
  return { terminal, net };
}

/** Volts to three digits; what a drawing need not tell apart from nothing is nothing. */
function voltsText(fn: MeterFunction, volts: number): string {
  return Math.abs(volts) < (fn === "vac" ? 0.5 : 0.05) ? "0 V" : valueText(fn, volts, 3);
}

function measuredAt(job: JobState, check: string): number | undefined {
  const result = job.ledger.filter((e) => isCurrent(e) && e.check.id === check).at(-1)?.body.result;
  return result?.kind === "value" ? valueOf(result.value) : undefined;
}
