import type { Branch } from "../model/branch.ts";
import type { Circuit } from "../model/circuit.ts";
import type { Control } from "../model/control.ts";
import type { Diode } from "../steady/junction.ts";
import type { Cut } from "./couplings.ts";
import {
  changedInstant,
  companionOhms,
  difference,
  factoredInstant,
  OUT_OHMS,
  type Instant,
  type Outs,
} from "./instant.ts";
import { portsOf, type Pass, type Ports } from "./ports.ts";
import { STEPS } from "./steps.ts";

/**
 * A step of the cycle as its ports see it: every reactive branch is its companion resistance, diodes and regulators are
 * taken out, the rest is solved once. Ports are numbered reactive branches first (m), then diodes (k), then regulators
 * (r); n = m + k + r.
 */
export interface Network {
  readonly hertz: number;
  /** The step's resistances with every port out, solved. */
  readonly instant: Instant;
  readonly reactive: readonly Branch[];
  /** m each: companion resistance and the branch's own values; constant EMF, and per volt of swing. */
  readonly ohms: Float64Array;
  readonly henries: Float64Array;
  readonly farads: Float64Array;
  readonly dcVolts: Float64Array;
  readonly acVolts: Float64Array;
  /** The ports of diodes and regulators, those that know of each other together. */
  readonly groups: readonly PortGroup[];
  /** Indices of the controls of the diodes, then of the regulators. */
  readonly controls: readonly number[];
  /** Whole-network answers by unknown: DC sources, AC sources at their own volts RMS, a unit current through a port. */
  readonly steady: Float64Array;
  readonly swing: Float64Array;
  readonly columns: readonly Float64Array[];
  /** n each, and n² row-major: the same read at the ports. */
  readonly steadyAt: Float64Array;
  readonly swingAt: Float64Array;
  readonly t: Float64Array;
  /** r each, and r × n: the same read at the regulators' outputs. */
  readonly steadyOut: Float64Array;
  readonly swingOut: Float64Array;
  readonly tOut: Float64Array;
  /** Reactive branches whose charge or current outlasts a quarter of a cycle. */
  readonly slow: readonly number[];
}

/** A coil or a capacitor behind so much is open: it holds what it has for hours, and nobody sees it. */
const OPENED_OHMS = 1e9;

interface Ends {
  readonly a: number;
  readonly b: number;
}

type RegulatorControl = Extract<Control, { kind: "regulator" }>;

/** Ports that know of each other: their places among the n − m, and among the regulators. */
export interface PortGroup {
  readonly ports: Ports;
  readonly at: Int32Array;
  readonly passAt: Int32Array;
}

/** The ports by their groups; z is (k + r)² row-major, sense r × (k + r). */
function groupsOf(
  group: readonly number[],
  diodes: readonly Diode[],
  passes: readonly Pass[],
  z: Float64Array,
  sense: Float64Array,
  all: boolean,
): PortGroup[] {
  const k = diodes.length;
  const n = k + passes.length;
  const numbers = [...new Set(group)];
  return numbers.map((g) => {
    const at = Int32Array.from(group.flatMap((own, i) => (own === g ? [i] : [])));
    const own = [...at];
    const passAt = own.filter((i) => i >= k).map((i) => i - k);
    return {
      at,
      passAt: Int32Array.from(passAt),
      ports: portsOf(
        own.filter((i) => i < k).map((i) => diodes[i]!),
        Float64Array.from(own.flatMap((i) => own.map((j) => z[i * n + j]!))),
        passAt.map((r) => passes[r]!),
        Float64Array.from(passAt.flatMap((r) => own.map((j) => sense[r * n + j]!))),
        all ? 1 / OUT_OHMS : 0,
      ),
    };
  });
}

/** A resistance put across two nodes: a meter. */
export interface Across extends Ends {
  readonly ohms: number;
}

/**
 * Reduces a circuit to its ports. Controls other than diodes and regulators are taken as their branches stand.
 * @param across a meter that loads the network; every diode then takes part, since its own current may be all there is
 */
