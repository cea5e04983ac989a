import { OPEN_OHMS, type Branch } from "../model/branch.ts";
import type { Circuit } from "../model/circuit.ts";
import type { Control, Setting } from "../model/control.ts";
import { branchCurrentInto, transferInto, voltageInto } from "../equations/domainView.ts";
import { limitStep } from "./junction.ts";
import { periodicState } from "../periodic/periodicState.ts";
import { admittanceInto } from "../equations/system.ts";
import { agree, positions, withSettings } from "./settings.ts";
import {
  dcVolts,
  harmonicsAcross,
  isDriven,
  magnitude,
  restingIn,
  solvedWhenAsked,
  type AtRest,
  type Solved,
} from "../equations/solved.ts";

export interface Relaxed {
  readonly settings: Setting[];
  readonly solved: Solved;
  /** Diodes that found no point. */
  readonly restless: readonly string[];
}

/**
 * Moves only the diodes until they agree with the voltages across them. Where the mains swings a diode from blocking
 * to conducting, its point is the cycle that repeats (periodic.ts); else Newton's method on DC.
 */
export function relaxDiodes(circuit: Circuit, settings: Setting[], base: AtRest | undefined): Relaxed {
  if (!circuit.controls.some((c) => c.kind === "diode"))
    return { settings, solved: solvedWhenAsked(withSettings(circuit, settings), base), restless: [] };
  if (!isDriven(circuit, "ac") && !isDriven(circuit, "dc")) {
    // Dead: no diode conducts. What a meter's own current does is the meter's affair.
    const out = withoutMeans(withDiodes(circuit, settings, () => ({ on: true, linear: BLOCKED })));
    return { settings: out, solved: solvedWhenAsked(withSettings(circuit, out), base), restless: [] };
  }
  const key = positions(settings);
  for (const known of [base && cyclesBy(base).get(key), base]) {
    const followed = base && known && follow(circuit, settings, base, known);
    if (followed) return followed;
  }
  const blocked = withDiodes(circuit, settings, () => ({ on: true, junction: 0 }));
  if (isDriven(circuit, "ac")) {
    const now = solvedWhenAsked(withSettings(circuit, blocked), base);
    if (circuit.controls.some((c) => c.kind === "diode" && isSwung(c, now)))
      return repeatCycle(circuit, blocked, base, key);
  }
  const known = withDiodes(circuit, settings, (was) =>
    was.linear || was.junction === undefined ? { on: true, junction: 0 } : was,
  );
  return stillPoint(circuit, withoutMeans(known), base);
}

function withDiodes(
  circuit: Circuit,
  settings: Setting[],
  make: (was: Setting, i: number) => Setting,
): Setting[] {
  return settings.map((was, i) => (circuit.controls[i]!.kind === "diode" ? make(was, i) : was));
}

/** Regulators whose place in a cycle is no longer theirs, where the mains swings nothing. */
function withoutMeans(settings: Setting[]): Setting[] {
  return settings.map(({ mean, ...rest }) => (mean ? { on: false, region: "off" } : rest));
}

const BLOCKED = { ohms: OPEN_OHMS, henries: 0, dcVolts: 0 };

type DiodeControl = Extract<Control, { kind: "diode" }>;

/** Alternating volts (RMS) across a blocked diode that are no small signal to it. */
const SWING_VOLTS = 0.02;

function isSwung({ branch, seriesOhms }: DiodeControl, { circuit, ac }: Solved): boolean {
  const { a, b } = circuit.branches[branch]!;
  return seriesOhms < 1e9 && magnitude(ac, a, b) > SWING_VOLTS;
}

function repeatCycle(circuit: Circuit, settings: Setting[], base: AtRest | undefined, key: string): Relaxed {
  const similar = (base && cyclesBy(base).get(key)?.periodic) ?? base?.periodic;
  const state = periodicState(withSettings(circuit, settings), similar?.state);
  if (!state) {
    const solved = solvedWhenAsked(withSettings(circuit, settings), base);
    return {
      settings,
      solved,
      restless: circuit.controls.filter((c) => c.kind === "diode").map((c) => c.id),
    };
  }
  const linear = settings.map((was, i): Setting => {
    const equivalent = state.equivalents.get(i);
    if (equivalent) return { on: true, linear: equivalent };
    const mean = state.regulators.get(i);
    if (mean) return { on: mean.region !== "off", region: mean.region, mean };
    return was.mean ? { on: false, region: "off" } : was;
  });
  const solved = solvedWhenAsked(withSettings(circuit, linear), base, { state, scale: 1 });
  if (base) cyclesBy(base).set(key, restingIn(solved, linear));
  return { settings: linear, solved, restless: [] };
}

/** Cycles found among the faults of one healthy point, by the positions of the controls: the next fault may share one. */
const cycles = new WeakMap<AtRest, Map<string, AtRest>>();

function cyclesBy(base: AtRest): Map<string, AtRest> {
  let known = cycles.get(base);
  if (!known) cycles.set(base, (known = new Map<string, AtRest>()));
  return known;
}

