import { openings, settle, transferInto, voltageInto, type OperatingPoint } from "#core/circuit/index.ts";
import {
  CATALOGUE,
  expandState,
  type Board,
  type BoardThresholds,
  type ExpandedUnit,
  type Fault,
  type State,
  type UnitModel,
} from "#core/unit/index.ts";
import { ampsOf, WorkJudge, type Work } from "./work.ts";

/** How everything around the board stands at one moment. */
export interface BoardSituation {
  /** Outputs that the board drives. */
  readonly drives: readonly string[];
  /** Setting of each environment. */
  readonly environment: ReadonlyMap<string, string>;
  /** Effects of the unit's work that are there. */
  readonly effects: ReadonlySet<string>;
}

/** A situation solved under some faults. */
export interface Solved {
  readonly expanded: ExpandedUnit;
  readonly healthy: OperatingPoint;
  readonly point: OperatingPoint;
}

/** A state's circuit as far as a run knows it. */
export type LiveState = Pick<State, "power" | "positions" | "celsius" | "drives">;

/**
 * One unit with its board, solved in any situation. Healthy situations are kept: a fault is a small change of them, and
 * the next fault meets the same ones again.
 */
export class World {
  readonly unit: UnitModel;
  readonly board: Board;
  private readonly lifts: readonly string[];
  private readonly kept = new Map<string, { expanded: ExpandedUnit; healthy: OperatingPoint }>();
  private recent: { under: string; points: Map<string, OperatingPoint> } = { under: "", points: new Map() };
  private readonly judge: WorkJudge;

  /**
   * @param lifts what is taken off throughout
   * @param meant the unit whose parts are in their places: what work is well done is by it
   */
  constructor(unit: UnitModel, lifts: readonly string[] = [], meant: UnitModel = unit) {
    if (!unit.sequence) throw new RangeError(`The unit ${unit.id} has no sequence.`);
    this.unit = unit;
    this.board = unit.sequence;
    this.lifts = lifts;
    this.judge = workJudge(meant);
  }

  /** Solves a situation under faults; what was solved under the same faults last is kept. */
  solve(situation: BoardSituation, faults: readonly Fault[]): Solved {
    const state = this.stateOf(situation);
    const key = liveKey(state);
    const kept = this.healthyAt(key, state);
    if (faults.length === 0) return { ...kept, point: kept.healthy };
    const under = JSON.stringify(faults);
    if (this.recent.under !== under) this.recent = { under, points: new Map() };
    let point = this.recent.points.get(key);
    if (!point) this.recent.points.set(key, (point = settle(kept.expanded.withFaults(faults), kept.healthy)));
    return { ...kept, point };
  }

  private healthyAt(key: string, state: LiveState) {
    let kept = this.kept.get(key);
    if (!kept) {
      const expanded = expandState(this.unit, state, this.lifts);
      this.kept.set(key, (kept = { expanded, healthy: settle(expanded.circuit) }));
    }
    return kept;
  }

  /** The unit's switches and temperatures: what the environment sets, then what its own work has moved. */
  stateOf({ drives, environment, effects }: BoardSituation): LiveState {
    const sections = [
      ...this.board.environment.map((e) => e.settings.find((s) => s.id === environment.get(e.id))!),
      ...this.board.effects.filter((e) => effects.has(e.id)),
    ];
    return {
      power: "live",
      positions: Object.assign({}, ...sections.map((s) => s.positions)) as State["positions"],
      celsius: Object.assign({}, ...sections.map((s) => s.celsius)) as State["celsius"],
      drives: drives.map((output) => ({ output, needs: [] })),
    };
  }

  isTrue(input: BoardThresholds, { expanded, point }: Solved): boolean {
    const volts = voltsBetween(expanded, point, input.from, input.to, input.domain);
    return volts >= (input.above ?? -Infinity) && volts <= (input.below ?? Infinity);
  }

  isAlive(solved: Solved, working: ReadonlyMap<string, Work>): boolean {
    const { expanded, point } = solved;
    if (this.board.runBy !== undefined && !working.has(this.board.runBy)) return false;
    return this.board.alive.every((name) => {
      const { from, to, min, max, domain } = this.unit.needs[name]!;
      const volts = voltsBetween(expanded, point, from, to, domain);
      return volts >= min && volts <= max;
    });
  }

