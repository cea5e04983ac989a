import { OPEN_OHMS } from "../model/branch.ts";
import { checkCircuit, type Circuit } from "../model/circuit.ts";
import type { Control, Setting } from "../model/control.ts";
import { relaxDiodes } from "./diodes.ts";
import { branchCurrentInto, transferInto } from "../equations/domainView.ts";
import { agree, positions, restSetting } from "./settings.ts";
import {
  amps,
  ampsIn,
  dcVolts,
  magnitude,
  restingIn,
  type AtRest,
  type Solved,
} from "../equations/solved.ts";

/** A circuit at rest: every control agrees with the voltages it causes. */
export interface OperatingPoint extends AtRest {
  /**
   * "chatter": the controls named never agree; "no-convergence": the diodes named found no point.
   * Readings are then those of the last round.
   */
  readonly status: "settled" | "chatter" | "no-convergence";
  readonly unsettled: readonly string[];
}

/** Rounds before a circuit counts as chattering for want of a repeat. A chain of n relays needs n + 2. */
const ROUNDS = 60;

/**
 * Solves the circuit in both domains and moves relays, outputs, regulators, rectifiers and fuses until they agree;
 * between their moves the diodes find their own point.
 *
 * @param base a settled point of the same topology (the healthy unit): values that differ from it become low-rank
 *   updates. Without it, or where the update would lose accuracy, each domain is factored afresh.
 * @throws CircuitError for values that are not physical or a circuit without a single answer
 */
export function settle(circuit: Circuit, base?: OperatingPoint): OperatingPoint {
  if (!base) checkCircuit(circuit);
  let start: Setting[] = base ? [...base.settings] : circuit.controls.map(restSetting);
  const seen = new Set<string>();
  let tried = false;
  for (let round = 0; ; round++) {
    const { settings, solved, restless } = relaxDiodes(circuit, start, base);
    const next = nextSettings(circuit, settings, solved);
    const unsettled = circuit.controls.filter((_, i) => !agree(settings[i]!, next[i]!)).map((c) => c.id);
    // Afresh, a circuit without an answer is to be refused here and not when somebody reads it.
    if (!base) void [solved.ac, solved.dc];
    if (unsettled.length === 0 && base && !tried) {
      tried = true;
      const released = withoutHeld(circuit, settings, solved);
      if (released) {
        start = released;
        seen.clear();
        continue;
      }
    }
    if (unsettled.length === 0)
      return Object.assign(restingIn(solved, settings), {
        status: restless.length === 0 ? ("settled" as const) : ("no-convergence" as const),
        unsettled: restless,
      });
    const key = positions(settings);
    if (round === ROUNDS || (seen.has(key) && key !== positions(next)))
      return Object.assign(restingIn(solved, settings), { status: "chatter" as const, unsettled });
    seen.add(key);
    start = next;
  }
}

/**
 * A base's relays hold at volts that would not pull them in, yet a fault is there from the moment the unit is switched
 * on: those relays start at rest.
 */
function withoutHeld(circuit: Circuit, settings: Setting[], solved: Solved): Setting[] | undefined {
  const held = circuit.controls.map(
    (c, i) => c.kind === "relay" && settings[i]!.on && coilVolts(c.coil, solved) < c.pullIn,
  );
  return held.includes(true) ? settings.map((s, i) => (held[i] ? { ...s, on: false } : s)) : undefined;
}

function coilVolts([a, b]: readonly [number, number], { ac, dc }: Solved): number {
  return Math.hypot(magnitude(ac, a, b), dcVolts(dc, a, b));
}

/** Where every control goes from here. What protects opens only on currents that the others no longer move. */
function nextSettings(circuit: Circuit, settings: readonly Setting[], solved: Solved): Setting[] {
  const protects = ({ kind }: Control) => kind === "fuse" || kind === "residual";
  const next = circuit.controls.map((c, i) =>
    protects(c) ? settings[i]! : settingOf(c, settings[i]!, solved),
  );
  if (next.some((setting, i) => !agree(settings[i]!, setting))) return next;
  return circuit.controls.map((c, i) => (protects(c) ? settingOf(c, settings[i]!, solved) : next[i]!));
}