/** By how much a diode's share of what drives it may differ from the others', its current; power taken from the pulses. */
const SAME_SHARE = 0.003;
const SAME_PULSES = 0.002;
const SAME_AMPS = 0.03;
const MOST_SCALING = 0.15;
/** A regulator's drop may shrink by this share: it was nowhere near its dropout. A regulator this near its limit has a cycle of its own found. */
const SAME_DROP = 0.03;
const NEAR_LIMIT = 0.95;

/**
 * A known cycle carried over to a circuit that drives the same diodes in the same way, only a little higher or
 * lower: every diode sees its alternating volts scaled by one factor from the same impedance, and its mean current
 * comes out scaled alike. The EMFs of the equivalents are scaled too; what a diode drops is small against them.
 * @returns undefined where that does not hold and the cycle must be found anew
 */
function follow(circuit: Circuit, settings: Setting[], base: AtRest, known: AtRest): Relaxed | undefined {
  const { periodic } = known;
  if (!periodic) return undefined;
  const diodes = circuit.controls.flatMap((c, i) => (c.kind === "diode" ? [{ c, i }] : []));
  if (diodes.some(({ c, i }) => !sameDiode(c, known.circuit.controls[i]!))) return undefined;
  if (known.settings.some((s) => s.mean?.steady === false)) return undefined;
  const regulators = circuit.controls.flatMap((c, i) => (c.kind === "regulator" ? [{ c, i }] : []));
  if (regulators.some(({ c, i }) => !sameRegulator(c, known.circuit.controls[i]!))) return undefined;
  const carried = settings.map((was, i): Setting =>
    circuit.controls[i]!.kind === "diode" || known.settings[i]!.mean ? known.settings[i]! : was,
  );
  // Another fault's cycle drives this network, which is the healthy one but for its own fault.
  const cycle = known === base || !base.periodic ? periodic : { ...periodic, network: base.periodic.state };
  const trial = solvedWhenAsked(withSettings(circuit, carried), base, cycle);
  if (trial.ac === known.ac && trial.dc === known.dc)
    return { settings: carried, solved: trial, restless: [] };
  const driven = diodes
    .map(({ c, i }) => ({ i, ...known.circuit.branches[c.branch]!, branch: c.branch }))
    .filter(({ a, b }) => magnitude(known.ac, a, b) > SWING_VOLTS);
  const [first] = driven;
  if (!first) return undefined;
  const common = ratio(trial, known, first);
  const scale = Math.sqrt(common[0] ** 2 + common[1] ** 2);
  if (Math.abs(scale - 1) > MOST_SCALING) return undefined;
  if (pulsesTaken(trial.circuit, known, driven) > SAME_PULSES) return undefined;
  for (const port of driven) {
    const own = ratio(trial, known, port);
    if (Math.abs(own[0] - common[0]) + Math.abs(own[1] - common[1]) > SAME_SHARE) return undefined;
  }
  const scaled =
    Math.abs(scale - 1) < 5e-4
      ? carried
      : withDiodes(circuit, carried, (was) =>
          was.linear ? { ...was, linear: { ...was.linear, dcVolts: scale * was.linear.dcVolts } } : was,
        );
  const solved =
    scaled === carried
      ? trial
      : solvedWhenAsked(withSettings(circuit, scaled), base, { ...cycle, scale: scale * cycle.scale });
  const currents = circuit.nodeNames.length - 1;
  for (const { c } of regulators) {
    if (c.kind !== "regulator") continue;
    if (solved.dc.xRe[currents + c.constraint]! > NEAR_LIMIT * c.limit) return undefined;
    const { a, b } = circuit.constraints[c.constraint]!;
    if (dcVolts(solved.dc, a, b) < (1 - SAME_DROP) * dcVolts(known.dc, a, b)) return undefined;
  }
  for (const { c } of diodes) {
    const was = scale * meanAmps(known, c.branch);
    if (Math.abs(meanAmps(solved, c.branch) - was) > SAME_AMPS * Math.abs(was) + 1e-6) return undefined;
  }
  return { settings: scaled, solved, restless: [] };
}

function sameDiode(a: DiodeControl, b: Control): boolean {
  return (
    a === b ||
    (b.kind === "diode" &&
      a.saturation === b.saturation &&
      a.emission === b.emission &&
      a.seriesOhms === b.seriesOhms &&
      a.offsetVolts === b.offsetVolts)
  );
}

function sameRegulator(a: Control, b: Control): boolean {
  return (
    a.kind === "regulator" &&
    b.kind === "regulator" &&
    a.volts === b.volts &&
    a.limit === b.limit &&
    a.dropout === b.dropout
  );
}

interface Port {
  readonly a: number;
  readonly b: number;
}

