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
  type Fault,
  type Setup,
  type UnitModel,
} from "#core/unit/index.ts";
import type { Check, ObservationCheck, TrialCheck } from "../planning/checks.ts";
import type { ReadingRow, Row } from "./rows.ts";
import { spreadOnScale, toScale } from "./scale.ts";
import { faultsOf, type Case, type Suspect } from "../suspects/suspects.ts";

/** Chance of noticing what is there, and of believing one noticed what is not. Common practice, no source. */
export const NOTICED = 0.985;
export const IMAGINED = 0.015;

/** A unit's circuits by setup, each expanded and settled healthy once. */
export class Benches {
  /** Setups in which a case's contacts do not settle, as "suspect id @ setup". */
  readonly chattering: string[] = [];
  /** Per case, the fuses and breakers that open in some live setup without lifts. */
  readonly opens = new Map<Case, Set<string>>();
  private readonly unit: UnitModel;
  private readonly bySetup = new Map<string, { expanded: ExpandedUnit; healthy: OperatingPoint }>();

  constructor(unit: UnitModel) {
    this.unit = unit;
  }

  at(setup: Setup): { expanded: ExpandedUnit; healthy: OperatingPoint } {
    const key = setupKey(setup);
    let bench = this.bySetup.get(key);
    if (!bench) {
      const expanded = expandUnit(this.unit, setup);
      this.bySetup.set(key, (bench = { expanded, healthy: settle(expanded.circuit) }));
    }
    return bench;
  }

  /** Rows of checks that share one setup, for the cases given; the first of them is the healthy one. */
  rows(suspects: readonly Suspect[], cases: readonly Case[], setup: Setup, checks: readonly Check[]): Row[] {
    const { expanded, healthy } = this.at(setup);
    const live = this.unit.states.find((s) => s.id === setup.state)!.power === "live";
    return rowsOfSetup(this.unit, expanded, healthy, suspects, cases, checks, live, (c, point) => {
      if (point.status === "chatter") this.chattering.push(`${suspects[c.suspect]!.id} @ ${setupKey(setup)}`);
      if (live && setup.lifts.length === 0) this.noteOpened(c, point);
    });
  }

  private noteOpened(c: Case, point: OperatingPoint): void {
    for (const id of openProtection(point)) {
      const known = this.opens.get(c);
      if (known) known.add(id);
      else this.opens.set(c, new Set([id]));
    }
  }
}

function openProtection(point: OperatingPoint): string[] {
  return point.circuit.controls.flatMap((control, i) =>
    control.kind === "fuse" && !point.settings[i]!.on ? [control.id] : [],
  );
}

function rowsOfSetup(
  unit: UnitModel,
  expanded: ExpandedUnit,
  healthy: OperatingPoint,
  suspects: readonly Suspect[],
  cases: readonly Case[],
  checks: readonly Check[],
  live: boolean,
  note: (c: Case, point: OperatingPoint) => void,
): Row[] {
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
  const answered = checks
    .filter((c) => c.kind !== "reading")
    .map((check) => ({ check, chance: new Float64Array(cases.length) }));

  // Two contacts closed in a floating, dead circuit are too much for an update: what is left of 10⁹ Ω is lost in rounding.
  const baseFor = (faults: readonly Fault[]) => (faults.length > 1 && !live ? undefined : healthy);
  cases.forEach((c, i) => {
    const faults = faultsOf(c);
    const point = faults.length > 0 ? settle(expanded.withFaults(faults), baseFor(faults)) : healthy;
    note(c, point);
    for (const { fn, lines, results } of sets) fillCase(fn, lines, results, i, point, healthy);
    for (const { check, chance } of answered)
      chance[i] =
        check.kind === "trial"
          ? chanceHolds(check, point)
          : chanceSeen(unit, expanded, healthy, point, check, suspects, suspects[c.suspect]!);
  });
  const steps = sizeSteps(cases);
  for (const { results } of sets) for (const result of results) widenForSize(steps, result);
  return [...readings.map(({ check, result }) => ({ check, ...result })), ...answered];
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

function chanceSeen(
  unit: UnitModel,
  expanded: ExpandedUnit,
  healthy: OperatingPoint,
  point: OperatingPoint,
  check: ObservationCheck,
  suspects: readonly Suspect[],
  suspect: Suspect,
): number {
  const observation = unit.observations.find((o) => o.id === check.observation)!;
  const single = suspect.both?.map((i) => suspects[i]!) ?? [suspect];
  if (observation.kind === "look" || observation.kind === "smell")
    return Math.max(...single.map((s) => observation.signs[s.id] ?? observation.otherwise));
  const part = observation.part!;
  const present =
    observation.kind === "listen"
      ? point.circuit.controls.some((control, i) => control.id === part && point.settings[i]!.on)
      : single.every((s) => s.part !== part || s.works) &&
        workShare(unit, expanded, healthy, point, part) > 0.7;
  return present ? NOTICED : IMAGINED;
}

/** Strip: whether every fuse and breaker holds in this setup, with something taken off the supply. */
function chanceHolds({ trial }: TrialCheck, point: OperatingPoint): number {
  if (trial !== "strip") throw new RangeError(`A ${trial} is not settled by the circuit.`);
  return openProtection(point).length === 0 ? NOTICED : IMAGINED;
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
