import {
  bypassRefusal,
  CATALOGUE,
  setupKey,
  type BypassRefusal,
  type PartKind,
  type Point,
  type Setup,
  type UnitModel,
  referencesOf,
} from "#core/unit/index.ts";
import { METER_FUNCTIONS, type MeterFunction } from "#core/meter/index.ts";
import { isForbidden } from "./hazards.ts";
import { netOf, pointAt } from "./pointNets.ts";
import { railsWithAPlugOff } from "./railChecks.ts";
import { pairsThroughConductors } from "./throughConductors.ts";

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
  /** strip, in a try of the strip-down: the loads that were off, by part. */
  readonly off?: readonly string[];
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
  const dead = unit.states.find((s) => s.power === "dead");
  const setup = {
    state: trial === "bench" && dead ? dead.id : trial === "strip" ? live.id : (course?.state ?? live.id),
    lifts: trial === "strip" ? [subject] : [],
  };
  return { kind: "trial", id: `try/${trial}/${subject}`, setup, trial, subject };
}

/**
 * A try of the strip-down: these loads off, all others on, and the whole run made. With one load off by a plug of its own it is
 * the trial of that plug.
 */
export function stripCheck(unit: UnitModel, off: readonly string[]): TrialCheck {
  const live = unit.states.find((s) => s.power === "live");
  if (!live) throw new TrialError("This unit has no live state to try anything in.");
  const lifts = off.flatMap((load) => takenOffBy(unit, load));
  const subject = lifts.length === 1 ? lifts[0]! : off.join(",");
  return {
    kind: "trial",
    id: `try/strip/${lifts.length === 1 ? lifts[0]! : off.length === 0 ? "all-on" : off.join(",")}`,
    setup: { state: live.id, lifts },
    trial: "strip",
    subject,
    off,
  };
}