  /** Parts that do their work, and how. */
  working(solved: Solved, faults: readonly Fault[]): ReadonlyMap<string, Work> {
    return this.judge.working(solved, faults);
  }

  /** Whether current can flow between two nets as things stand, diodes aside. */
  isPath(
    { from, to, ohms }: { from: string; to: string; ohms: number },
    { expanded, point }: Solved,
  ): boolean {
    const [a, b] = [expanded.nodeOfNet(from), expanded.nodeOfNet(to)];
    transferInto(out, point.dc, a, b, a, b);
    return out[0]! <= ohms;
  }

  /** RMS current of an output's channel, A. */
  outputAmps(output: string, { expanded, point }: Solved): number {
    return ampsOf(expanded.firstBranchOf(output), point);
  }
}

const judges = new WeakMap<UnitModel, WorkJudge>();

/** The judge of a unit's parts: one for all its states and runs. */
export function workJudge(unit: UnitModel): WorkJudge {
  let judge = judges.get(unit);
  if (!judge) {
    const healthy = () =>
      [...unit.states.filter((s) => s.power === "live"), ...statesOfSteps(unit)].map((s) => {
        const expanded = expandState(unit, s);
        return { expanded, point: settle(expanded.circuit) };
      });
    judges.set(unit, (judge = new WorkJudge(unit, healthy)));
  }
  return judge;
}

/** What tells one live state's circuit from another's. */
export function liveKey({ positions, celsius, drives }: LiveState): string {
  const sorted = (section: Readonly<Record<string, unknown>>) => Object.entries(section).sort();
  return JSON.stringify([sorted(positions), sorted(celsius), drives.map((d) => d.output).sort()]);
}

/** Each step's outputs with the unit as an ordinary run finds it, where no state stands for the step. */
function statesOfSteps({ sequence }: UnitModel): LiveState[] {
  if (!sequence) return [];
  const found = sequence.environment.map((e) => e.settings.find((s) => s.id === e.run)!);
  return sequence.steps
    .filter((s) => s.state === undefined && s.drives.length > 0)
    .map((s) => ({
      power: "live",
      positions: Object.assign({}, ...found.map((f) => f.positions)) as State["positions"],
      celsius: Object.assign({}, ...found.map((f) => f.celsius)) as State["celsius"],
      drives: s.drives.map((output) => ({ output, needs: [] })),
    }));
}

export function situationKey({ drives, environment, effects }: BoardSituation): string {
  return [[...drives].sort().join(), [...environment.values()].join(), [...effects].sort().join()].join("|");
}

/** Something protective that has opened, as the fault it is from then on, and why. */
export interface OpenedPart extends Fault {
  readonly why: "current" | "residual" | "heat";
}

/** Protective parts that a point has opened. */
export function openedProtection(point: OperatingPoint, unit: UnitModel): OpenedPart[] {
  return openings(point).map(({ id, why }) => ({ part: id, mode: openMode(unit, id), why }));
}

/** Protective parts that their place's heat has opened in this state, and that rest closed. */
export function openedByHeat(unit: UnitModel, positions: State["positions"]): OpenedPart[] {
  return Object.entries(positions).flatMap(([id, position]): OpenedPart[] => {
    const { type } = unit.parts.find((p) => p.id === id)!;
    return position === "open" && CATALOGUE.get(type)!.protective?.opensOn === "heat"
      ? [{ part: id, mode: openMode(unit, id), why: "heat" }]
      : [];
  });
}

function openMode(unit: UnitModel, id: string): string {
  const { type } = unit.parts.find((p) => p.id === id)!;
  return CATALOGUE.get(type)!.protective!.mode;
}

const out = new Float64Array(2);

function voltsBetween(
  expanded: ExpandedUnit,
  point: OperatingPoint,
  from: string,
  to: string,
  domain: "ac" | "dc",
) {
  voltageInto(out, point[domain], expanded.nodeOfNet(from), expanded.nodeOfNet(to));
  return domain === "dc" ? out[0]! : Math.hypot(out[0]!, out[1]!);
}