export function reduce(circuit: Circuit, cut: Cut, across?: Across): Network {
  const h = 1 / (circuit.hertz * STEPS);
  const { negligible, held, groupOf } = cut.couplings;
  const diodeAt = circuit.controls.flatMap((c, i) => (c.kind === "diode" && c.seriesOhms < 1e9 ? [i] : []));
  const passAt = circuit.controls.flatMap((c, i) => (c.kind === "regulator" && !held.has(c.id) ? [i] : []));
  const diodes = diodeAt.map((i) => circuit.controls[i] as Diode);
  const regulators = passAt.map((i) => circuit.controls[i] as RegulatorControl);
  const taken = new Set(circuit.controls.flatMap((c) => (c.kind === "diode" ? [c.branch] : [])));
  const isReactive = (b: Branch, i: number) =>
    !taken.has(i) && (b.henries > 0 || b.farads > 0) && b.ohms < OPENED_OHMS && !negligible.has(b.id);
  const reactive = circuit.branches.filter(isReactive);
  const outs: Outs = {
    diodes: taken,
    regulators: new Set(regulators.map((r) => r.constraint)),
    isReactive,
  };
  const instant = changedInstant(circuit, outs, (cut.root ??= factoredInstant(circuit, outs)));
  const passEnds = regulators.map(({ constraint }) => {
    const c = circuit.constraints[constraint]!;
    return { a: c.a, b: c.b };
  });
  const ends: Ends[] = [...reactive, ...diodes.map((d) => circuit.branches[d.branch]!), ...passEnds];
  const outputs = regulators.map(({ constraint, ground }) => ({
    a: circuit.constraints[constraint]!.b,
    b: ground,
  }));
  const load = across && loadedBy(across, instant.column(across.a, across.b));
  const loaded = (x: Float64Array) => load?.(x) ?? x;
  const steady = loaded(instant.steady);
  const swing = loaded(instant.swing);
  const columns = ends.map(({ a, b }) => loaded(instant.column(a, b)));
  const [t, tOut] = [matrix(columns, ends), matrix(columns, outputs)];
  const m = reactive.length;
  const n = ends.length;
  const k = n - m;
  const z = new Float64Array(k * k);
  for (let d = 0; d < k; d++) for (let e = 0; e < k; e++) z[d * k + e] = t[(m + d) * n + m + e]!;
  const sense = new Float64Array(outputs.length * k);
  for (let d = 0; d < outputs.length; d++)
    for (let e = 0; e < k; e++) sense[d * k + e] = tOut[d * n + m + e]!;
  const controls = [...diodeAt, ...passAt];
  const passes = regulators.map(({ volts, dropout, limit }) => ({ volts, dropout, limit }));
  return {
    hertz: circuit.hertz,
    instant,
    reactive,
    ohms: Float64Array.from(reactive, (b) => companionOhms(b, h)),
    henries: Float64Array.from(reactive, (b) => b.henries),
    farads: Float64Array.from(reactive, (b) => b.farads),
    dcVolts: Float64Array.from(reactive, (b) => b.dcVolts),
    acVolts: Float64Array.from(reactive, (b) => b.acVolts),
    groups: groupsOf(
      controls.map((i) => groupOf.get(i)!),
      diodes,
      passes,
      z,
      sense,
      across !== undefined,
    ),
    controls,
    steady,
    swing,
    columns,
    steadyAt: readAt(steady, ends),
    swingAt: readAt(swing, ends),
    t,
    steadyOut: readAt(steady, outputs),
    swingOut: readAt(swing, outputs),
    tOut,
    slow: reactive.flatMap((branch, j) => (isSlow(branch, t[j * n + j]!, h, 1 / circuit.hertz) ? [j] : [])),
  };
}

/** By Sherman and Morrison: what a resistance across a pair leaves of a vector over the unknowns. */
function loadedBy({ a, b, ohms }: Across, column: Float64Array): (x: Float64Array) => Float64Array {
  const own = difference(column, a, b);
  return (x) => {
    const share = difference(x, a, b) / (ohms + own);
    return x.map((v, i) => v - column[i]! * share);
  };
}

function readAt(x: Float64Array, pairs: readonly Ends[]): Float64Array {
  return Float64Array.from(pairs, ({ a, b }) => difference(x, a, b));
}

/** pairs × columns, row-major. */
function matrix(columns: readonly Float64Array[], pairs: readonly Ends[]): Float64Array {
  const t = new Float64Array(pairs.length * columns.length);
  columns.forEach((column, j) => readAt(column, pairs).forEach((v, i) => (t[i * columns.length + j] = v)));
  return t;
}

/** Whether a branch's charge or current, while the diodes block, outlasts a quarter of a cycle. `own` is its port's resistance. */
function isSlow(branch: Branch, own: number, h: number, period: number): boolean {
  const companion = companionOhms(branch, h);
  const outside = own < companion ? 1 / (1 / own - 1 / companion) : Infinity;
  const ohms = outside + branch.ohms;
  const lasts = branch.farads > 0 ? ohms * branch.farads : branch.henries / ohms;
  return lasts > period / 8;
}
