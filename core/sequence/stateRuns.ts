import { settle, type OperatingPoint } from "#core/circuit/index.ts";
import {
  expandState,
  type ExpandedUnit,
  type Fault,
  type Setup,
  type State,
  type UnitModel,
} from "#core/unit/index.ts";
import { runSequence, type Moment, type Run, type Scenario } from "./run.ts";
import {
  liveKey,
  openedProtection,
  situationKey,
  workJudge,
  World,
  type LiveState,
  type OpenedPart,
} from "./world.ts";
import type { Work } from "./work.ts";

/** Where a unit stands when it is asked for a state under some faults: the circuit that a reading there is taken on. */
export interface Stand {
  /** Stands with one key have one circuit but for their faults. */
  readonly key: string;
  readonly state: LiveState;
  /** Whether the run gets to the state; else this is where it comes to rest. */
  readonly reached: boolean;
  /** What protects and has opened by then. */
  readonly opened: readonly OpenedPart[];
  /** Seconds it stays so in one try; Infinity where it rests. */
  readonly seconds: number;
}

/** What somebody sees and hears of a state that is asked for. */
export interface Seen {
  readonly reached: boolean;
  readonly working: ReadonlyMap<string, Work>;
  readonly relays: ReadonlySet<string>;
  readonly effects: ReadonlySet<string>;
}

/** A state solved under faults. */
export interface StandPoint {
  readonly stand: Stand;
  readonly expanded: ExpandedUnit;
  /** The same circuit without any fault. */
  readonly healthy: OperatingPoint;
  readonly point: OperatingPoint;
}

/** How a state is come by in the healthy unit: the scenario that asks for it, and the moment that stands for it. */
interface Asked {
  readonly scenario: Scenario;
  readonly moment: Moment;
}

/** Runs of faults kept at once: they are asked for state after state. */
const MOST_KEPT = 1500;
const MOST_CIRCUITS = 200;

/**
 * A unit's states under faults. A state is what is asked of the unit: a run of its sequence says how far that comes, and
 * everything that is read, seen or heard in the state is taken where the unit then stands. The states of a unit without
 * a sequence, and those that no step of it is, stand as the model declares them.
 */
export class StateRuns {
  readonly unit: UnitModel;
  private readonly meant: StateRuns;
  private readonly worlds = new Map<string, World>();
  private readonly asked = new Map<string, Asked | undefined>();
  private readonly runs = new Map<string, Run>();
  /** Stands that were told, by state and faults. */
  private readonly stands = new Map<string, Stand>();
  /** What opens in states that no run comes to, where their circuits were solved for something else: by the faults themselves. */
  private readonly openedIn = new Map<string, WeakMap<readonly Fault[], readonly OpenedPart[]>>();
  /** Circuits of stands, by their keys and what is lifted. */
  private readonly circuits = new Map<string, { expanded: ExpandedUnit; healthy: OperatingPoint }>();

  /**
   * @param meant the unit as it was meant, where this one is wired otherwise or has another part in it: what is asked of it,
   *   its ordinary course, and what its parts are rated for are that one's
   */
  constructor(unit: UnitModel, meant?: StateRuns) {
    this.unit = unit;
    this.meant = meant ?? this;
  }

  /** The ordinary run under faults, with something taken off. */
  run(faults: readonly Fault[], lifts: readonly string[] = [], scenario: Scenario = {}): Run {
    const key = JSON.stringify([faults, lifts, scenario]);
    let run = this.runs.get(key);
    if (!run) {
      if (this.runs.size >= MOST_KEPT) this.runs.clear();
      this.runs.set(key, (run = runSequence(this.world(lifts), faults, scenario)));
    }
    return run;
  }

  private world(lifts: readonly string[]): World {
    const key = lifts.join("+");
    let world = this.worlds.get(key);
    if (!world) this.worlds.set(key, (world = new World(this.unit, lifts, this.meant.unit)));
    return world;
  }

  /** Runs every scenario that some state is asked for by under the faults, one after the other: they share much. */
  prepare(faults: readonly Fault[]): void {
    if (!this.unit.sequence) return;
    this.run(faults);
    for (const state of this.unit.states) {
      const asked = state.power === "live" ? this.askedFor(state) : undefined;
      if (asked) this.run(faults, [], asked.scenario);
    }
  }

  /** Takes where a unit with nothing off stands in a state under faults, so that no run need tell. */
  learn(state: string, faults: readonly Fault[], stand: Stand): void {
    this.stands.set(JSON.stringify([state, faults]), stand);
  }

