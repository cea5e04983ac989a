import { settle, type OperatingPoint } from "#core/circuit/index.ts";
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
/** What stands of a stored charge at the end of its wait is what the unit's hazard names, V; where it names none. */
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
  /** When power went off last, and what stood between two points of a store then. */
  private offSince: { readonly clock: number; readonly live: Standing } | undefined;

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
    if (on)
      this.running = {
        since: clock,
        world: this.world(),
        faults: this.faultsAt(clock),
        environment: { ...this.environment },
        changes: [],
      };
    else {
      this.offSince = { clock, live: this.standing(clock) };
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
    this.repaired.add(item);
    this.opened = this.opened.filter((f) => this.itemOf(f.part) !== item);
    if (wasOn) this.power(true, clock);
  }

  /** Closes what has opened. Returns whether it was open. */
  reset(part: string, clock: number): boolean {
    const wasOn = this.isOn;
    this.power(false, clock);
    const was = this.opened.length;
    this.opened = this.opened.filter((f) => f.part !== part);
    if (wasOn) this.power(true, clock);
    return this.opened.length < was;
  }

  /** Something opens that was whole: a probe has slipped. */
  open(faults: readonly Fault[], clock: number): void {
    const wasOn = this.isOn;
    this.power(false, clock);
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
   * What the meter would show, V, Ω, A, F or Hz, before noise. Off, a store's volts fall from what stood there to the
   * hazard's own figure at the end of its wait, and on: e to the minus t over a time that those two give.
   */
  reading(fn: MeterFunction, red: string, black: string, clock: number): number {
    const at = this.standing(clock);
    const value = this.between(at, fn, red, black);
    const stored = this.hazard();
    if (this.isOn || fn !== "vdc" || !stored || !this.offSince) return value;
    const was = this.between(this.offSince.live, fn, red, black);
    const safe = stored.confirmBelowVolts ?? SAFE_VOLTS;
    if (Math.abs(was) <= safe) return value;
    return was * (safe / Math.abs(was)) ** ((clock - this.offSince.clock) / stored.waitSeconds!);
  }

  /** Volts of a charge that still stands anywhere on the unit's stores, where its wait is not over. */
  isCharged(clock: number): boolean {
    const stored = this.hazard();
    return (
      !this.isOn &&
      stored !== undefined &&
      this.offSince !== undefined &&
      clock - this.offSince.clock < stored.waitSeconds!
    );
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
