import {
  chargedPoint,
  chargesOf,
  discharged,
  settle,
  voltsAcross,
  type Charges,
  type Circuit,
  type OperatingPoint,
} from "#core/circuit/index.ts";
import { predictReading, type MeterFunction } from "#core/meter/index.ts";
import { seeded } from "#core/quantity/index.ts";
import { runSequence, World, type Change, type Moment, type Run } from "#core/sequence/index.ts";
import { expandState, type ExpandedUnit, type Fault, type State, type UnitModel } from "#core/unit/index.ts";
import type { Hidden } from "./exercise.ts";

export interface Jumper {
  readonly from: string;
  readonly to: string;
}

/** Power came on and has not gone since: one run of the sequence. */
interface Running {
  readonly since: number;
  readonly world: World;
  readonly faults: readonly Fault[];
  readonly environment: Readonly<Record<string, string>>;
  readonly changes: Change[];
}

/** Power has gone: what stood on the capacitances when it was last worked out. */
interface Store {
  readonly charges: Charges;
  readonly at: number;
  /** Since when the circuit is wired as it is, and since when it is off. */
  readonly wired: number;
  readonly off: number;
}

/** A circuit at one moment. */
export interface Standing {
  readonly expanded: ExpandedUnit;
  readonly point: OperatingPoint;
  /** The same moment of a sound unit, for what the declared states are told apart by. */
  readonly healthy: OperatingPoint;
  /** The board's step; undefined while it is dead, locked out or off. */
  readonly step?: string;
}

/** Seconds that what comes and goes is away, and there, at most; provoked, it stays so long. */
const AWAY_SECONDS = 150;
const THERE_SECONDS = 60;
const PROVOKED_SECONDS = 45;
/** A jumper lead with its clips, Ω. Common practice, no source. */
const JUMPER_OHMS = 0.05;
/** What a hand may meet where the unit's hazard names no volts, V DC. Common practice, no source. */
const SAFE_VOLTS = 50;

/**
 * One unit with hidden faults, as it stands at a time: power, inputs, plugs off, jumpers, and the run of its sequence since
 * power came on. Seconds are those of the exercise's clock. Deterministic by its seed.
 *
 * Pulling a plug or fitting a jumper takes the power off and puts it on again: a run has one wiring.
 */
export class SimulatedUnit {
  readonly unit: UnitModel;
  private readonly hidden: Hidden;
  private readonly toggles: readonly number[];
  private readonly provoked: number[] = [];
  private readonly worlds: Map<string, World>;
  private readonly repaired = new Set<string>();
  private environment: Record<string, string>;
  private opened: Fault[] = [];
  private lifts: readonly string[] = [];
  private jumpers: readonly Jumper[] = [];
  private running: Running | undefined;
  /** What stands on the capacitances since power went off, as last worked out. */
  private store: Store | undefined;

  constructor(unit: UnitModel, hidden: Hidden, seed: number) {
    if (!unit.sequence) throw new RangeError(`The unit ${unit.id} has no sequence to run.`);
    this.unit = unit;
    this.hidden = hidden;
    this.toggles = hidden.comesAndGoes ? togglesOf(seeded(seed)) : [];
    this.worlds = worldsOf(unit);
    this.environment = Object.fromEntries(unit.sequence.environment.map((e) => [e.id, e.rest]));
  }

  get isOn(): boolean {
    return this.running !== undefined;
  }
  get inputs(): Readonly<Record<string, string>> {
    return this.environment;
  }
  get liftsOff(): readonly string[] {
    return this.lifts;
  }
  get jumpersOn(): readonly Jumper[] {
    return this.jumpers;
  }

  power(on: boolean, clock: number): void {
    if (on === this.isOn) return;
    if (on) {
      this.store = undefined;
      this.running = {
        since: clock,
        world: this.world(),
        faults: this.faultsAt(clock),
        environment: { ...this.environment },
        changes: [],
      };
    } else {
      this.store = { charges: chargesOf(this.standing(clock).point), at: clock, wired: clock, off: clock };
      this.opened = [...this.run(clock)!.opened];
      this.running = undefined;
    }
  }

  set(input: string, to: string, clock: number): void {
    this.environment = { ...this.environment, [input]: to };
    this.running?.changes.push({ at: clock - this.running.since, environment: { [input]: to } });
  }

  rewire(lifts: readonly string[], jumpers: readonly Jumper[], clock: number): void {
    const wasOn = this.isOn;
    this.power(false, clock);
    this.beforeChange(clock);
    this.lifts = lifts;
    this.jumpers = jumpers;
    if (wasOn) this.power(true, clock);
  }

  provoke(clock: number): void {
    this.provoked.push(clock);
    this.changeFaults(clock);
  }