  /** Takes the circuit of a setup under faults, solved for something else, so that it need not be solved again for what opens. */
  learnOpened(setup: Setup, faults: readonly Fault[], point: OperatingPoint): void {
    const state = this.declared(setup.state);
    if (setup.lifts.length > 0 || state.power === "dead" || this.askedFor(state)) return;
    let known = this.openedIn.get(state.id);
    if (!known) this.openedIn.set(state.id, (known = new WeakMap()));
    known.set(faults, openedProtection(point, this.unit));
  }

  /** Where the unit stands in a setup under faults. */
  stand(setup: Setup, faults: readonly Fault[]): Stand {
    const told = this.stands.size > 0 && setup.lifts.length === 0;
    const known = told ? this.stands.get(JSON.stringify([setup.state, faults])) : undefined;
    return known ?? this.standByRun(setup, faults);
  }

  private standByRun(setup: Setup, faults: readonly Fault[]): Stand {
    const state = this.declared(setup.state);
    // What has opened stays open when the supply is off; resetting it is a try, not a reading.
    if (state.power === "dead")
      return { key: state.id, state, reached: true, opened: this.openings(faults), seconds: Infinity };
    const asked = this.askedFor(state);
    if (!asked) return { key: state.id, state, reached: true, opened: [], seconds: Infinity };
    const run = this.run(faults, setup.lifts, asked.scenario);
    const moment = momentOf(run, this.stepsOf(state), asked.moment);
    if (!moment) {
      const last = run.moments.at(-1)!;
      const live = this.world(setup.lifts).stateOf(last.situation);
      return {
        key: liveKey(live),
        state: live,
        reached: false,
        opened: last.opened,
        seconds: Infinity,
      };
    }
    const live = this.inStep(state, asked.moment, moment);
    return {
      key: liveKey(live),
      state: live,
      reached: true,
      opened: moment.opened,
      seconds: moment.seconds,
    };
  }

  /** The unit's circuit in a setup under faults, solved. */
  point(setup: Setup, faults: readonly Fault[]): StandPoint {
    const stand = this.stand(setup, faults);
    const { expanded, healthy } = this.circuit(stand, setup.lifts);
    const all = [...faults, ...stand.opened];
    const point = all.length > 0 ? settle(expanded.withFaults(all), healthy) : healthy;
    return { stand, expanded, healthy, point };
  }

  /** The circuit of a stand, without any fault. */
  circuit(
    { key, state }: Stand,
    lifts: readonly string[],
  ): { expanded: ExpandedUnit; healthy: OperatingPoint } {
    const at = [key, ...lifts].join("+");
    let circuit = this.circuits.get(at);
    if (!circuit) {
      if (this.circuits.size >= MOST_CIRCUITS) this.circuits.clear();
      const expanded = expandState(this.unit, state, lifts);
      this.circuits.set(at, (circuit = { expanded, healthy: settle(expanded.circuit) }));
    }
    return circuit;
  }

  /** Lets go of the circuits that were solved, which keep what was asked of them, and of what was learned from them. */
  forgetCircuits(): void {
    this.circuits.clear();
    this.openedIn.clear();
  }

  /**
   * What is seen and heard when a state is asked for: whatever happens while the unit is in it; where it never gets
   * there, what happens after it has left its ordinary course, and where it stands then.
   */
  seen(stateId: string, faults: readonly Fault[]): Seen {
    const state = this.declared(stateId);
    const asked = state.power === "live" ? this.askedFor(state) : undefined;
    if (!asked) {
      const { point, expanded } = this.point({ state: stateId, lifts: [] }, faults);
      const relays = new Set(
        point.circuit.controls.flatMap((c, i) => (c.kind === "relay" && point.settings[i]!.on ? [c.id] : [])),
      );
      const working = workJudge(this.meant.unit).working({ expanded, point }, faults);
      return { reached: true, working, relays, effects: new Set() };
    }
    const run = this.run(faults, [], asked.scenario);
    const steps = this.stepsOf(state);
    const inside = run.moments.filter((m) => m.step !== undefined && steps.has(m.step) && m.seconds > 0);
    if (inside.length > 0) return { reached: true, ...together(inside) };
    const ordinary = new Set(this.meant.run([], [], asked.scenario).reached);
    const after = run.moments.filter(
      (m, i) => i === run.moments.length - 1 || m.step === undefined || !ordinary.has(m.step),
    );
    return { reached: false, ...together(after) };
  }

  /** What opens in an ordinary run and in the states that no run comes to, with something taken off. */
  openings(faults: readonly Fault[], lifts: readonly string[] = []): readonly OpenedPart[] {
    const opened = new Map<string, OpenedPart>();
    if (faults.length === 0 && this.meant === this) return [];
    if (this.unit.sequence) for (const o of this.run(faults, lifts).opened) opened.set(o.part, o);
    for (const state of this.unit.states) {
      if (state.power === "dead" || this.askedFor(state)) continue;
      const known = lifts.length === 0 ? this.openedIn.get(state.id)?.get(faults) : undefined;
      const here = known ?? openedProtection(this.point({ state: state.id, lifts }, faults).point, this.unit);
      for (const o of here) opened.set(o.part, o);
    }
    return [...opened.values()];
  }

