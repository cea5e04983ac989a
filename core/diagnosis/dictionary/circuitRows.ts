import { settle, type OperatingPoint } from "#core/circuit/index.ts";
import {
  probePairsOf,
  needsLive,
  predictPairs,
  sameDiodes,
  type ProbePairs,
  type MeterFunction,
} from "#core/meter/index.ts";
import { stateRuns, type Seen, type Stand, type StateRuns, type Work } from "#core/sequence/index.ts";
import {
  CATALOGUE,
  setupKey,
  type Fault,
  type Observation,
  type Setup,
  type UnitModel,
} from "#core/unit/index.ts";
import type { Check, ObservationCheck, ReadingCheck } from "../planning/checks.ts";
import type { AnswerRow, ReadingRow, Row } from "./rows.ts";
import { spreadOnScale, toScale } from "./scale.ts";
import type { Case, Suspect } from "../suspects/suspects.ts";

/** Chance of noticing what is there, and of believing one noticed what is not. Common practice, no source. */
export const HIT_RATE = 0.985;
export const FALSE_ALARM = 0.015;
/** A lever that is down, or a wire that is gone, is seen. Common practice, no source. */
const SEEN_OPEN = 0.95;
/** What is said of a part that works badly: that it does so, or that it works. Common practice, no source. */
const SAID_BADLY = 0.7;
const SAID_WELL = 0.25;
/** Share of those who call a part's work bad that works well, or not at all. Common practice, no source. */
const BADLY_BY_MISTAKE = 0.01;

const NOTHING: ReadonlySet<string> = new Set();

/** What the rows of a unit's checks are computed from: its circuits in every setup, under every case. */
export class CircuitCache {
  /** Setups in which a case's contacts do not settle, as "suspect id @ setup". */
  readonly chattering: string[] = [];
  readonly unit: UnitModel;
  private readonly runs: StateRuns;
  private readonly opened = new Map<Case["faults"], ReadonlySet<string>>();
  private readonly reached = new Map<Case["faults"], Map<string, boolean>>();
  private readonly guarded: boolean;

  constructor(unit: UnitModel) {
    this.unit = unit;
    this.runs = stateRuns(unit);
    this.guarded = unit.parts.some((p) => CATALOGUE.get(p.type)!.protective);
  }

  /** Takes what is known of a case: what opens, and where the unit stands in each state. */
  learn(c: Case, opened: ReadonlySet<string>, stands: ReadonlyMap<string, Stand>): void {
    this.opened.set(c.faults, opened);
    for (const [state, stand] of stands) this.runs.learn(state, c.faults, stand);
  }

  /** Where the unit stands in a state under a case. */
  stand(c: Case, state: string): Stand {
    return this.runs.stand({ state, lifts: [] }, c.faults);
  }

  /** Runs the sequence under every case that nothing is known of: each fault's runs share what they have in common. */
  prepare(cases: readonly Case[], report?: (done: number) => void): void {
    cases.forEach((c, i) => {
      if (i % 16 === 0) report?.(i / cases.length);
      if (!this.opened.has(c.faults)) this.runs.prepare(c.faults);
    });
  }

  /** Lets go of the circuits, once all rows are there that are asked for at once. */
  forgetCircuits(): void {
    this.runs.forgetCircuits();
  }

  /** What protects and opens under a case, in an ordinary run or in a state that no run comes to. */
  opens(c: Case): ReadonlySet<string> {
    let opened = this.opened.get(c.faults);
    if (!opened) {
      const parts = this.guarded ? this.runs.openings(c.faults).map((o) => o.part) : [];
      this.opened.set(c.faults, (opened = parts.length === 0 ? NOTHING : new Set(parts)));
    }
    return opened;
  }

  /** Whether a run under a case gets to a state. */
  reaches(c: Case, state: string): boolean {
    let known = this.reached.get(c.faults);
    if (!known) this.reached.set(c.faults, (known = new Map<string, boolean>()));
    let reached = known.get(state);
    if (reached === undefined)
      known.set(state, (reached = this.runs.stand({ state, lifts: [] }, c.faults).reached));
    return reached;
  }