/** What takes a load off: the plug that is its own, else the leads at its terminals, both, for a leak stays on one. */
export function takenOffBy(unit: UnitModel, load: string): string[] {
  const own = unit.lifts.find((l) => l.terminals.every((t) => t.startsWith(`${load}.`)));
  if (own) return [own.id];
  const part = unit.parts.find((p) => p.id === load);
  return Object.keys(part?.terminals ?? {})
    .filter((t) => t !== "pe")
    .map((t) => `${load}.${t}`);
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
 * has something alternating across it whatever its side; each rail of low volts with each plug off that hangs on it;
 * dead: ohms across every such part, and of one that no probe reaches from where its wires end; across the parts at a lifted
 * terminal with it lifted, the diode range both
 * ways across every junction, with the plug off too; every point of the mains side against its reference and against
 * the chassis, every load with both leads off; chains of contacts in one; the unit's own checks; every observation; a swap
 * of each item of which a known-good one is at hand, and a test on the bench of whatever comes off. Nothing that safe work
 * forbids is among them.
 */
export function listChecks(unit: UnitModel): Check[] {
  const pairs = pairsAcrossParts(unit);
  const alternating = pairsAcrossParts(unit, (kind) => kind.alternating ?? []);
  const junctions = pairsAcrossParts(unit, (kind) => kind.junctions ?? []);
  const checks = new Map<string, Check>();
  const add = (check: Check) => void checks.set(check.id, check);
  const distinct = distinctPoints(unit);
  for (const state of unit.states) {
    const setup = { state: state.id, lifts: [] };
    if (state.power === "live") {
      for (const point of distinct)
        for (const reference of referencesOf(unit, point))
          if (point.id !== reference.point)
            add(readingCheck(setup, reference.function, point.id, reference.point));
      for (const { red, black, side } of pairs) {
        const fn = referencesOf(unit, { id: red, side })[0]?.function;
        if (fn) add(readingCheck(setup, fn, red, black));
      }
      for (const { red, black } of alternating) add(readingCheck(setup, "vac", red, black));
      continue;
    }
    for (const { red, black } of junctions) {
      add(readingCheck(setup, "diode", red, black));
      add(readingCheck(setup, "diode", black, red));
    }
    for (const { red, black } of [...pairs, ...pairsThroughConductors(unit)])
      add(readingCheck(setup, "ohm", red, black));
    const mains = distinct.filter((p) => p.side === "mains");
    for (const reference of [unit.references.find((r) => r.side === "mains")?.point, chassisPoint(unit)])
      if (reference !== undefined)
        for (const point of mains)
          if (point.id !== reference) add(readingCheck(setup, "ohm", point.id, reference));
    // A chain of contacts in one reading, from each point of a course to the one before its load.
    for (const { points, reference: end } of unit.courses) {
      const way = points.filter((p) => p !== end);
      const last = way.at(-1);
      for (const from of way.slice(0, -2)) if (last) add(readingCheck(setup, "ohm", from, last));
    }
    for (const lift of unit.lifts) {
      const nets = netsAt(unit, lift.terminals);
      const lifted = { state: state.id, lifts: [lift.id] };
      for (const pair of pairs)
        if (pair.nets.some((n) => nets.has(n))) add(readingCheck(lifted, "ohm", pair.red, pair.black));
      for (const pair of junctions)
        if (pair.nets.some((n) => nets.has(n))) {
          add(readingCheck(lifted, "diode", pair.red, pair.black));
          add(readingCheck(lifted, "diode", pair.black, pair.red));
        }
    }
    for (const check of leadsOff(unit, state.id)) add(check);
  }
  for (const { setup, fn, red, black } of railsWithAPlugOff(unit)) add(readingCheck(setup, fn, red, black));
  for (const { state, lifts, function: fn, red, black } of unit.checks ?? [])
    add(readingCheck({ state, lifts }, fn, red, black));
  for (const { id, kind } of unit.observations) if (!isOfARun(kind)) add(observationCheck(unit, id));
  for (const item of unit.items) if (item.spare) add(trialCheck(unit, "swap", item.id));
  if (unit.states.some((s) => s.power === "live"))
    for (const part of partsForTheBench(unit)) add(trialCheck(unit, "bench", part));
  return [...checks.values()].filter((check) => !isForbidden(unit, check));
}

/** The unit's points without those that touch the same net as an earlier one at the same place, as quickly. */
function distinctPoints(unit: UnitModel): Point[] {
  const nets = new Map<string, string>(
    unit.parts.flatMap((p) => Object.entries(p.terminals).map(([t, net]) => [`${p.id}.${t}`, net] as const)),
  );
  const known = new Set<string>();
  return unit.points.filter(({ id, terminal, side, place, cover, minutes }) => {
    const key = [nets.get(terminal ?? id) ?? id, side, place, cover, minutes].join(" ");
    return !known.has(key) && known.add(key);
  });
}

/** What only a whole run can tell: how far it gets, which code it shows, what opens in it. It is asked, and never proposed. */
export function listAsked(unit: UnitModel): ObservationCheck[] {
  return unit.observations.filter(({ kind }) => isOfARun(kind)).map(({ id }) => observationCheck(unit, id));
}

function isOfARun(kind: UnitModel["observations"][number]["kind"]): boolean {
  return kind === "reaches" || kind === "code" || kind === "opens";
}

/** A point on the chassis or the protective earth, where the unit has one. */
function chassisPoint(unit: UnitModel): string | undefined {
  const chassis = new Set(unit.parts.flatMap((p) => p.terminals["pe"] ?? []));
  return unit.points.find((p) => chassis.has(netOf(unit, p.terminal ?? p.id) ?? ""))?.id;
}

/** Every load to the chassis with both its leads off, since a leak stays connected through the neutral. */
function leadsOff(unit: UnitModel, state: string): ReadingCheck[] {
  const chassis = chassisPoint(unit);
  if (chassis === undefined) return [];
  return unit.parts.flatMap((part) => {
    if (part.terminals["pe"] === undefined || CATALOGUE.get(part.type)!.feeds || part.type === "wire")
      return [];
    const leads = Object.keys(part.terminals)
      .filter((t) => t !== "pe")
      .map((t) => `${part.id}.${t}`);
    const point = unit.points.find((p) => leads.includes(p.terminal ?? p.id));
    return point && point.id !== chassis
      ? [readingCheck({ state, lifts: leads }, "ohm", point.id, chassis)]
      : [];
  });
}

/**
 * The check that an id names, as checks are named: "state+lift/function/red/black", "see/observation", "try/trial/subject".
 * @returns undefined where the unit has no such thing
 */
export function checkById(unit: UnitModel, id: string): Check | undefined {
  const [first = "", second = "", third, fourth] = id.split("/");
  try {
    if (first === "see") return observationCheck(unit, second);
    if (first === "try")
      return TRIALS.includes(second as Trial) ? trialCheck(unit, second as Trial, third ?? "") : undefined;
  } catch {
    return undefined;
  }
  const [state = "", ...lifts] = first.split("+");
  const isPoint = (point: string | undefined) => unit.points.some((p) => p.id === point);
  const isLift = (lift: string) => unit.lifts.some((l) => l.id === lift) || netOf(unit, lift) !== undefined;
  const known =
    unit.states.some((s) => s.id === state) &&
    METER_FUNCTIONS.includes(second as MeterFunction) &&
    isPoint(third) &&
    isPoint(fourth) &&
    lifts.every(isLift);
  return known ? readingCheck({ state, lifts }, second as MeterFunction, third!, fourth!) : undefined;
}

/** An item of more parts than this is a board: none of them comes off to be tested. */
const BOARD_PARTS = 6;

/** Parts that come off on their own, so that they can be tested so: those of items that are no boards and no supply. */
function partsForTheBench(unit: UnitModel): string[] {
  const parts = new Map<string, number>();
  for (const { item } of unit.parts) parts.set(item, (parts.get(item) ?? 0) + 1);
  const conductors = ["wire", "pin", "screw-terminal", "splice"];
  return unit.parts
    .filter(
      (p) =>
        !CATALOGUE.get(p.type)!.feeds &&
        (conductors.includes(p.type) || parts.get(p.item)! <= BOARD_PARTS) &&
        CATALOGUE.get(p.type)!.modes.length > 0,
    )
    .map((p) => p.id);
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

function netsAt(unit: UnitModel, terminals: readonly string[]): Set<string> {
  return new Set(terminals.map((t) => netOf(unit, t)).filter((n) => n !== undefined));
}