  /** A good one is in from now on; what had opened in it as well. */
  renew(item: string, clock: number): void {
    const wasOn = this.isOn;
    this.power(false, clock);
    this.beforeChange(clock);
    this.repaired.add(item);
    this.opened = this.opened.filter((f) => this.itemOf(f.part) !== item);
    if (wasOn) this.power(true, clock);
  }

  /** Closes what has opened. Returns whether it was open. */
  reset(part: string, clock: number): boolean {
    const wasOn = this.isOn;
    this.power(false, clock);
    this.beforeChange(clock);
    const was = this.opened.length;
    this.opened = this.opened.filter((f) => f.part !== part);
    if (wasOn) this.power(true, clock);
    return this.opened.length < was;
  }

  /** Something opens that was whole: a probe has slipped. */
  open(faults: readonly Fault[], clock: number): void {
    const wasOn = this.isOn;
    this.power(false, clock);
    this.beforeChange(clock);
    this.opened = [...this.opened, ...faults.filter((f) => !this.opened.some((o) => o.part === f.part))];
    if (wasOn) this.power(true, clock);
  }

  /** Faults that are left, whether they show at this moment or not, and what has opened. */
  get left(): readonly Fault[] {
    return [...this.hidden.faults.filter((f) => !this.repaired.has(this.itemOf(f.part))), ...this.opened];
  }

  /** Faults that are there at a time. */
  faultsAt(clock: number): readonly Fault[] {
    return this.isThere(clock) ? this.left : [...this.opened];
  }

  /** The run since power came on, up to a time; undefined while it is off. */
  run(clock: number): Run | undefined {
    const { running } = this;
    if (!running) return undefined;
    const { since, world, faults, environment, changes } = running;
    const coming = this.edges()
      .filter((at) => at > since && at <= clock)
      .map((at): Change => ({ at: at - since, faults: this.faultsAt(at) }));
    return runSequence(world, faults, {
      environment,
      changes: [...changes, ...coming].sort((a, b) => a.at - b.at),
      until: Math.max(0, clock - since),
    });
  }

  /** The circuit as it stands at a time. */
  standing(clock: number): Standing {
    const run = this.run(clock);
    if (!run) return this.dead(clock);
    const last = run.moments.at(-1)!;
    const { world } = this.running!;
    const situation = { ...last.situation, environment: new Map(Object.entries(this.environment)) };
    const { expanded, healthy, point } = world.solve(situation, [
      ...this.faultsAt(clock),
      ...last.opened.filter((o) => !this.opened.some((known) => known.part === o.part)),
    ]);
    return { expanded, healthy, point, ...(last.step === undefined ? {} : { step: last.step }) };
  }

  /**
   * What the meter would show, V, Ω, A, F or Hz, before noise. Off, the volts are those that the capacitances still drive:
   * they fall as the circuit draws on them.
   */
  reading(fn: MeterFunction, red: string, black: string, clock: number): number {
    const standing = this.standing(clock);
    const charged = fn === "vdc" ? this.charged(clock) : undefined;
    return this.between({ expanded: standing.expanded, point: charged ?? standing.point }, fn, red, black);
  }

  /** Whether a charge still stands that the unit's hazard warns of: its wait is not over, or it has not gone for all that. */
  isCharged(clock: number): boolean {
    const stored = this.hazard();
    if (!stored || !this.store) return false;
    if (clock - this.store.off < stored.waitSeconds!) return true;
    const point = this.charged(clock);
    const most = stored.confirmBelowVolts ?? SAFE_VOLTS;
    // At the leads: what is left inside of a capacitor that is open does nothing.
    return point !== undefined && [...this.store.charges.keys()].some((id) => voltsAcross(point, id) > most);
  }

  /** The circuit as what is left on its capacitances drives it; undefined while it is on, or once nothing is left. */
  private charged(clock: number): OperatingPoint | undefined {
    this.bleed(clock);
    if (!this.store || this.store.charges.size === 0) return undefined;
    return chargedPoint(this.deadCircuit(clock), this.store.charges);
  }

  /** Lets the charges fall in the circuit as it is wired until now. */
  private bleed(clock: number): void {
    if (!this.store) return;
    const { charges, at, wired, off } = this.store;
    const left = discharged(this.deadCircuit(clock), charges, clock - at, at - wired);
    this.store = { charges: left, at: clock, wired, off };
  }

  /** Before the circuit is another: what was left in it until now. */
  private beforeChange(clock: number): void {
    this.bleed(clock);
    if (this.store) this.store = { ...this.store, wired: clock };
  }

  between(
    { expanded, point }: Pick<Standing, "expanded" | "point">,
    fn: MeterFunction,
    red: string,
    black: string,
  ) {
    const node = (id: string) => {
      const { terminal, net } = this.unit.points.find((p) => p.id === id)!;
      return net === undefined ? expanded.nodeOf(terminal ?? id) : expanded.nodeOfNet(net);
    };
    return predictReading(point, fn, node(red), node(black)).value;
  }

