import { settle } from "#core/circuit/index.ts";
import {
  FUNCTION_UNIT,
  METER_FUNCTIONS,
  predictReading,
  shown,
  type MeterFunction,
} from "#core/meter/index.ts";
import { formatQuantity } from "#core/quantity/index.ts";
import { expandUnit } from "#core/unit/index.ts";
import { readArguments, UsageError } from "./arguments.ts";
import { readFault, readPair, readUnitFile } from "./unitFile.ts";

/** `predict UNIT.json --state S --pair A,B --function vac [--fault PART:MODE] [--lift TERMINAL] [--json]` */
export function predict(argv: readonly string[]): string {
  const args = readArguments(argv, {
    state: "value",
    pair: "value",
    function: "value",
    fault: "value",
    lift: "value",
    json: "flag",
  });
  const unit = readUnitFile(args.words[0]);
  const state = args.option("state");
  const fn = args.option("function") as MeterFunction | undefined;
  if (fn === undefined || !METER_FUNCTIONS.includes(fn))
    throw new UsageError(`--function is one of ${METER_FUNCTIONS.join(", ")}.`);
  if (!unit.states.some((s) => s.id === state))
    throw new UsageError(`--state is one of ${unit.states.map((s) => s.id).join(", ")}.`);
  const pair = readPair(unit, args.option("pair"), args.options("lift"));
  const faults = args.options("fault").map((text) => readFault(unit, text));
  if (faults.length > 1) throw new UsageError("Give one --fault at most.");
  const expanded = expandUnit(unit, { state: state!, lifts: args.options("lift") });
  const point = settle(faults[0] ? expanded.withFault(faults[0]) : expanded.circuit);
  const [p, q] = [expanded.nodeOf(pair.red), expanded.nodeOf(pair.black)];
  const unitOf = FUNCTION_UNIT[fn];
  const { value, spread } = predictReading(point, fn, p, q);
  if (args.flag("json"))
    return JSON.stringify({
      state,
      ...pair,
      function: fn,
      value: Number.isFinite(value) ? value : "OL",
      shown: Number.isFinite(shown(fn, value)) ? shown(fn, value) : "OL",
      unit: unitOf,
      spread,
      status: point.status,
      unsettled: point.unsettled,
    });
  const trouble =
    point.status === "settled" ? "" : `\nThis state does not settle: ${point.unsettled.join(", ")}.`;
  return `${pair.red} to ${pair.black}, ${fn}, ${state}: ${formatQuantity(value, unitOf)} ± ${formatQuantity(spread, unitOf, 2)} by tolerance${trouble}`;
}
