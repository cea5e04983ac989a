import { openedIn, openings, settle, type Opened } from "#core/circuit/index.ts";
import {
  averageVolts,
  FUNCTION_UNIT,
  METER_FUNCTIONS,
  predictReading,
  shown,
  type MeterFunction,
} from "#core/meter/index.ts";
import { formatQuantity } from "#core/quantity/index.ts";
import { stateRuns, type StateRuns } from "#core/sequence/index.ts";
import { fuseSeconds, usualSheet } from "#core/standards/index.ts";
import { CATALOGUE, type Fault, type Setup, type UnitModel } from "#core/unit/index.ts";
import { UsageError } from "./usage.ts";
import { readFault, readPair, readUnitFile } from "./unitFile.ts";

export interface PredictOptions {
  readonly state: string;
  readonly pair: string;
  readonly function: string;
  readonly fault: readonly string[];
  readonly lift: readonly string[];
  readonly meter: string;
  readonly json?: boolean;
}

/** What a meter reads between two points of a unit, healthy or with faults, and what has opened by then. */
export function predict(file: string, options: PredictOptions): string {
  const unit = readUnitFile(file);
  const { state, meter } = options;
  const fn = options.function as MeterFunction;
  if (!METER_FUNCTIONS.includes(fn))
    throw new UsageError(`--function is one of ${METER_FUNCTIONS.join(", ")}.`);
  if (!unit.states.some((s) => s.id === state))
    throw new UsageError(`--state is one of ${unit.states.map((s) => s.id).join(", ")}.`);
  const pair = readPair(unit, options.pair, options.lift);
  if (meter !== "true-rms" && meter !== "average") throw new UsageError("--meter is true-rms or average.");
  if (meter === "average" && fn !== "vac")
    throw new UsageError("--meter average tells of V AC; leave it out for other functions.");
  const faults = options.fault.map((text) => readFault(unit, text));
  if (new Set(faults.map((f) => f.part)).size < faults.length)
    throw new UsageError("Give each part one --fault at most.");
  const setup = { state, lifts: options.lift };
  const runs = stateRuns(unit);
  const { stand, expanded, point } = runs.point(setup, faults);
  const opened = openedUnder(runs, setup, faults);
  const [p, q] = [expanded.nodeOf(pair.red), expanded.nodeOf(pair.black)];
  const unitOf = FUNCTION_UNIT[fn];
  const { value: trueRms, spread } = predictReading(point, fn, p, q);
  const value = meter === "average" ? averageVolts(point, p, q) : trueRms;
  if (options.json)
    return JSON.stringify({
      state,
      ...pair,
      function: fn,
      value: Number.isFinite(value) ? value : "OL",
      shown: Number.isFinite(shown(fn, value)) ? shown(fn, value) : "OL",
      unit: unitOf,
      spread,
      reached: stand.reached,
      status: point.status,
      unsettled: point.unsettled,
      opened: opened.map((o) => ({ part: o.id, why: o.why, amps: o.amps, seconds: secondsOf(unit, o) })),
    });
  const elsewhere = stand.reached ? "" : `\nThe unit does not get there: this is where it then stands.`;
  const trouble =
    point.status === "settled" ? "" : `\nThis state does not settle: ${point.unsettled.join(", ")}.`;
  return `${pair.red} to ${pair.black}, ${fn}, ${state}: ${formatQuantity(value, unitOf)} ± ${formatQuantity(spread, unitOf, 2)} by tolerance${elsewhere}${trouble}${opened.map((o) => openedText(unit, o)).join("")}`;
}

/** What protects and has opened by then, with what flows through it, or the difference that stands, while all of it holds. */
function openedUnder(runs: StateRuns, setup: Setup, faults: readonly Fault[]): Opened[] {
  const { stand, expanded, point } = runs.point(setup, faults);
  const circuit = expanded.withFaults(faults);
  const held = openedIn(settle(circuit), circuit);
  const ids = new Set([...stand.opened.map((o) => o.part), ...openings(point).map((o) => o.id)]);
  const whyOf = (id: string) =>
    stand.opened.find((o) => o.part === id)?.why ?? openings(point).find((o) => o.id === id)!.why;
  return [...ids].flatMap((id): Opened[] => {
    const why = whyOf(id);
    const amps = held.find((o) => o.id === id)?.amps ?? 0;
    return why === "heat" ? [] : [{ id, why, amps }];
  });
}

/** Least and most seconds until a fuse opens; null for a breaker, and for a fuse that may hold for hours. */
function secondsOf(unit: UnitModel, { id, amps }: Opened): [number, number] | null {
  const { type, parameters } = unit.parts.find((p) => p.id === id)!;
  if (CATALOGUE.get(type)!.protective?.resets !== false) return null;
  const rated = parameters["amps"] as number;
  const times = fuseSeconds(amps / rated, usualSheet(parameters["speed"] as "quick" | "slow"), rated);
  return times ? [times.least, times.most] : null;
}

function openedText(unit: UnitModel, opened: Opened): string {
  const seconds = secondsOf(unit, opened);
  const within = seconds ? `, within ${Number(seconds[1].toPrecision(2))} s` : "";
  return `\n${opened.id} opens at ${formatQuantity(opened.amps, "A", 3)}${within}.`;
}
