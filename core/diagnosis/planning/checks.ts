import {
  bypassRefusal,
  CATALOGUE,
  setupKey,
  type BypassRefusal,
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

/**
 * Something tried on the unit, answered with yes or no:
 * swap, an item for a known-good one: is the fault gone?
 * bypass, a jumper across a part for a moment: is the fault gone?
 * feed, a load straight from a safe source: does it run?
 * strip, something taken off the supply: do the fuses hold?
 * bench, a part tested on its own: is it good?
 */
export type Trial = "swap" | "bypass" | "feed" | "strip" | "bench";
export const TRIALS: readonly Trial[] = ["swap", "bypass", "feed", "strip", "bench"];

export interface TrialCheck {
  readonly kind: "trial";
  readonly id: string;
  readonly setup: Setup;
  readonly trial: Trial;
  /** swap: an item. strip: a lift. The others: a part. */
  readonly subject: string;
}

export type Check = ReadingCheck | ObservationCheck | TrialCheck;

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

/** Why a trial cannot be made on this unit, by what is missing or forbidden. */
export class TrialError extends RangeError {}

/**
 * A trial on the unit; it is made in the state in which the part's course is read, or in the unit's first live state;
 * whether the fuses hold is a matter of the whole run.
 * @throws TrialError for a subject the unit does not have, and for a jumper that may not be
 */
export function trialCheck(unit: UnitModel, trial: Trial, subject: string): TrialCheck {
  const live = unit.states.find((s) => s.power === "live");
  if (!live) throw new TrialError("This unit has no live state to try anything in.");
  const known =
    trial === "swap"
      ? unit.items.some((i) => i.id === subject)
      : trial === "strip"
        ? unit.lifts.some((l) => l.id === subject)
        : unit.parts.some((p) => p.id === subject);
  if (!known) throw new TrialError(`The unit ${unit.id} has nothing called “${subject}” to ${trial}.`);
  const refusal = trial === "bypass" ? bypassRefusal(unit, subject) : undefined;
  if (refusal) throw new TrialError(bypassText(subject, refusal));
  const course = unit.courses.find((c) => c.load === subject) ?? unit.courses[0];
  const setup = {
    state: trial === "strip" ? live.id : (course?.state ?? live.id),
    lifts: trial === "strip" ? [subject] : [],
  };
  return { kind: "trial", id: `try/${trial}/${subject}`, setup, trial, subject };
}

function bypassText(subject: string, refusal: BypassRefusal): string {
  switch (refusal) {
    case "guards":
      return `${subject} protects people or the unit: no jumper goes across it, not even for a moment.`;
    case "in-chain":
      return `${subject} is in series with something that protects people or the unit: no jumper goes across it.`;
    case "not-marked":
      return `Nothing says that ${subject} may be bridged. The unit's model marks the parts that a jumper may go across for a moment.`;
  }
}

/**
 * The checks worth proposing:
 * live: every point against its side's reference, across every part with a point at both ends, and V AC where a part
 * has something alternating across it whatever its side;
 * dead: ohms across every such part, and across the parts at a lifted terminal with it lifted, the diode range both
 * ways across every junction; every observation; a swap of each item of which a known-good one is at hand.
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
  for (const item of unit.items) if (item.spare) add(trialCheck(unit, "swap", item.id));
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