/** Size of the sum of two branches' currents: what leaves by neither of them. */
function residualAmps({ circuit, ac }: Solved, branches: readonly [number, number]): number {
  let re = 0;
  let im = 0;
  for (const index of branches) {
    const { a, b } = circuit.branches[index]!;
    branchCurrentInto(scratch, ac, index, a, b);
    re += scratch[0]!;
    im += scratch[1]!;
  }
  return Math.hypot(re, im);
}

function settingOf(control: Control, was: Setting, solved: Solved): Setting {
  switch (control.kind) {
    case "relay": {
      return { on: coilVolts(control.coil, solved) >= (was.on ? control.release : control.pullIn) };
    }
    case "output":
      return {
        on: control.called && control.needs.every((n) => within(dcVolts(solved.dc, n.a, n.b), n.min, n.max)),
      };
    case "fuse":
      return {
        on: was.on && amps(solved, control.branch) <= control.carries,
      };
    case "diode":
      return was;
    case "residual":
      return { on: was.on && residualAmps(solved, control.branches) <= control.trips };
    case "rectifier":
      return rectifierSetting(control, solved);
    case "converter":
      return converterSetting(control, was, solved);
    case "regulator":
      return regulatorSetting(control, was, solved);
  }
}

function regulatorSetting(
  control: Extract<Control, { kind: "regulator" }>,
  was: Setting,
  { circuit, dc }: Solved,
): Setting {
  // Within a cycle it has found its place with the diodes.
  if (was.mean) return was;
  const c = circuit.constraints[control.constraint]!;
  const input = dcVolts(dc, c.a, control.ground);
  if (input < 1) return { on: false, region: "off" };
  // It starts as a plain drop, which any load can take; then it sees whether it can hold its output.
  if (was.region === "off") return { on: true, region: "starved" };
  const output = dcVolts(dc, c.b, control.ground);
  const amps = dc.xRe[circuit.nodeNames.length - 1 + control.constraint]!;
  const headroom = input - output >= control.dropout;
  const limited = was.region === "limited" ? output < control.volts && headroom : amps > control.limit;
  if (limited) return { on: true, region: "limited" };
  return { on: true, region: input < control.volts + control.dropout ? "starved" : "regulating" };
}

function rectifierSetting(control: Extract<Control, { kind: "rectifier" }>, solved: Solved): Setting {
  const volts = magnitude(solved.ac, ...control.ac);
  const emf = Math.SQRT2 * volts - control.dropVolts;
  if (emf <= 0.5) return { on: false, emf: 0, loadOhms: OPEN_OHMS };
  const watts = emf * ampsIn(solved, "dc", control.source);
  return { on: true, emf, loadOhms: Math.min(OPEN_OHMS, Math.max(0.1, volts ** 2 / Math.max(watts, 1e-9))) };
}

function converterSetting(
  control: Extract<Control, { kind: "converter" }>,
  was: Setting,
  solved: Solved,
): Setting {
  const [a, b] = control.input;
  const input = control.domain === "ac" ? magnitude(solved.ac, a, b) : dcVolts(solved.dc, a, b);
  if (input < control.minimum) return { on: false, emf: 0, loadOhms: OPEN_OHMS };
  const { a: plus, b: minus } = solved.circuit.branches[control.source]!;
  branchCurrentInto(scratch, solved.dc, control.source, plus, minus);
  const amps = was.on ? -scratch[0]! : 0;
  // The EMF at which the limit would just flow, into what its terminals see now; off, they show their own volts.
  const standing = was.on ? was.emf! : dcVolts(solved.dc, plus, minus);
  const atLimit = standing + (control.limit - amps) * loopOhms(control, solved);
  const emf = Math.max(0, Math.min(control.volts, atLimit));
  const watts = Math.max(1e-9, (was.emf ?? 0) * amps);
  const loadOhms = Math.max(0.1, (control.efficiency * input ** 2) / watts);
  return { on: true, emf, loadOhms: Math.min(OPEN_OHMS, loadOhms) };
}

/** Resistance of a converter's source and of what it feeds, in series. */
function loopOhms(
  { source, sourceOhms }: { source: number; sourceOhms: number },
  { circuit, dc }: Solved,
): number {
  const { a, b, ohms } = circuit.branches[source]!;
  transferInto(scratch, dc, a, b, a, b);
  const seen = scratch[0]!;
  return sourceOhms + (seen < ohms ? (seen * ohms) / (ohms - seen) : OPEN_OHMS);
}

function within(value: number, min: number, max: number): boolean {
  return value >= min && value <= max;
}

const scratch = new Float64Array(2);
