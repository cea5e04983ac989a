import { OPEN_OHMS } from "../model/branch.ts";
import type { Circuit } from "../model/circuit.ts";
import type { Control, Setting } from "../model/control.ts";
import { branchCurrentInto } from "../equations/domainView.ts";
import { limitStep } from "./junction.ts";
import { periodicState } from "../periodic/periodicState.ts";
import { agree, withSettings } from "./settings.ts";
import {
  dcVolts,
  isDriven,
  magnitude,
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
  if (!isDriven(circuit, "ac") && isAsleep(circuit)) {
    // Dead: no diode conducts. What a meter's own current does is the meter's affair.
    const out = withoutMeans(withDiodes(circuit, settings, () => ({ on: true, linear: BLOCKED })));
    return { settings: out, solved: solvedWhenAsked(withSettings(circuit, out), base), restless: [] };
  }
  const untouched = base && asInBase(circuit, settings, base);
  if (untouched) return untouched;
  const blocked = withDiodes(circuit, settings, () => ({ on: true, junction: 0 }));
  if (isDriven(circuit, "ac")) {
    const now = solvedWhenAsked(withSettings(circuit, blocked), base);
    if (circuit.controls.some((c) => c.kind === "diode" && isSwung(c, now)))
      return repeatCycle(circuit, blocked, base);
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

/** More than a type K thermocouple gives at 1200 °C (49 mV, IEC 60584-1), the hottest that a state may say; it wakes no junction. */
const SLEEPING_VOLTS = 0.07;

/** Whether nothing in the circuit is enough for any diode: a dead unit, with its thermocouples. */
function isAsleep({ branches, constraints }: Circuit): boolean {
  return (
    branches.every((b) => Math.abs(b.dcVolts) < SLEEPING_VOLTS) &&
    constraints.every((c) => c.kind !== "regulator" || c.region === "off")
  );
}

const BLOCKED = { ohms: OPEN_OHMS, henries: 0, dcVolts: 0 };

type DiodeControl = Extract<Control, { kind: "diode" }>;

/** Alternating volts (RMS) across a blocked diode that are no small signal to it. */
const SWING_VOLTS = 0.02;

function isSwung({ branch, seriesOhms }: DiodeControl, { circuit, ac }: Solved): boolean {
  const { a, b } = circuit.branches[branch]!;
  return seriesOhms < 1e9 && magnitude(ac, a, b) > SWING_VOLTS;
}

function repeatCycle(circuit: Circuit, settings: Setting[], base: AtRest | undefined): Relaxed {
  const state = periodicState(withSettings(circuit, settings), base?.periodic);
  if (!state) {
    const solved = solvedWhenAsked(withSettings(circuit, settings), base);
    return {
      settings,
      solved,
      restless: circuit.controls.filter((c) => c.kind === "diode").map((c) => c.id),
    };
  }
  const { equivalents, regulators } = state.carriers();
  const linear = settings.map((was, i): Setting => {
    const equivalent = equivalents.get(i);
    if (equivalent) return { on: true, linear: equivalent };
    const mean = regulators.get(i);
    if (mean) return { on: mean.region !== "off", region: mean.region, mean };
    return was.mean ? { on: false, region: "off" } : was;
  });
  const solved = solvedWhenAsked(withSettings(circuit, linear), base, state);
  return { settings: linear, solved, restless: [] };
}

/**
 * The base's own cycle, where the circuit with the base's diodes in place is the base: its fault changes nothing that the
 * state has to do with. undefined where anything is otherwise.
 */
function asInBase(circuit: Circuit, settings: Setting[], base: AtRest): Relaxed | undefined {
  if (!base.periodic) return undefined;
  const same = circuit.controls.every((c, i) => {
    const was = base.circuit.controls[i]!;
    return c.kind === "diode" ? sameDiode(c, was) : c.kind === "regulator" ? sameRegulator(c, was) : true;
  });
  if (!same) return undefined;
  const carried = settings.map((was, i): Setting =>
    circuit.controls[i]!.kind === "diode" || base.settings[i]!.mean ? base.settings[i]! : was,
  );
  const solved = solvedWhenAsked(withSettings(circuit, carried), base, base.periodic);
  return solved.ac === base.ac && solved.dc === base.dc
    ? { settings: carried, solved, restless: [] }
    : undefined;
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
