import { branchCurrentInto, settle, type OperatingPoint } from "#core/circuit/index.ts";
import { predictReading, sensitiveBranches } from "#core/meter/index.ts";
import {
  CATALOGUE,
  expandUnit,
  setupKey,
  type ExpandedUnit,
  type Setup,
  type UnitModel,
} from "#core/unit/index.ts";
import { listChecks, type Check, type ObservationCheck, type ReadingCheck } from "./checks.ts";
import { spreadOnScale, toScale } from "./scale.ts";
import { listSuspects, type Case, type Suspect } from "./suspects.ts";

/** What one reading check shows in every case; each array has one entry per case, on the scale of scale.ts. */
export interface ReadingRow {
  readonly check: ReadingCheck;
  readonly mean: Float64Array;
  readonly sd: Float64Array;
  /** d(mean)/d(supply scale). */
  readonly slope: Float64Array;
}

/** Chance, per case, that the observation is seen. */
export interface ObservationRow {
  readonly check: ObservationCheck;
  readonly chance: Float64Array;
}

export type Row = ReadingRow | ObservationRow;

/** Every check in every case: the fault dictionary of one unit. */
export interface Dictionary {
  readonly unit: UnitModel;
  readonly suspects: readonly Suspect[];
  readonly cases: readonly Case[];
  readonly rows: readonly Row[];
  /** Row of any check, computed and kept when it is not among `rows`. */
  row(check: Check): Row;
  /** Setups in which a case's contacts do not settle, as "suspect id @ setup". */
  readonly chattering: readonly string[];
}

/**
 * Builds the dictionary: one healthy factorisation a setup, every case a low-rank change of it.
 * @param report called with 0…1 after each setup
 */
export function buildDictionary(unit: UnitModel, report?: (done: number) => void): Dictionary {
  const { suspects, cases } = listSuspects(unit);
  const byId = new Map<string, Row>();
  const chattering: string[] = [];
  const compute = (checks: readonly Check[]) => {
    const groups = groupBySetup(checks);
    let done = 0;
    for (const group of groups.values()) {
      for (const row of rowsOfSetup(unit, suspects, cases, group[0]!.setup, group, chattering))
        byId.set(row.check.id, row);
      report?.(++done / groups.size);
    }
  };
  compute(listChecks(unit));
  const rows = [...byId.values()];
  return {
    unit,
    suspects,
    cases,
    rows,
    chattering,
    row(check) {
      if (!byId.has(check.id)) compute([check]);
      return byId.get(check.id)!;
    },
  };
}

function rowsOfSetup(
  unit: UnitModel,
  suspects: readonly Suspect[],
  cases: readonly Case[],
  setup: Setup,
  checks: readonly Check[],
  chattering: string[],
): Row[] {
  const expanded = expandUnit(unit, setup);
  const healthy = settle(expanded.circuit);
  const terminal = new Map(unit.points.map((p) => [p.id, p.terminal ?? p.id]));
  const node = (point: string) => expanded.nodeOf(terminal.get(point)!);
  const readings = checks
    .filter((c) => c.kind === "reading")
    .map((check) => ({ check, p: node(check.red), q: node(check.black), ...emptyRow(cases.length) }));
  const observations = checks
    .filter((c) => c.kind === "observation")
    .map((check) => ({ check, chance: new Float64Array(cases.length) }));

  cases.forEach((c, i) => {
    const point = c.fault ? settle(expanded.withFault(c.fault), healthy) : healthy;
    if (point.status === "chatter") chattering.push(`${suspects[c.suspect]!.id} @ ${setupKey(setup)}`);
    const sensitive = sensitiveBranches(point);
    for (const { check, p, q, mean, sd, slope } of readings) {
      const predicted = predictReading(point, sensitive, check.fn, p, q);
      mean[i] = toScale(check.fn, predicted.value);
      sd[i] = spreadOnScale(check.fn, predicted.value, predicted.spread);
      slope[i] = predicted.supplySlope;
    }
    for (const { check, chance } of observations)
      chance[i] = chanceSeen(unit, expanded, healthy, point, check, suspects[c.suspect]!);
  });
  for (const { mean, sd } of readings) widenForSize(cases, mean, sd);
  return [...readings.map(({ check, mean, sd, slope }) => ({ check, mean, sd, slope })), ...observations];
}

function groupBySetup(checks: readonly Check[]): Map<string, Check[]> {
  const groups = new Map<string, Check[]>();
  for (const check of checks) {
    const key = setupKey(check.setup);
    const group = groups.get(key);
    if (group) group.push(check);
    else groups.set(key, [check]);
  }
  return groups;
}

function emptyRow(cases: number) {
  return { mean: new Float64Array(cases), sd: new Float64Array(cases), slope: new Float64Array(cases) };
}

/** A fault's size is unknown between the sizes tried: each case stands for the stretch to its neighbours. */
function widenForSize(cases: readonly Case[], mean: Float64Array, sd: Float64Array): void {
  const gap = (i: number, j: number) =>
    cases[i]?.suspect === cases[j]?.suspect ? Math.abs(mean[i]! - mean[j]!) : 0;
  for (let i = 1; i < cases.length; i++) {
    const widest = Math.max(gap(i, i - 1), gap(i, i + 1));
    // Half the gap is the edge of the stretch; a uniform stretch has a deviation of its half-width over √3.
    if (widest > 0) sd[i] = Math.hypot(sd[i]!, widest / 2 / Math.sqrt(3));
  }
}

/** Chance of noticing what is there, and of believing one noticed what is not. Common practice, no source. */
const NOTICED = 0.985;
const IMAGINED = 0.015;

function chanceSeen(
  unit: UnitModel,
  expanded: ExpandedUnit,
  healthy: OperatingPoint,
  point: OperatingPoint,
  check: ObservationCheck,
  suspect: Suspect,
): number {
  const observation = unit.observations.find((o) => o.id === check.observation)!;
  if (observation.kind === "look") return observation.signs[suspect.id] ?? observation.otherwise;
  const part = observation.part!;
  const present =
    observation.kind === "listen"
      ? point.circuit.controls.some((control, i) => control.id === part && point.settings[i]!.on)
      : (suspect.part !== part || suspect.works) && workShare(unit, expanded, healthy, point, part) > 0.7;
  return present ? NOTICED : IMAGINED;
}

const current = new Float64Array(2);

/** Power in the part's working branch against the healthy unit's, as the ratio of currents squared. */
function workShare(
  unit: UnitModel,
  expanded: ExpandedUnit,
  healthy: OperatingPoint,
  point: OperatingPoint,
  partId: string,
): number {
  const part = unit.parts.find((p) => p.id === partId)!;
  const kind = CATALOGUE.get(part.type)!;
  const index = expanded.firstBranchOf(partId) + (kind.workBranch ?? 0);
  const power = (at: OperatingPoint) => {
    const { a, b, ohms } = at.circuit.branches[index]!;
    branchCurrentInto(current, at.ac, index, a, b);
    const ac = current[0]! ** 2 + current[1]! ** 2;
    branchCurrentInto(current, at.dc, index, a, b);
    return (ac + current[0]! ** 2) * ohms;
  };
  const reference = power(healthy);
  return reference > 0 ? power(point) / reference : 1;
}
