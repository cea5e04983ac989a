import { branchCurrentInto, settle, type OperatingPoint } from "#core/circuit/index.ts";
import {
  linesOf,
  needsLive,
  predictLines,
  sameDiodes,
  type Lines,
  type MeterFunction,
} from "#core/meter/index.ts";
import {
  CATALOGUE,
  expandUnit,
  setupKey,
  type ExpandedUnit,
  type Setup,
  type UnitModel,
} from "#core/unit/index.ts";
import { symptomTable, type Symptom, type SymptomTable } from "#core/sequence/index.ts";
import { listChecks, type Check, type ObservationCheck, type ReadingCheck } from "./checks.ts";
import { spreadOnScale, toScale } from "./scale.ts";
import { listSuspects, type Case, type Suspect } from "./suspects.ts";

/** What one reading check shows in every case; each array has one entry per case, on the scale of scale.ts. */
export interface ReadingRow {
  readonly check: ReadingCheck;
  readonly mean: Float32Array;
  readonly sd: Float32Array;
  /** d(mean)/d(supply scale). */
  readonly slope: Float32Array;
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
  /** What each case looks like in an ordinary run; undefined for a unit without a sequence. Computed when first asked for. */
  symptoms(report?: (done: number) => void): SymptomTable | undefined;
  /** The same, if somebody has asked for it already. */
  symptomsSoFar(): SymptomTable | undefined;
  /** Setups in which a case's contacts do not settle, as "suspect id @ setup". */
  readonly chattering: readonly string[];
}

/** Readings (checks × cases) that a dictionary holds at most: 12 bytes each. */
const MOST_READINGS = 4e7;

/** Thrown for a unit whose dictionary would not fit. */
export class DictionarySizeError extends Error {
  constructor(checks: number, cases: number, most: number) {
    super(
      `This unit has ${checks} checks and ${cases} ways to fail, ${Math.round((checks * cases) / 1e6)} million readings; ` +
        `${most / 1e6} million fit. Give it fewer points or states, or set weights of parts that hardly fail to 0.`,
    );
    this.name = "DictionarySizeError";
  }
}

/**
 * Builds the dictionary: one healthy factorisation a setup, every case a low-rank change of it.
 * @throws DictionarySizeError before any work, for a unit that is too large
 * @param report called with 0…1 after each setup
 * @param most readings that may be held
 */
export function buildDictionary(
  unit: UnitModel,
  report?: (done: number) => void,
  most = MOST_READINGS,
): Dictionary {
  const { suspects, cases } = listSuspects(unit);
  const byId = new Map<string, Row>();
  const chattering: string[] = [];
  let table: SymptomTable | undefined;
  const symptoms = (ongoing?: (done: number) => void) => {
    if (!unit.sequence) return undefined;
    return (table ??= symptomTable(
      unit,
      cases.map((c) => c.fault),
      ongoing,
    ));
  };
  const compute = (checks: readonly Check[]) => {
    const groups = groupBySetup(checks.filter((c) => !seenInRun(unit, c)));
    for (const check of checks)
      if (check.kind === "observation" && seenInRun(unit, check))
        byId.set(check.id, runRow(unit, check, symptoms()!));
    let done = 0;
    for (const group of groups.values()) {
      for (const row of rowsOfSetup(unit, suspects, cases, group[0]!.setup, group, chattering))
        byId.set(row.check.id, row);
      report?.(++done / groups.size);
    }
  };
  const checks = listChecks(unit);
  if (checks.length * cases.length > most) throw new DictionarySizeError(checks.length, cases.length, most);
  compute(checks);
  const rows = [...byId.values()];
  return {
    unit,
    suspects,
    cases,
    rows,
    chattering,
    symptoms,
    symptomsSoFar: () => table,
    row(check) {
      if (!byId.has(check.id)) compute([check]);
      return byId.get(check.id)!;
    },
  };
}

/** Observations that only a run of the sequence can predict. */
function seenInRun(unit: UnitModel, check: Check): boolean {
  if (check.kind === "reading") return false;
  const { kind } = unit.observations.find((o) => o.id === check.observation)!;
  return kind === "reaches" || kind === "code";
}

