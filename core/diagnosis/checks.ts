import {
  CATALOGUE,
  setupKey,
  type PartKind,
  type Point,
  type Setup,
  type UnitModel,
} from "#core/unit/index.ts";
import type { MeterFunction } from "#core/meter/index.ts";

/** A reading that can be taken: two points, a meter function, a setup. */
export interface ReadingCheck {
  readonly kind: "reading";
  readonly id: string;
  readonly setup: Setup;
  readonly fn: MeterFunction;
  /** Point of the red probe, and of the black one. */
  readonly red: string;
  readonly black: string;
}

/** A look, a listen or a "does it work", as the unit lists them. */
export interface ObservationCheck {
  readonly kind: "observation";
  readonly id: string;
  readonly setup: Setup;
  readonly observation: string;
}

export type Check = ReadingCheck | ObservationCheck;

export function readingCheck(setup: Setup, fn: MeterFunction, red: string, black: string): ReadingCheck {
  return { kind: "reading", id: `${setupKey(setup)}/${fn}/${red}/${black}`, setup, fn, red, black };
}

export function observationCheck(unit: UnitModel, id: string): ObservationCheck {
  const observation = unit.observations.find((o) => o.id === id);
  if (!observation) throw new RangeError(`The unit ${unit.id} has no observation “${id}”.`);
  return {
    kind: "observation",
    id: `see/${id}`,
    setup: { state: observation.state, lifts: [] },
    observation: id,
  };
}

/**
 * The checks worth proposing:
 * live: every point against its side's reference, across every part with a point at both ends, and V AC where a part
 * has something alternating across it whatever its side;
 * dead: ohms across every such part, and across the parts at a lifted terminal with it lifted, the diode range both
 * ways across every junction; every observation.
 */
export function listChecks(unit: UnitModel): Check[] {
  const pairs = pairsAcrossParts(unit);
  const alternating = pairsAcrossParts(unit, (kind) => kind.alternating ?? []);
  const junctions = pairsAcrossParts(unit, (kind) => kind.junctions ?? []);
  const checks = new Map<string, Check>();
  const add = (check: Check) => void checks.set(check.id, check);
  for (const state of unit.states) {
    const setup = { state: state.id, lifts: [] };
    if (state.power === "live") {
      for (const reference of unit.references)
        for (const point of unit.points)
          if (point.side === reference.side && point.id !== reference.point)
            add(readingCheck(setup, reference.function, point.id, reference.point));
      for (const { red, black, side } of pairs) {
        const fn = unit.references.find((r) => r.side === side)?.function;
        if (fn) add(readingCheck(setup, fn, red, black));
      }
      for (const { red, black } of alternating) add(readingCheck(setup, "vac", red, black));
      continue;
    }
    for (const { red, black } of junctions) {
      add(readingCheck(setup, "diode", red, black));
      add(readingCheck(setup, "diode", black, red));
    }
    for (const { red, black } of pairs) add(readingCheck(setup, "ohm", red, black));
    const reference = unit.references.find((r) => r.side === "mains")?.point;
    if (reference)
      for (const point of unit.points)
        if (point.side === "mains" && point.id !== reference)
          add(readingCheck(setup, "ohm", point.id, reference));
    for (const lift of unit.lifts) {
      const nets = netsAt(unit, lift.terminals);
      for (const pair of pairs)
        if (pair.nets.some((n) => nets.has(n)))
          add(readingCheck({ state: state.id, lifts: [lift.id] }, "ohm", pair.red, pair.black));
    }
  }
  // What only a run can tell is weighed when it is said; it is not computed beforehand.
  for (const { id, kind } of unit.observations)
    if (kind !== "reaches" && kind !== "code") add(observationCheck(unit, id));
  return [...checks.values()];
}

interface PartPair {
  readonly part: string;
  readonly red: string;
  readonly black: string;
  readonly side: Point["side"];
  readonly nets: readonly string[];
}

/** Pairs of points on either side of a part, the point on the part's own terminal before another on the same net. */
export function pairsAcrossParts(
  unit: UnitModel,
  pairsOf: (kind: PartKind) => readonly (readonly [string, string])[] = (kind) => kind.across,
): PartPair[] {
  return unit.parts.flatMap((part) =>
    pairsOf(CATALOGUE.get(part.type)!).flatMap(([a, b]): PartPair[] => {
      const red = pointAt(unit, `${part.id}.${a}`);
      const black = pointAt(unit, `${part.id}.${b}`);
      if (!red || !black || red.id === black.id || red.side !== black.side) return [];
      return [
        {
          part: part.id,
          red: red.id,
          black: black.id,
          side: red.side,
          nets: [part.terminals[a]!, part.terminals[b]!],
        },
      ];
    }),
  );
}

/** Net of a terminal "part.terminal". */
export function netOf(unit: UnitModel, terminal: string): string | undefined {
  const dot = terminal.lastIndexOf(".");
  return unit.parts.find((p) => p.id === terminal.slice(0, dot))?.terminals[terminal.slice(dot + 1)];
}

export function pointAt(unit: UnitModel, terminal: string): Point | undefined {
  const own = unit.points.find((p) => (p.terminal ?? p.id) === terminal);
  if (own) return own;
  const net = netOf(unit, terminal);
  return unit.points
    .filter((p) => netOf(unit, p.terminal ?? p.id) === net)
    .sort((a, b) => a.minutes - b.minutes)[0];
}

function netsAt(unit: UnitModel, terminals: readonly string[]): Set<string> {
  return new Set(terminals.map((t) => netOf(unit, t)).filter((n) => n !== undefined));
}