  /** Last moment of the run: what works, clicks and is lit. */
  moment(clock: number): Moment | undefined {
    return this.run(clock)?.moments.at(-1);
  }

  /** The unit with two points bridged for a moment, solved as it stands: what a slipped probe opens. */
  bridged(from: string, to: string, clock: number): OperatingPoint | undefined {
    if (!this.running) return undefined;
    const world = this.worldWith(this.lifts, [...this.jumpers, { from, to }]);
    const last = this.run(clock)!.moments.at(-1)!;
    const situation = { ...last.situation, environment: new Map(Object.entries(this.environment)) };
    return world.solve(situation, this.faultsAt(clock)).point;
  }

  private dead(clock: number): Standing {
    const declared = this.unit.states.find((s) => s.power === "dead");
    const set = this.unit.sequence!.environment.map((e) =>
      e.settings.find((s) => s.id === this.environment[e.id])!,
    );
    const state = {
      power: "dead" as const,
      positions: Object.assign({}, declared?.positions, ...set.map((s) => s.positions)) as State["positions"],
      celsius: { ...declared?.celsius },
      drives: [],
    };
    const expanded = expandState(withJumpers(this.unit, this.jumpers), state, this.lifts);
    const healthy = settle(expanded.circuit);
    const faults = this.faultsAt(clock);
    return {
      expanded,
      healthy,
      point: faults.length === 0 ? healthy : settle(expanded.withFaults(faults), healthy),
    };
  }

  private deadCircuit(clock: number): Circuit {
    return this.dead(clock).expanded.withFaults(this.faultsAt(clock));
  }

  private changeFaults(clock: number): void {
    this.running?.changes.push({ at: clock - this.running.since, faults: this.faultsAt(clock) });
  }

  /** Times at which what comes and goes comes or goes. */
  private edges(): readonly number[] {
    if (!this.hidden.comesAndGoes) return [];
    return [...this.toggles, ...this.provoked.map((t) => t + PROVOKED_SECONDS)].sort((a, b) => a - b);
  }

  private isThere(clock: number): boolean {
    if (!this.hidden.comesAndGoes) return true;
    if (this.provoked.some((t) => clock >= t && clock < t + PROVOKED_SECONDS)) return true;
    return this.toggles.filter((t) => t <= clock).length % 2 === 1;
  }

  private hazard() {
    return this.unit.hazards.find((h) => h.kind === "stored-energy" && h.waitSeconds !== undefined);
  }

  private itemOf(part: string): string {
    return this.unit.parts.find((p) => p.id === part)!.item;
  }

  private world(): World {
    return this.worldWith(this.lifts, this.jumpers);
  }

  private worldWith(lifts: readonly string[], jumpers: readonly Jumper[]): World {
    const key = JSON.stringify([[...lifts].sort(), jumpers]);
    let world = this.worlds.get(key);
    if (!world) {
      if (this.worlds.size >= MOST_WORLDS) this.worlds.clear();
      this.worlds.set(key, (world = new World(withJumpers(this.unit, jumpers), lifts)));
    }
    return world;
  }
}

const MOST_WORLDS = 12;
const known = new WeakMap<UnitModel, Map<string, World>>();

/** Wirings of a unit that were run before, kept with it: what was solved in them is the same for every exercise. */
function worldsOf(unit: UnitModel): Map<string, World> {
  let worlds = known.get(unit);
  if (!worlds) known.set(unit, (worlds = new Map<string, World>()));
  return worlds;
}

/** The unit with jumper leads between points. */
function withJumpers(unit: UnitModel, jumpers: readonly Jumper[]): UnitModel {
  if (jumpers.length === 0) return unit;
  const netOf = (id: string): string => {
    const { terminal, net } = unit.points.find((p) => p.id === id)!;
    if (net !== undefined) return net;
    const name = terminal ?? id;
    const dot = name.lastIndexOf(".");
    return unit.parts.find((p) => p.id === name.slice(0, dot))!.terminals[name.slice(dot + 1)]!;
  };
  const item = unit.items[0]!.id;
  return {
    ...unit,
    parts: [
      ...unit.parts,
      ...jumpers.map(({ from, to }, i): UnitModel["parts"][number] => ({
        id: `JUMPER-${i + 1}`,
        name: "Jumper lead",
        type: "resistor",
        terminals: { a: netOf(from), b: netOf(to) },
        parameters: { ohms: JUMPER_OHMS },
        weights: {},
        item,
      })),
    ],
  };
}

/** When it comes and when it goes, by turns, for longer than anybody works: first it is away. */
function togglesOf(random: () => number): number[] {
  const toggles: number[] = [];
  for (let clock = 0; clock < 4 * 3600;) {
    clock += (0.2 + 0.8 * random()) * (toggles.length % 2 === 0 ? AWAY_SECONDS : THERE_SECONDS);
    toggles.push(clock);
  }
  return toggles;
}
