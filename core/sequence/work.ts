import { branchCurrentInto, type OperatingPoint } from "#core/circuit/index.ts";
import {
  CATALOGUE,
  type Badly,
  type ExpandedUnit,
  type Fault,
  type Part,
  type UnitModel,
  type WorkKind,
} from "#core/unit/index.ts";

/** How a part does its work, and at which pace against its rated one. */
export interface Work {
  readonly how: "well" | Badly;
  readonly pace: number;
}

/** Current (A) or torque (A²) that idles: less is no work at all. */
const LEAST_AMPS = 3e-5;

/**
 * The parts that do work, with how: what a customer would see of each in a solved circuit. The current in a part's
 * working branch is held against that at its rated volts, for a motor with a start winding the torque of both; a failure
 * that reads right and does not work is taken as it is.
 */
export class WorkJudge {
  private readonly unit: UnitModel;
  private readonly parts: readonly { part: Part; work: WorkKind<unknown>; rated: number | undefined }[];
  private readonly best: () => ReadonlyMap<string, number>;
  private known: ReadonlyMap<string, number> | undefined;

  /** @param healthy the healthy unit's circuits, asked for once: the most a part is given where its rating is not known */
  constructor(unit: UnitModel, healthy: () => readonly Pick<Solved, "expanded" | "point">[]) {
    this.unit = unit;
    this.parts = unit.parts.flatMap((part) => {
      const work = CATALOGUE.get(part.type)!.work;
      return work ? [{ part, work, rated: work.start ? undefined : work.amps?.(part.parameters) }] : [];
    });
    this.best = () => {
      const most = new Map<string, number>();
      for (const solved of healthy())
        for (const { part, work } of this.parts)
          most.set(part.id, Math.max(most.get(part.id) ?? 0, effortOf(part, work, solved)));
      return most;
    };
  }

  /** Parts at work in a solved circuit. */
  working(solved: Pick<Solved, "expanded" | "point">, faults: readonly Fault[]): ReadonlyMap<string, Work> {
    const busy = new Map<string, Work>();
    for (const { part, work, rated } of this.parts) {
      const whole = rated ?? (this.known ??= this.best()).get(part.id)!;
      if (whole < LEAST_AMPS) continue;
      const share = effortOf(part, work, solved) / whole;
      const { from, fully } = part.working ?? work;
      if (share < from) continue;
      const limits = faults.map((f) => (f.part === part.id ? this.modeOf(part, f.mode) : undefined));
      if (limits.includes(false)) continue;
      const badly = limits.find((l) => typeof l === "string");
      busy.set(part.id, {
        how: share < fully ? work.badly : (badly ?? "well"),
        pace: (badly === "slow" || badly === "weak" ? SLOWED : 1) * Math.min(1, share) ** work.pace,
      });
    }
    return busy;
  }

  private modeOf({ type }: Part, mode: string): false | Badly | undefined {
    return CATALOGUE.get(type)!.modes.find((m) => m.id === mode)?.works;
  }
}

/** Pace of a part that its own mechanics slow down. Common practice, no source. */
const SLOWED = 0.6;

interface Solved {
  readonly expanded: ExpandedUnit;
  readonly point: OperatingPoint;
}

const out = new Float64Array(2);
const other = new Float64Array(2);

/** RMS current in the working branch, AC and DC together, A; of a motor with a start winding its torque's root, A. */
function effortOf(part: Part, work: WorkKind<unknown>, { expanded, point }: Solved): number {
  const first = expanded.firstBranchOf(part.id);
  if (work.start === undefined) return ampsOf(first + work.branch, point, work.polar);
  phasorInto(out, first + work.branch, point);
  phasorInto(other, first + work.start, point);
  // |I₁|·|I₂|·sin of the angle between them; its root follows the volts as a current does.
  return Math.sqrt(Math.abs(out[0]! * other[1]! - out[1]! * other[0]!));
}

function phasorInto(into: Float64Array, index: number, point: OperatingPoint): void {
  const { a, b } = point.circuit.branches[index]!;
  branchCurrentInto(into, point.ac, index, a, b);
}

/** RMS current of a branch over both domains, A; `polar`: what DC flows from its b to its a is none. */
export function ampsOf(index: number, point: OperatingPoint, polar = false): number {
  const { a, b } = point.circuit.branches[index]!;
  branchCurrentInto(out, point.ac, index, a, b);
  const ac = Math.hypot(out[0]!, out[1]!);
  branchCurrentInto(out, point.dc, index, a, b);
  return Math.hypot(ac, polar ? Math.max(0, out[0]!) : out[0]!);
}
