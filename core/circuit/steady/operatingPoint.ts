import { OPEN_OHMS } from "../model/branch.ts";
import { checkCircuit, type Circuit } from "../model/circuit.ts";
import type { Control, Need, Setting } from "../model/control.ts";
import { relaxDiodes } from "./diodes.ts";
import { branchCurrentInto, transferInto } from "../equations/domainView.ts";
import { agree, positions, restSetting, withSettings } from "./settings.ts";
import {
  amps,
  ampsIn,
  dcVolts,
  magnitude,
  restingIn,
  type AtRest,
  type Solved,
  solvedWhenAsked,
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
const ROUNDS = 90;
/** From this round on sources move half of the way only: they swing about their point. */
const DAMPED_FROM = 12;

/**
 * Solves the circuit in both domains and moves relays, outputs, regulators, rectifiers and fuses until they agree;
 * between their moves the diodes find their own point.
 *
 * The unit has just been switched on: a relay that holds must have pulled in from rest, with whatever is wrong already
 * there. Once all is settled the relays are let go, and what they then see decides.
 *
 * @param base a settled point of the same topology (the healthy unit): values that differ from it become low-rank
 *   updates. Without it, or where the update would lose accuracy, each domain is factored afresh.
 * @throws CircuitError for values that are not physical or a circuit without a single answer
 */
export function settle(circuit: Circuit, base?: OperatingPoint): OperatingPoint {
  if (!base) checkCircuit(circuit);
  const led = settleFrom(circuit, base ? [...base.settings] : circuit.controls.map(restSetting), base);
  const released = led.status === "settled" ? withoutRelays(circuit, led.settings) : undefined;
  if (!released) return led;
  if (clearlyPullsIn(circuit, released, led, base)) return led;
  const { settings, solved } = relaxDiodes(circuit, released, base);
  const pullsInAgain = circuit.controls.every(
    (c, i) => c.kind !== "relay" || settingOf(c, settings[i]!, solved).on === led.settings[i]!.on,
  );
  return pullsInAgain ? led : settleFrom(circuit, released, base);
}

/** What a relay must see beyond its pull-in, with the diodes left as they were, to be sure of it. */
const CLEARLY = 1.15;

/** Whether every relay that is in would see enough from rest even with the diodes left where they stand. */
function clearlyPullsIn(
  circuit: Circuit,
  released: readonly Setting[],
  led: OperatingPoint,
  base: OperatingPoint | undefined,
): boolean {
  const solved = solvedWhenAsked(withSettings(circuit, released), base ?? led);
  return circuit.controls.every(
    (c, i) =>
      c.kind !== "relay" ||
      (led.settings[i]!.on ? sensed(c, solved) > CLEARLY * c.pullIn : sensed(c, solved) < c.pullIn / CLEARLY),
  );
}

/** Every relay at rest; undefined where all are. */
function withoutRelays(circuit: Circuit, settings: readonly Setting[]): Setting[] | undefined {
  const isOn = circuit.controls.map((c, i) => c.kind === "relay" && settings[i]!.on);
  return isOn.includes(true) ? settings.map((s, i) => (isOn[i] ? { ...s, on: false } : s)) : undefined;
}

function settleFrom(circuit: Circuit, from: Setting[], base: OperatingPoint | undefined): OperatingPoint {
  let start = from;
  /** Positions that were met, with the settings they were met with. */
  let seen = new Map<string, readonly Setting[]>();
  let chattersSince: string | undefined;
  for (let round = 0; ; round++) {
    const { settings, solved, restless } = relaxDiodes(circuit, start, base);
    const next = nextSettings(circuit, settings, solved);
    const unsettled = circuit.controls.filter((_, i) => !agree(settings[i]!, next[i]!)).map((c) => c.id);
    // Afresh, a circuit without an answer is to be refused here and not when somebody reads it.
    if (!base) void [solved.ac, solved.dc];
    if (unsettled.length === 0)
      return Object.assign(restingIn(solved, settings), {
        status: restless.length === 0 ? ("settled" as const) : ("no-convergence" as const),
        unsettled: restless,
      });
    start = round < DAMPED_FROM ? next : damped(circuit, settings, next);
    if (chattersSince !== undefined) {
      // While contacts chatter, what protects sees every one of their positions.
      const opened = protectionIn(circuit, settings, solved);
      if (opened) {
        start = opened;
        seen = new Map<string, readonly Setting[]>();
        chattersSince = undefined;
        continue;
      }
    }
    const key = positions(settings);
    if (round >= ROUNDS || key === chattersSince)
      return Object.assign(restingIn(solved, settings), {
        // Sources that do not come to rest are no contacts that chatter.
        status: key === positions(next) ? ("no-convergence" as const) : ("chatter" as const),
        unsettled,
      });
    // A position that comes round again is chatter only if its sources have come to rest as well, and if it is not left for good.
    const before = seen.get(key);
    const isLeft = key !== positions(next) && !opensOne(circuit, settings, next);
    if (chattersSince === undefined && before && isLeft && alike(before, settings)) chattersSince = key;
    seen.set(key, settings);
  }
}

/** Half of each source's move, its load's on a logarithmic scale; positions as they are. */
function damped(circuit: Circuit, from: readonly Setting[], to: readonly Setting[]): Setting[] {
  return to.map((next, i) => {
    const was = from[i]!;
    const { kind } = circuit.controls[i]!;
    if ((kind !== "rectifier" && kind !== "converter") || !was.on || !next.on) return next;
    return {
      ...next,
      emf: (was.emf! + next.emf!) / 2,
      loadOhms: Math.sqrt(was.loadOhms! * next.loadOhms!),
    };
  });
}

/** Sources that have moved by less than a hundredth since the same positions were met before. */
function alike(a: readonly Setting[], b: readonly Setting[]): boolean {
  const close = (x = 0, y = 0) => Math.abs(x - y) <= 0.01 * Math.max(Math.abs(x), Math.abs(y));
  return a.every((s, i) => close(s.emf, b[i]!.emf) && close(s.loadOhms, b[i]!.loadOhms));
}

/** Settings with what protects opened, where it opens in this position; undefined where all of it holds. */
function protectionIn(circuit: Circuit, settings: readonly Setting[], solved: Solved): Setting[] | undefined {
  const next = circuit.controls.map((c, i) =>
    protects(c) ? settingOf(c, settings[i]!, solved) : settings[i]!,
  );
  return opensOne(circuit, settings, next) ? next : undefined;
}

/** Whether something that protects has opened from one to the other. */
function opensOne(circuit: Circuit, from: readonly Setting[], to: readonly Setting[]): boolean {
  return circuit.controls.some((c, i) => protects(c) && from[i]!.on !== to[i]!.on);
}

function protects({ kind }: Control): boolean {
  return kind === "fuse" || kind === "residual";
}

/** What moves a relay: its coil's current, whichever way, or the volts at its gate, which a gate driven backwards has none of. */
function sensed({ senses }: Extract<Control, { kind: "relay" }>, solved: Solved): number {
  if (senses.kind === "volts") {
    const { a, b } = senses;
    return Math.hypot(magnitude(solved.ac, a, b), Math.max(0, dcVolts(solved.dc, a, b)));
  }
  return Math.hypot(ampsIn(solved, "ac", senses.branch), ampsIn(solved, "dc", senses.branch));
}

/**
 * Where every control goes from here. What protects opens only on currents that the others no longer move, and a regulator sees whether
 * it can hold its output once the supply that feeds it has come to rest: a supply at its limit stays where a plain drop leaves it.
 */
function nextSettings(circuit: Circuit, settings: readonly Setting[], solved: Solved): Setting[] {
  const next = circuit.controls.map((c, i) =>
    protects(c) ? settings[i]! : settingOf(c, settings[i]!, solved),
  );
  const moves = (c: Control, i: number) => !agree(settings[i]!, next[i]!);
  if (!circuit.controls.some(moves))
    return circuit.controls.map((c, i) => (protects(c) ? settingOf(c, settings[i]!, solved) : next[i]!));
  if (!circuit.controls.some((c, i) => c.kind === "converter" && moves(c, i))) return next;
  return next.map((setting, i) => {
    const was = settings[i]!;
    return was.region === "starved" && setting.region !== "off" ? was : setting;
  });
}

/** Size of the sum of two branches' currents: what leaves by neither of them, A. */
export function residualAmps({ circuit, ac }: Solved, branches: readonly [number, number]): number {
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
      return { on: sensed(control, solved) >= (was.on ? control.release : control.pullIn) };
    }
    case "output":
      return {
        on: control.called && control.needs.every((n) => within(needVolts(n, solved), n.min, n.max)),
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

function needVolts({ a, b, domain }: Need, solved: Solved): number {
  return domain === "ac" ? magnitude(solved.ac, a, b) : dcVolts(solved.dc, a, b);
}

function within(value: number, min: number, max: number): boolean {
  return value >= min && value <= max;
}

const scratch = new Float64Array(2);
