import { FUNCTION_UNIT, type MeterFunction } from "#core/meter/index.ts";
import type { Kind, Quantity, Unit } from "#core/quantity/index.ts";
import { referencesOf, type UnitModel } from "#core/unit/index.ts";
import type { EntryContext } from "./context.ts";
import { findPoint, pairAcross } from "./pointNames.ts";
import type { EntryProblem } from "./problems.ts";

const FUNCTION_WORDS: ReadonlyMap<string, MeterFunction> = new Map(
  Object.entries<MeterFunction>({
    vac: "vac",
    ac: "vac",
    "v~": "vac",
    vdc: "vdc",
    dc: "vdc",
    "v=": "vdc",
    ohm: "ohm",
    ohms: "ohm",
    ω: "ohm",
    beep: "continuity",
    continuity: "continuity",
    diode: "diode",
    drop: "diode",
    cap: "farad",
    capacitance: "farad",
    farad: "farad",
    lowz: "lowz",
    loz: "lowz",
    mv: "mv",
    aac: "aac",
    clamp: "aac",
    adc: "adc",
    ua: "ua",
    µa: "ua",
    hz: "hz",
  }),
);
const CONNECTING = new Set(["to", "at", "and", "across", "from", "-", "–", ":", "on", "is", "reads", "="]);

/** "HT1 50 V diode" as "HT1 diode 50 V": the function may come last, where it is no unit. */
export function functionFirst(line: string): string {
  return line.replace(
    /(?<=^|\s)((?:ol|[-+−–]?[.,]?\d\S*)(?:\s+[a-zµμΩ]+)?)\s+(diode|drop|continuity|cap|capacitance|lowz|loz|clamp)$/iu,
    "$2 $1",
  );
}

/** On these ranges a bare number is in the unit that the display shows: 2.4 on µA is 2.4 µA. */
const RANGE_SCALE: Partial<Record<MeterFunction, number>> = { ua: 1e-6, mv: 1e-3, farad: 1e-6 };

export function inRange(fn: MeterFunction, { value, unit }: Quantity, typed: string): number {
  const bare = unit === undefined && /^[-+−–]?[\d.,]+$/u.test(typed);
  return bare ? value * (RANGE_SCALE[fn] ?? 1) : value;
}

export function takeFunction(text: string): { words: string[]; fn?: MeterFunction } {
  let fn: MeterFunction | undefined;
  const words = text.split(/[\s,;]+/u).filter((word) => {
    const lower = word.toLowerCase();
    if (FUNCTION_WORDS.has(lower)) fn = FUNCTION_WORDS.get(lower)!;
    return lower !== "" && !FUNCTION_WORDS.has(lower) && !CONNECTING.has(lower);
  });
  return { words, ...(fn ? { fn } : {}) };
}

export function functionFor(
  unit: UnitModel,
  quantity: Quantity,
  named: MeterFunction | undefined,
  words: readonly string[],
  context: EntryContext,
): MeterFunction | EntryProblem {
  const asked = named ?? (words.length === 0 ? context.pending?.fn : undefined);
  const { unit: given, kind, value } = quantity;
  const meantBy = given === undefined ? undefined : functionOfUnit(given, kind, value);
  if (named !== undefined && kind !== undefined && DIRECTED.includes(named) && meantBy !== named)
    if (meantBy !== undefined && meantBy !== "volts") return { code: "contradiction", named, given: meantBy };
  if (given === undefined)
    return asked ?? (value === Infinity || context.isDead ? "ohm" : sideFunction(unit, words));
  if (asked !== undefined && FUNCTION_UNIT[asked] === given && (named !== undefined || kind === undefined))
    return asked;
  if (named !== undefined) return { code: "unit-misfit", unit: given, fn: named };
  const meant = functionOfUnit(given, kind, value);
  if (meant === "volts")
    return asked === undefined ? sideFunction(unit, words) : { code: "unit-misfit", unit: given, fn: asked };
  return meant ?? { code: "unit-misfit", unit: given, fn: asked ?? "vac" };
}

/** Functions that say AC or DC themselves. */
const DIRECTED: readonly MeterFunction[] = ["vac", "vdc", "aac", "adc"];

/** What a unit alone says of the meter's setting; volts do not say which. */
function functionOfUnit(
  unit: Unit,
  kind: Kind | undefined,
  value: number,
): MeterFunction | "volts" | undefined {
  switch (unit) {
    case "V":
      return kind === "ac" ? "vac" : kind === "dc" ? "vdc" : "volts";
    case "A":
      // Nothing at all is what a clamp shows; in series only what was read as microamps.
      if (kind === undefined && value !== 0 && Math.abs(value) < 1e-3) return "ua";
      return kind === "dc" ? "adc" : "aac";
    case "Ω":
      return "ohm";
    case "F":
      return "farad";
    case "Hz":
      return "hz";
    default:
      return undefined;
  }
}

/** The function with which a point's side is usually read. */
function sideFunction(unit: UnitModel, words: readonly string[]): MeterFunction {
  const name = words[0] ?? "";
  const point = findPoint(unit, name) ?? unit.points.find((p) => p.id === pairAcross(unit, name)?.red);
  const references = point ? referencesOf(unit, point) : unit.references.filter((r) => r.side === "mains");
  return references[0]?.function ?? "vac";
}