  /**
   * Whether a protective part opens under faults.
   * @param after where given, only if it opens in a run that has left this step
   */
  opens(faults: readonly Fault[], part: string, after?: string): boolean {
    if (after === undefined) return this.openings(faults).some((o) => o.part === part);
    const { moments } = this.run(faults);
    const first = moments.findIndex((m) => m.opened.some((o) => o.part === part));
    // With its supply gone the board is in no step: what counts is the one it was in.
    const step = moments[first]?.step ?? moments[first - 1]?.step;
    return step !== undefined && step !== after;
  }

  private declared(id: string): State {
    const state = this.unit.states.find((s) => s.id === id);
    if (!state)
      throw new RangeError(
        `There is no state “${id}”; there are ${this.unit.states.map((s) => s.id).join(", ")}.`,
      );
    return state;
  }

  private stepsOf({ id }: State): ReadonlySet<string> {
    return new Set(this.unit.sequence!.steps.flatMap((s) => (s.state === id ? [s.id] : [])));
  }

  /** The state's scenario: an ordinary run, or the unit as it rests, whichever stays in the state longer. */
  private askedFor(state: State): Asked | undefined {
    const known = this.asked.get(state.id);
    if (known || this.asked.has(state.id)) return known;
    const { sequence } = this.unit;
    let asked: Asked | undefined;
    if (sequence?.steps.some((s) => s.state === state.id)) {
      const resting = Object.fromEntries(sequence.environment.map((e) => [e.id, e.rest]));
      for (const scenario of [{}, { environment: resting }]) {
        const run = this.meant.run([], [], scenario);
        const moment = longest(run.moments.filter((m) => this.stepsOf(state).has(m.step ?? "")));
        if (moment && moment.seconds > (asked?.moment.seconds ?? 0)) asked = { scenario, moment };
      }
    }
    this.asked.set(state.id, asked);
    return asked;
  }

  /**
   * The state as declared, but for what stands otherwise at this moment than in the healthy unit's run: a switch that
   * the unit's own work has not moved, a temperature that was not reached, an output let go.
   */
  private inStep(state: State, healthy: Moment, now: Moment): LiveState {
    const world = this.world([]);
    const [was, is] = [world.stateOf(healthy.situation), world.stateOf(now.situation)];
    return {
      power: "live",
      positions: overlaid(state.positions, was.positions, is.positions),
      celsius: overlaid(state.celsius, was.celsius, is.celsius),
      drives: is.drives,
    };
  }
}

function overlaid<T>(
  declared: Readonly<Record<string, T>>,
  was: Readonly<Record<string, T>>,
  is: Readonly<Record<string, T>>,
): Record<string, T> {
  const out = { ...declared };
  for (const id of new Set([...Object.keys(was), ...Object.keys(is)])) {
    if (was[id] === is[id]) continue;
    if (is[id] === undefined) delete out[id];
    else out[id] = is[id];
  }
  return out;
}

/** What tells one moment's circuit from another's. */
const situationText = ({ situation }: Moment) => situationKey(situation);

function longest(moments: readonly Moment[]): Moment | undefined {
  return moments.reduce<Moment | undefined>(
    (best, m) => (m.seconds > (best?.seconds ?? 0) ? m : best),
    undefined,
  );
}

/** The moment of a run that stands for a state: as in the healthy unit where it is met, else the longest. */
function momentOf(run: Run, steps: ReadonlySet<string>, healthy: Moment): Moment | undefined {
  const inside = run.moments.filter((m) => m.step !== undefined && steps.has(m.step) && m.seconds > 0);
  const alike = inside.filter((m) => situationText(m) === situationText(healthy));
  return longest(alike) ?? longest(inside);
}

function together(moments: readonly Moment[]): Omit<Seen, "reached"> {
  const working = new Map<string, Work>();
  for (const m of moments)
    for (const [part, work] of m.working) {
      const known = working.get(part);
      if (!known || work.pace > known.pace || (work.how === "well" && known.how !== "well"))
        working.set(part, work);
    }
  return {
    working,
    relays: new Set(moments.flatMap((m) => [...m.relays])),
    effects: new Set(moments.flatMap((m) => [...m.situation.effects])),
  };
}

const known = new WeakMap<UnitModel, StateRuns>();

/** The states and runs of a unit, kept with it. */
export function stateRuns(unit: UnitModel): StateRuns {
  let runs = known.get(unit);
  if (!runs) known.set(unit, (runs = new StateRuns(unit)));
  return runs;
}
