import { branchCurrentInto, settle, type OperatingPoint } from "#core/circuit/index.ts";
import { stateRuns } from "#core/sequence/index.ts";
import { CATALOGUE, expandUnit, liftOf, type Part, type State, type UnitModel } from "#core/unit/index.ts";
import type { Load, Protection } from "./load.ts";

/** Motors draw so many times their running current for so long when they start. Common practice, no source. */
const START = { times: 5, seconds: 0.6 } as const;
const MOTORS = new Set(["motor", "split-winding-motor", "dc-motor", "three-phase-motor"]);
/** Less than this is no load, A. */
const LEAST_AMPS = 0.005;
const NEARLY = 0.95;
/** A load that draws less than this share of its most in the state first live waits to be called. */
const CALLED_SHARE = 0.2;

/**
 * The unit's loads with the most they draw in any live state, A RMS of AC or mean of DC, and what takes each off.
 * @param device a part that protects: amps are then what each load takes through that device, which a load behind a
 *   transformer or a converter does at other amps than its own, and one on another branch not at all
 */
export function unitLoads(unit: UnitModel, device?: string): Load[] {
  const live = unit.states.filter((s) => s.power === "live");
  const drawn = live.map((state) => ({ state, amps: ampsIn(unit, state) }));
  // What sits on the board that runs the unit is no load to take off: without it nothing else is called.
  const board = unit.parts.find((p) => p.id === unit.sequence?.runBy)?.item;
  const parts = unit.parts.filter((p) => CATALOGUE.get(p.type)!.work !== undefined && p.item !== board);
  return parts.flatMap((part): Load[] => {
    const own = Math.max(...drawn.map((d) => d.amps.get(part.id) ?? 0));
    // The first state that it draws nearly its most in is the soonest to be come by.
    const most = drawn.find((d) => (d.amps.get(part.id) ?? 0) >= NEARLY * own)!;
    if (own <= LEAST_AMPS) return [];
    const amps = device === undefined ? own : throughDevice(unit, device, part, most.state);
    if (amps <= LEAST_AMPS) return [];
    const lift = unit.lifts.find((l) => l.terminals.some((t) => t.startsWith(`${part.id}.`)));
    const leaves = lift ? leftOn(part, lift.terminals) : [];
    const waits = (drawn[0]!.amps.get(part.id) ?? 0) < CALLED_SHARE * own;
    return [
      {
        id: part.id,
        name: part.name,
        amps,
        ...(MOTORS.has(part.type) ? { startAmps: START.times * amps, startSeconds: START.seconds } : {}),
        ...(waits ? { runIn: { state: most.state.id, name: most.state.name } } : {}),
        ...(leaves.length > 0 ? { leaves } : {}),
        minutes: lift?.minutes ?? 1,
        weight: 1,
      },
    ];
  });
}

/**
 * What each load needs to be called: the other loads without which a sound unit's run never comes to the state in which it
 * draws. A fan that must prove itself, a pump that must fill.
 */
export function withNeeds(unit: UnitModel, loads: readonly Load[]): Load[] {
  if (!unit.sequence) return [...loads];
  const runs = stateRuns(unit);
  const called = loads.filter((l) => l.runIn);
  const without = (off: string, l: Load) =>
    !runs.stand({ state: l.runIn!.state, lifts: terminalsOf(unit, off) }, []).reached;
  return loads.map((l) => {
    if (!called.includes(l)) return l;
    const needs = loads.filter((m) => m !== l && without(m.id, l)).map((m) => m.id);
    return needs.length > 0 ? { ...l, needs } : l;
  });
}

/** The leads of a part, earth aside. */
function terminalsOf(unit: UnitModel, id: string): string[] {
  const part = unit.parts.find((p) => p.id === id)!;
  return Object.keys(part.terminals)
    .filter((t) => t !== "pe")
    .map((t) => `${id}.${t}`)
    .filter((t) => liftOf(unit, t) !== undefined);
}

/** What each working part draws in a state, A, by part. */
function ampsIn(unit: UnitModel, state: State): Map<string, number> {
  const bench = expandUnit(unit, { state: state.id, lifts: [] });
  const point = settle(bench.circuit);
  const amps = new Map<string, number>();
  for (const part of unit.parts) {
    const { work } = CATALOGUE.get(part.type)!;
    if (work) amps.set(part.id, size(currentIn(point, bench.firstBranchOf(part.id) + work.branch)));
  }
  return amps;
}

/** What a load adds to the current through a device, as phasors, A: what is gone there when it is taken off. */
function throughDevice(unit: UnitModel, device: string, part: Part, state: State): number {
  const through = (lifts: readonly string[]) => {
    const bench = expandUnit(unit, { state: state.id, lifts: [...lifts] });
    return currentIn(settle(bench.circuit), bench.firstBranchOf(device));
  };
  const [on, without] = [through([]), through(terminalsOf(unit, part.id))];
  return size({ re: on.re - without.re, im: on.im - without.im, dc: on.dc - without.dc });
}

/** The current of a branch: AC as an RMS phasor, and its DC. */
interface Current {
  readonly re: number;
  readonly im: number;
  readonly dc: number;
}

function currentIn(point: OperatingPoint, index: number): Current {
  const current = new Float64Array(2);
  const { a, b } = point.circuit.branches[index]!;
  branchCurrentInto(current, point.ac, index, a, b);
  const [re, im] = current as unknown as [number, number];
  branchCurrentInto(current, point.dc, index, a, b);
  return { re, im, dc: current[0]! };
}

const size = ({ re, im, dc }: Current): number => Math.hypot(re, im, dc);

/** Terminals of a load that its lift does not take off, earth aside. */
function leftOn(part: Part, lifted: readonly string[]): string[] {
  return Object.keys(part.terminals).filter((t) => t !== "pe" && !lifted.includes(`${part.id}.${t}`));
}

/** What the unit is protected by, the largest first. */
export function unitProtections(
  unit: UnitModel,
): { readonly id: string; readonly name: string; readonly protection: Protection }[] {
  return unit.parts.flatMap((part): { id: string; name: string; protection: Protection }[] => {
    const kind = CATALOGUE.get(part.type)!;
    const values = kind.parameters.parse(part.parameters) as {
      amps?: number;
      speed?: "quick" | "slow";
      milliamps?: number;
    };
    const of = (protection: Protection) => [{ id: part.id, name: part.name, protection }];
    if (part.type === "fuse" || part.type === "soldered-fuse")
      return of({ kind: "fuse", amps: values.amps!, speed: values.speed ?? "quick" });
    if (part.type === "breaker") return of({ kind: "breaker", amps: values.amps!, curve: "C" });
    if (part.type === "rcd") return of({ kind: "rcd", residualAmps: values.milliamps! / 1000 });
    return [];
  });
}
