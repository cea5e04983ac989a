import {
  branchCurrentInto,
  settle,
  transferInto,
  voltageInto,
  type Circuit,
  type OperatingPoint,
} from "#core/circuit/index.ts";
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

/** How everything around the board stands at one moment. */
export interface Standing {
  /** Outputs that the board drives. */
  readonly drives: readonly string[];
  /** Setting of each environment. */
  readonly environment: ReadonlyMap<string, string>;
  /** Effects of the unit's work that are there. */
  readonly effects: ReadonlySet<string>;
}

/** A standing solved under some faults. */
export interface Solved {
  readonly expanded: ExpandedUnit;
  readonly healthy: OperatingPoint;
  readonly point: OperatingPoint;
}

/** Power in the part's working branch, against the healthy unit's at its best, above which it does its work. */
const WORKING_SHARE = 0.7;
/** Work (A²) that counts as any at all: a part that idles is not at work. */
const LEAST_WORK = 1e-9;

/**
 * One unit with its board, solved at any standing. Healthy standings are kept: a fault is a small change of them, and
 * the next fault meets the same ones again.
 */
export class World {
  readonly unit: UnitModel;
  readonly board: Board;
  private readonly kept = new Map<string, { expanded: ExpandedUnit; healthy: OperatingPoint }>();
  /** Work of each part's working branch in the healthy unit, A², the most that was met. */
  private readonly fullWork = new Map<string, number>();

  constructor(unit: UnitModel) {
    if (!unit.sequence) throw new RangeError(`The unit ${unit.id} has no sequence.`);
    this.unit = unit;
    this.board = unit.sequence;
  }

  solve(standing: Standing, faults: readonly Fault[]): Solved {
    const kept = this.healthyAt(standing);
    if (faults.length === 0) return { ...kept, point: kept.healthy };
    return { ...kept, point: settle(kept.expanded.withFaults(faults), kept.healthy) };
  }

  private healthyAt(standing: Standing) {
    const key = standingKey(standing);
    let kept = this.kept.get(key);
    if (!kept) {
      const expanded = expandState(this.unit, this.stateOf(standing));
      kept = { expanded, healthy: settle(expanded.circuit) };
      this.kept.set(key, kept);
      for (const { id } of this.unit.parts) {
        const work = workOf(this.unit, id, expanded, kept.healthy);
        if (work !== undefined) this.fullWork.set(id, Math.max(work, this.fullWork.get(id) ?? 0));
      }
    }
    return kept;
  }

  /** The unit's switches and temperatures: what the environment sets, then what its own work has moved. */
  stateOf({
    drives,
    environment,
    effects,
  }: Standing): Pick<State, "power" | "positions" | "celsius" | "drives"> {
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

  isAlive(solved: Solved, working: ReadonlySet<string>): boolean {
    const { expanded, point } = solved;
    if (this.board.runBy !== undefined && !working.has(this.board.runBy)) return false;
    return this.board.alive.every((name) => {
      const { from, to, min, max } = this.unit.needs[name]!;
      const volts = voltsBetween(expanded, point, from, to, "dc");
      return volts >= min && volts <= max;
    });
  }

  /** Parts that do their work: enough power in their working branch, and a mode that lets them. */
  working({ expanded, point }: Solved, faults: readonly Fault[]): ReadonlySet<string> {
    const idle = new Set(
      faults.flatMap(({ part, mode }) => {
        const { type } = this.unit.parts.find((p) => p.id === part)!;
        return CATALOGUE.get(type)!.modes.find((m) => m.id === mode)?.works === false ? [part] : [];
      }),
    );
    const busy = new Set<string>();
    for (const [id, full] of this.fullWork) {
      if (idle.has(id) || full < LEAST_WORK) continue;
      if (workOf(this.unit, id, expanded, point)! > WORKING_SHARE * full) busy.add(id);
    }
    return busy;
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

export function standingKey({ drives, environment, effects }: Standing): string {
  return [[...drives].sort().join(), [...environment.values()].join(), [...effects].sort().join()].join("|");
}

/** Protective parts that a point has opened for good, as the faults they are from then on. */
export function openedProtection(circuit: Circuit, point: OperatingPoint, unit: UnitModel): Fault[] {
  return circuit.controls.flatMap((c, i): Fault[] => {
    if ((c.kind !== "fuse" && c.kind !== "residual") || point.settings[i]!.on) return [];
    const { type } = unit.parts.find((p) => p.id === c.id)!;
    return [{ part: c.id, mode: type.endsWith("fuse") ? "blown" : "open" }];
  });
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

function ampsOf(index: number, point: OperatingPoint): number {
  const { a, b } = point.circuit.branches[index]!;
  branchCurrentInto(out, point.ac, index, a, b);
  const ac = Math.hypot(out[0]!, out[1]!);
  branchCurrentInto(out, point.dc, index, a, b);
  return Math.hypot(ac, out[0]!);
}

/** A² in a part's working branch; undefined for a part that does no work. */
function workOf(
  unit: UnitModel,
  id: string,
  expanded: ExpandedUnit,
  point: OperatingPoint,
): number | undefined {
  const { workBranch } = CATALOGUE.get(unit.parts.find((p) => p.id === id)!.type)!;
  if (workBranch === undefined) return undefined;
  return ampsOf(expanded.firstBranchOf(id) + workBranch, point) ** 2;
}