/** Phasor across a port now over that in the known circuit. */
function ratio(now: Solved, known: Solved, { a, b }: Port): [re: number, im: number] {
  voltageInto(scratch, now.ac, a, b);
  const [re, im] = [scratch[0]!, scratch[1]!];
  voltageInto(scratch, known.ac, a, b);
  const size = scratch[0]! ** 2 + scratch[1]! ** 2;
  return [(re * scratch[0]! + im * scratch[1]!) / size, (im * scratch[0]! - re * scratch[1]!) / size];
}

/**
 * Share of the rectified power that the branches which differ would take from the pulses. The fundamental is followed
 * exactly; the pulses' current i through such a branch meets its change of impedance Δz (at twice the mains frequency)
 * in parallel with the impedance its terminals see, and i²·|Δz ∥ z| is lost, won or moved.
 */
function pulsesTaken(
  circuit: Circuit,
  known: Solved,
  driven: readonly (Port & { branch: number })[],
): number {
  const rectified = driven.reduce(
    (sum, { a, b, branch }) => sum + Math.abs(meanAmps(known, branch)) * magnitude(known.ac, a, b),
    0,
  );
  let taken = 0;
  circuit.branches.forEach((now, i) => {
    const was = known.circuit.branches[i]!;
    if (now === was || driven.some(({ branch }) => branch === i)) return;
    const [r, x] = impedance(was, 2 * circuit.hertz);
    const [newR, newX] = impedance(now, 2 * circuit.hertz);
    const moved = Math.hypot(newR - r, newX - x);
    if (moved === 0) return;
    const pulses = harmonicsAcross(known, was.a, was.b) / Math.hypot(r, x);
    transferInto(scratch, known.ac, was.a, was.b, was.a, was.b);
    const [re, im] = [scratch[0]!, scratch[1]!];
    admittanceInto(scratch, was, "ac", circuit.hertz);
    const size = re * re + im * im;
    const seen = 1 / Math.max(Math.hypot(re / size - scratch[0]!, -im / size - scratch[1]!), 1 / OPEN_OHMS);
    taken += (pulses * pulses * moved * seen) / (moved + seen);
  });
  return taken / rectified;
}

function impedance({ ohms, henries, farads }: Branch, hertz: number): [re: number, im: number] {
  const omega = 2 * Math.PI * hertz;
  return [ohms, omega * henries - (farads > 0 ? 1 / (omega * farads) : 0)];
}

function meanAmps({ circuit, dc }: Solved, branch: number): number {
  branchCurrentInto(scratch, dc, branch, circuit.branches[branch]!.a, circuit.branches[branch]!.b);
  return scratch[0]!;
}

/** Newton steps for one set of positions, and what a stubborn circuit is led up by: shares of its sources, then leaks. */
const NEWTON_STEPS = 100;
const SOURCE_STEPS = [0.02, 0.05, 0.1, 0.2, 0.35, 0.5, 0.7, 0.85, 1] as const;
const LEAK_STEPS = [1e-2, 1e-3, 1e-4, 1e-5, 1e-6, 1e-7, 1e-8, 1e-9, 0] as const;

/** The DC point by Newton's method; where that fails, with the sources raised step by step, then with fading leaks. */
function stillPoint(circuit: Circuit, settings: Setting[], base: AtRest | undefined): Relaxed {
  const direct = newton(circuit, settings, base, 1, 0);
  if (direct.restless.length === 0) return direct;
  const blocked = withDiodes(circuit, settings, (was) => ({ ...was, junction: 0 }));
  const lead = (steps: readonly (readonly [share: number, leak: number])[]) => {
    let led: Relaxed = direct;
    for (const [share, leak] of steps)
      led = newton(circuit, led === direct ? blocked : led.settings, base, share, leak);
    return led;
  };
  const bySources = lead(SOURCE_STEPS.map((share) => [share, 0]));
  return bySources.restless.length === 0 ? bySources : lead(LEAK_STEPS.map((leak) => [1, leak]));
}

function newton(
  circuit: Circuit,
  start: Setting[],
  base: AtRest | undefined,
  share: number,
  leak: number,
): Relaxed {
  let settings = start;
  for (let step = 0; ; step++) {
    const solved = solvedWhenAsked(withSettings(circuit, settings, share, leak), base);
    const next = circuit.controls.map((control, i) =>
      control.kind === "diode" ? junctionSetting(control, settings[i]!, solved) : settings[i]!,
    );
    const restless = circuit.controls.filter((_, i) => !agree(settings[i]!, next[i]!)).map((c) => c.id);
    if (restless.length === 0 || step === NEWTON_STEPS) return { settings, solved, restless };
    settings = next;
  }
}

function junctionSetting(control: DiodeControl, was: Setting, { circuit, dc }: Solved): Setting {
  const { a, b } = circuit.branches[control.branch]!;
  branchCurrentInto(scratch, dc, control.branch, a, b);
  const current = scratch[0]!;
  const wanted = dcVolts(dc, a, b) - control.offsetVolts - current * control.seriesOhms;
  return { on: true, junction: limitStep(control, wanted, was.junction ?? 0) };
}

const scratch = new Float64Array(2);