  /** Rows of checks that share one setup, for the cases given; the first of them is the healthy one. */
  rows(suspects: readonly Suspect[], cases: readonly Case[], setup: Setup, checks: readonly Check[]): Row[] {
    const readings = checks.filter((c) => c.kind === "reading");
    const seen = checks.filter((c) => c.kind === "observation");
    const live = this.unit.states.find((s) => s.id === setup.state)!.power === "live";
    const usual = this.runs.stand(setup, []);
    const standOf = (c: Case) => (live || this.opens(c).size > 0 ? this.runs.stand(setup, c.faults) : usual);
    return [
      ...(readings.length > 0 ? this.readingRows(suspects, cases, setup, readings, standOf) : []),
      ...this.seenRows(suspects, cases, seen),
    ];
  }

  /** Rows of a dead unit's readings as if nothing had opened: no run of the sequence is needed for them. */
  unopenedRows(
    suspects: readonly Suspect[],
    cases: readonly Case[],
    setup: Setup,
    checks: readonly ReadingCheck[],
  ): ReadingRow[] {
    const usual = this.runs.stand(setup, []);
    return this.readingRows(suspects, cases, setup, checks, () => usual);
  }

  /** Whether everything that protects holds under each case with something taken off the supply. */
  holds(cases: readonly Case[], lifts: readonly string[]): Float64Array {
    // What holds with everything on holds with less as well.
    return Float64Array.from(cases, (c) =>
      this.opens(c).size === 0 || this.runs.openings(c.faults, lifts).length === 0 ? HIT_RATE : FALSE_ALARM,
    );
  }

