import { settle } from "#core/circuit/index.ts";
import { predictReading, type MeterFunction } from "#core/meter/index.ts";
import { CATALOGUE, expandState, type State, type UnitModel } from "#core/unit/index.ts";

/** What is said of a part: where its contact stands, or on which side of a temperature it is. */
export type PartSaid =
  { readonly position: "open" | "closed" } | { readonly celsius: number; readonly side: "below" | "above" };

/** Volts between two nets within bounds, as a unit's `needs` have them. */
export interface VoltsCondition {
  readonly from: string;
  readonly to: string;
  readonly domain: "ac" | "dc";
  readonly min: number;
  readonly max: number;
}

export type NoCondition =
  /** It has no contact and is no sensor, or not the one that was said of it. */
  | { readonly code: "not-of-it"; readonly part: string }
  /** Its terminals stand at the same volts either way: nothing reads it there in this state. */
  | { readonly code: "no-volts"; readonly part: string };

/**
 * Volts that a board tells from one another, of a contact and of a sensor (a thermocouple gives some millivolts): common
 * practice, no source.
 */
const LEAST_VOLTS = { position: 0.3, celsius: 0.002 };
/** A sensor this far beyond the temperature said is still a sensor; further, it is open or shorted, and a board says so. */
const REACH_KELVIN = 80;

/**
 * The volts by which a board can tell what is said of a switch or a sensor: of all pairs of its terminals and the unit's
 * reference, the one that differs most between what is said and the opposite, computed on the sound unit in a live state. For
 * a contact the bound lies half way; for a temperature it is the volts at that temperature, and the other bound what the
 * sensor gives eighty kelvin further: an open or shorted sensor is on neither side.
 * @param state a live state of the unit in which the board looks
 */
export function conditionFrom(
  unit: UnitModel,
  state: State,
  part: string,
  said: PartSaid,
): VoltsCondition | NoCondition {
  const own = unit.parts.find((p) => p.id === part);
  const follows = CATALOGUE.get(own?.type ?? "")?.follows;
  if (!own || follows !== ("position" in said ? "position" : "celsius")) return { code: "not-of-it", part };
  // What it gates is off while the board looks: it may not hold itself on.
  const asleep: State = { ...state, drives: [] };
  const at = (over: Pick<State, "positions"> | Pick<State, "celsius">) =>
    voltsIn(unit, { ...asleep, ...over });
  const stands = (position: "open" | "closed") => at({ positions: { ...state.positions, [part]: position } });
  const warm = (celsius: number) => at({ celsius: { ...state.celsius, [part]: celsius } });
  const nets = [...new Set([...Object.values(own.terminals), unit.ground, ...referenceNets(unit)])];
  const pairs = nets.flatMap((from, i) => nets.slice(i + 1).map((to) => [from, to] as const));
  const domains = ["dc", "ac"] as const;
  const between = (a: Volts, b: Volts, farther: Volts, least: number) => {
    const found = pairs
      .flatMap(([from, to]) => domains.map((domain) => ({ from, to, domain })))
      .map((pair) => ({ ...pair, is: a(pair), not: b(pair), far: farther(pair) }))
      .sort((x, y) => Math.abs(y.is - y.not) - Math.abs(x.is - x.not))[0];
    return found && Math.abs(found.is - found.not) >= least ? found : undefined;
  };
  if ("position" in said) {
    const is = stands(said.position);
    const found = between(is, stands(said.position === "open" ? "closed" : "open"), is, LEAST_VOLTS.position);
    if (!found) return { code: "no-volts", part };
    const middle = (found.is + found.not) / 2;
    const room = Math.abs(found.is - found.not);
    return bounded(found, middle, found.is > found.not ? found.is + room : found.is - room);
  }
  const { celsius, side } = said;
  const sign = side === "below" ? -1 : 1;
  const limit = warm(celsius);
  const found = between(
    warm(celsius + sign * REACH_KELVIN),
    warm(celsius - sign * REACH_KELVIN),
    limit,
    LEAST_VOLTS.celsius,
  );
  if (!found) return { code: "no-volts", part };
  return bounded(found, found.far, found.is);
}

type Pair = Pick<VoltsCondition, "from" | "to" | "domain">;
/** Volts between two nets on the sound unit: signed for DC, RMS for AC. */
type Volts = (pair: Pair) => number;

function voltsIn(unit: UnitModel, state: State): Volts {
  const expanded = expandState(unit, state);
  const point = settle(expanded.circuit);
  return ({ from, to, domain }) => {
    const fn: MeterFunction = domain === "ac" ? "vac" : "vdc";
    return predictReading(point, fn, expanded.nodeOfNet(from), expanded.nodeOfNet(to)).value;
  };
}

/** The condition whose volts are positive, whichever way round the pair was found. */
function bounded({ from, to, domain }: Pair, a: number, b: number): VoltsCondition {
  const [low, high] = [Math.min(a, b), Math.max(a, b)].map(rounded) as [number, number];
  return domain === "dc" && high <= 0
    ? { from: to, to: from, domain, min: 0 - high, max: 0 - low }
    : { from, to, domain, min: low, max: high };
}

const rounded = (volts: number) => Number(volts.toPrecision(3));

/** Nets of the points against which readings are taken. */
function referenceNets(unit: UnitModel): string[] {
  return unit.references.flatMap(({ point }) => {
    const found = unit.points.find((p) => p.id === point);
    if (found?.net !== undefined) return [found.net];
    const terminal = found?.terminal ?? point;
    const dot = terminal.lastIndexOf(".");
    return unit.parts.find((p) => p.id === terminal.slice(0, dot))?.terminals[terminal.slice(dot + 1)] ?? [];
  });
}