function runRow(unit: UnitModel, check: ObservationCheck, { rows }: SymptomTable): ObservationRow {
  const { kind, step, code } = unit.observations.find((o) => o.id === check.observation)!;
  const present = (s: Symptom) => (kind === "code" ? s.code === code : s.reached.includes(step!));
  return { check, chance: Float64Array.from(rows, (s) => (present(s) ? NOTICED : IMAGINED)) };
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
  // Points on one net read the same: each pair of nodes is predicted once and its numbers are shared.
  const flat = new Float32Array(cases.length);
  const groups = new Map<MeterFunction, Group>();
  const readings = checks
    .filter((c) => c.kind === "reading")
    .map((check) => {
      const { fn } = check;
      let group = groups.get(fn);
      if (!group) groups.set(fn, (group = { fn, pairs: [], numbers: new Map(), results: [] }));
      const pair = [node(check.red), node(check.black)] as const;
      let line = group.numbers.get(pair.join());
      if (line === undefined) {
        group.numbers.set(pair.join(), (line = group.pairs.push(pair) - 1));
        group.results.push(emptyResult(fn, cases.length, flat));
      }
      return { check, result: group.results[line]! };
    });
  const sets = [...groups.values()].map((group) => ({ ...group, lines: linesOf(group.pairs) }));
  const observations = checks
    .filter((c) => c.kind === "observation")
    .map((check) => ({ check, chance: new Float64Array(cases.length) }));

  cases.forEach((c, i) => {
    const point = c.fault ? settle(expanded.withFault(c.fault), healthy) : healthy;
    if (point.status === "chatter") chattering.push(`${suspects[c.suspect]!.id} @ ${setupKey(setup)}`);
    for (const { fn, lines, results } of sets) fillCase(fn, lines, results, i, point, healthy);
    for (const { check, chance } of observations)
      chance[i] = chanceSeen(unit, expanded, healthy, point, check, suspects[c.suspect]!);
  });
  const steps = sizeSteps(cases);
  for (const { results } of sets) for (const result of results) widenForSize(steps, result);
  return [...readings.map(({ check, result }) => ({ check, ...result })), ...observations];
}

/** One meter function between two nodes, in every case. */
type Result = Pick<ReadingRow, "mean" | "sd" | "slope">;

/** The pairs of one meter function, each once, with their results. */
interface Group {
  readonly fn: MeterFunction;
  readonly pairs: (readonly [number, number])[];
  readonly numbers: Map<string, number>;
  readonly results: Result[];
}

/** Fills case i. Case 0, the healthy one, fills them all: a fault that leaves a reading as it was has nothing to add. */
function fillCase(
  fn: MeterFunction,
  lines: Lines,
  results: readonly Result[],
  i: number,
  point: OperatingPoint,
  healthy: OperatingPoint,
): void {
  if (i > 0 && readsAlike(fn, point, healthy)) return;
  predictLines(point, fn, lines);
  results.forEach(({ mean, sd, slope }, m) => {
    if (i > 0 && lines.same[m] === 1) return;
    mean[i] = toScale(fn, lines.value[m]!);
    sd[i] = spreadOnScale(fn, lines.value[m]!, lines.spread[m]!);
    slope[i] = lines.slope[m]!;
    if (i > 0) return;
    mean.fill(mean[0]!);
    sd.fill(sd[0]!);
    slope.fill(slope[0]!);
  });
}

/** Whether nothing that the function reads differs between two points of one setup. */
function readsAlike(fn: MeterFunction, a: OperatingPoint, b: OperatingPoint): boolean {
  switch (fn) {
    case "vac":
    case "lowz":
    case "aac":
    case "hz":
      return a.ac === b.ac && a.periodic?.state === b.periodic?.state;
    case "vdc":
    case "mv":
    case "adc":
    case "ua":
      return a.dc === b.dc;
    case "ohm":
    case "continuity":
    case "diode":
      return a.dc === b.dc && sameDiodes(a.circuit.controls, b.circuit.controls);
    case "farad":
      return a.ac === b.ac;
  }
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

/**
 * Seven figures are more than any meter has, so the numbers are kept in single precision. An AC reading follows the
 * mains one to one, so its slope is its mean; ohms do not follow it, so theirs is one array of zeros for all.
 */
function emptyResult(fn: MeterFunction, cases: number, flat: Float32Array): Result {
  const mean = new Float32Array(cases);
  const slope = fn === "vac" || fn === "lowz" ? mean : needsLive(fn) ? new Float32Array(cases) : flat;
  return { mean, sd: new Float32Array(cases), slope };
}

/** Neighbouring cases of one suspect, as [case, case]. */
function sizeSteps(cases: readonly Case[]): [number, number][] {
  return cases.flatMap(({ suspect }, i): [number, number][] =>
    i > 0 && cases[i - 1]!.suspect === suspect ? [[i - 1, i]] : [],
  );
}

/** A fault's size is unknown between the sizes tried: each case stands for the stretch to its neighbours. */
function widenForSize(steps: readonly [number, number][], { mean, sd }: Result): void {
  let widest: Float32Array | undefined;
  for (const [i, j] of steps) {
    const gap = Math.abs(mean[i]! - mean[j]!);
    if (gap === 0) continue;
    widest ??= new Float32Array(mean.length);
    widest[i] = Math.max(gap, widest[i]!);
    widest[j] = Math.max(gap, widest[j]!);
  }
  // Half the gap is the edge of the stretch; a uniform stretch has a deviation of its half-width over √3.
  widest?.forEach((gap, i) => {
    if (gap > 0) sd[i] = Math.sqrt(sd[i]! ** 2 + gap ** 2 / 12);
  });
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