  private readingRows(
    suspects: readonly Suspect[],
    cases: readonly Case[],
    setup: Setup,
    checks: readonly ReadingCheck[],
    standOf: (c: Case) => Stand,
  ): ReadingRow[] {
    const { unit, runs } = this;
    const live = unit.states.find((s) => s.id === setup.state)!.power === "live";
    const usual = runs.stand(setup, []);
    const main = runs.circuit(usual, setup.lifts);
    const terminal = new Map(unit.points.map((p) => [p.id, p.terminal ?? p.id]));
    const node = (point: string) => main.expanded.nodeOf(terminal.get(point)!);
    // Points on one net read the same: each pair of nodes is predicted once and its numbers are shared.
    const flat = new Float32Array(cases.length);
    const groups = new Map<MeterFunction, Group>();
    const readings = checks.map((check) => {
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
    const sets = [...groups.values()].map((group) => ({ ...group, lines: probePairsOf(group.pairs) }));
    cases.forEach((c, i) => {
      const given = c.faults;
      const stand = standOf(c);
      const { expanded, healthy } = stand.key === usual.key ? main : runs.circuit(stand, setup.lifts);
      const faults: readonly Fault[] = [...given, ...stand.opened];
      // Two contacts closed in a floating, dead circuit are too much for an update: what is left of 10⁹ Ω is lost in rounding.
      const base = faults.length > 1 && !live ? undefined : healthy;
      const point = faults.length > 0 ? settle(expanded.withFaults(faults), base) : healthy;
      if (point.status !== "settled") this.chattering.push(`${suspects[c.suspect]!.id} @ ${setupKey(setup)}`);
      if (this.guarded && !this.opened.has(given)) runs.learnOpened(setup, given, point);
      const usually = stand.key === usual.key ? main.healthy : undefined;
      for (const { fn, lines, results } of sets) fillCase(fn, lines, results, i, point, usually);
    });
    const steps = sizeSteps(cases);
    for (const { results } of sets) for (const result of results) widenForSize(steps, result);
    return readings.map(({ check, result }) => ({ check, ...result }));
  }

  private seenRows(
    suspects: readonly Suspect[],
    cases: readonly Case[],
    checks: readonly ObservationCheck[],
  ): AnswerRow[] {
    const looks = checks.flatMap((check) => this.lookRow(suspects, cases, check) ?? []);
    const done = new Map(looks.map((row) => [row.check, row]));
    for (const row of this.workRows(
      cases,
      checks.filter((check) => !done.has(check)),
    ))
      done.set(row.check, row);
    return checks.map((check) => done.get(check)!);
  }

  private observationOf(check: ObservationCheck): Observation {
    return this.unit.observations.find((o) => o.id === check.observation)!;
  }

  /** What is seen or smelt on a part itself; undefined for what only its work shows. */
  private lookRow(
    suspects: readonly Suspect[],
    cases: readonly Case[],
    check: ObservationCheck,
  ): AnswerRow | undefined {
    const observation = this.observationOf(check);
    if (observation.kind !== "look" && observation.kind !== "smell") return undefined;
    const protective = CATALOGUE.get(
      this.unit.parts.find((p) => p.id === observation.part)?.type ?? "",
    )?.protective;
    if (observation.kind === "look" && protective) {
      // A lever or a wire that shows whether it has opened.
      const own = `${observation.part}:${protective.mode}`;
      const shows = (c: Case) =>
        this.opens(c).has(observation.part!) || c.faults.some((f) => `${f.part}:${f.mode}` === own);
      return {
        check,
        chance: Float64Array.from(cases, (c) => (shows(c) ? SEEN_OPEN : observation.otherwise)),
      };
    }
    const signOf = (s: Suspect) => observation.signs[s.id] ?? observation.otherwise;
    return {
      check,
      chance: Float64Array.from(cases, ({ suspect }) => {
        const both = suspects[suspect]!.both;
        return Math.max(...(both?.map((i) => signOf(suspects[i]!)) ?? [signOf(suspects[suspect]!)]));
      }),
    };
  }

  /** What works and what is heard: a state is run once under each case, for all that is seen in it. */
  private workRows(cases: readonly Case[], checks: readonly ObservationCheck[]): AnswerRow[] {
    const rows = checks.map((check) => {
      const observation = this.observationOf(check);
      const chance = new Float64Array(cases.length);
      const badly = observation.kind === "works" ? new Float64Array(cases.length) : undefined;
      return { check, observation, chance, badly };
    });
    for (const state of new Set(rows.map((r) => r.observation.state))) {
      const here = rows.filter((r) => r.observation.state === state);
      cases.forEach((c, i) => {
        const seen = this.runs.seen(state, c.faults);
        for (const { observation, chance, badly } of here) {
          const work = workSeen(seen, observation);
          const isBad = typeof work === "object" && work.how !== "well";
          chance[i] = work === undefined ? FALSE_ALARM : isBad ? SAID_WELL : HIT_RATE;
          if (badly) badly[i] = isBad ? SAID_BADLY : BADLY_BY_MISTAKE / 2;
        }
      });
    }
    return rows.map(({ check, chance, badly }) => ({ check, chance, ...(badly ? { badly } : {}) }));
  }
}

/** How what an observation asks about is found in a run; undefined where it is not. */
function workSeen(seen: Seen, { kind, part, effect }: Observation): Work | "heard" | undefined {
  if (kind === "listen") return seen.relays.has(part!) ? "heard" : undefined;
  return effect !== undefined && !seen.effects.has(effect) ? undefined : seen.working.get(part!);
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

/**
 * Fills case i. Case 0, the healthy one, fills them all: a fault that leaves a reading as it was has nothing to add.
 * @param healthy the healthy unit where case i stands as it does; undefined where the run stands elsewhere
 */
function fillCase(
  fn: MeterFunction,
  lines: ProbePairs,
  results: readonly Result[],
  i: number,
  point: OperatingPoint,
  healthy: OperatingPoint | undefined,
): void {
  if (i > 0 && healthy && readsAlike(fn, point, healthy)) return;
  predictPairs(point, fn, lines);
  results.forEach(({ mean, sd, slope }, m) => {
    if (i > 0 && healthy && lines.same[m] === 1) return;
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
      return a.ac === b.ac && a.periodic === b.periodic;
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
  const both = new Float32Array(2 * cases);
  const mean = both.subarray(0, cases);
  const slope = fn === "vac" || fn === "lowz" ? mean : needsLive(fn) ? new Float32Array(cases) : flat;
  return { mean, sd: both.subarray(cases), slope };
}

/** Cases whose suspect is also the one before's: the same fault in its next size. */
function sizeSteps(cases: readonly Case[]): Int32Array {
  return Int32Array.from(
    cases.flatMap(({ suspect }, i) => (i > 0 && cases[i - 1]!.suspect === suspect ? [i] : [])),
  );
}

/** A fault's size is unknown between the sizes tried: each case stands for the stretch to its neighbours. */
function widenForSize(steps: Int32Array, { mean, sd }: Result): void {
  let widest: Float32Array | undefined;
  for (const i of steps) {
    const gap = Math.abs(mean[i - 1]! - mean[i]!);
    if (gap === 0) continue;
    widest ??= new Float32Array(mean.length);
    widest[i - 1] = Math.max(gap, widest[i - 1]!);
    widest[i] = Math.max(gap, widest[i]!);
  }
  // Half the gap is the edge of the stretch; a uniform stretch has a deviation of its half-width over √3.
  widest?.forEach((gap, i) => {
    if (gap > 0) sd[i] = Math.sqrt(sd[i]! ** 2 + gap ** 2 / 12);
  });
}
