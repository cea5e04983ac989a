import type { Branch } from "./branch.ts";
import type { Circuit } from "./circuit.ts";
import { junctionAt, type Diode } from "./junction.ts";
import { portDiodes, solvePorts, solveSmallInPlace, type PortDiodes } from "./portDiodes.ts";
import { pairVector, respond, solveDomain, type SolvedDomain } from "./system.ts";

/**
 * The periodic steady state of a circuit whose diodes are driven by the mains: what a rectified supply settles to.
 *
 * One mains cycle is cut into `STEPS` equal steps and integrated by the second-order backward difference, which damps
 * the corners that diodes make. A step's companion network never changes, so it is factored once and reduced to its
 * ports: the m branches with inductance or capacitance and the k diodes. A step then costs (m + k)² and a Newton
 * iteration of k unknowns.
 *
 * The state after a cycle is brought onto the state before it by shooting (T. J. Aprille and T. N. Trick 1972, from
 * memory): Newton's method on those states z that outlast a cycle, δ = (I − ∂z(T)/∂z(0))⁻¹·(z(T) − z(0)), the rest
 * following by themselves. A smoothing capacitor gains less the fuller it is, so that from below every step stays below.
 */
export interface PeriodicState {
  /** By index of the diode's control: the linear branch that carries the same mean and the same fundamental. */
  readonly equivalents: ReadonlyMap<number, Equivalent>;
  /** V(p) − V(q) over one cycle from the rising zero of the supply, STEPS samples, V. */
  wave(p: number, q: number): Float64Array;
  /** Where it stands, to start a similar circuit from. */
  readonly state: Float64Array;
}

export type Equivalent = Pick<Branch, "ohms" | "henries" | "dcVolts">;

export const STEPS = 256;
const MOST_CYCLES = 600;
/** Largest change over a cycle, relative to the largest value, that counts as none. */
const STILL = 3e-6;

interface Network {
  readonly base: SolvedDomain;
  /** Reactive branches, and their companion's ohms. */
  readonly reactive: readonly Branch[];
  readonly ohms: Float64Array;
  readonly ports: PortDiodes;
  readonly controls: readonly number[];
  /** Whole-network answers, n each: DC sources, the AC sources at one volt RMS each its own share, a unit current a port. */
  readonly steady: Float64Array;
  readonly swing: Float64Array;
  readonly columns: readonly Float64Array[];
  /** The same read at the m + k ports; `t` row-major. */
  readonly steadyAt: Float64Array;
  readonly swingAt: Float64Array;
  readonly t: Float64Array;
  /** Reactive branches whose state outlasts a cycle. */
  readonly slow: readonly number[];
}

/**
 * @param circuit controls other than diodes are taken as their branches and constraints stand
 * @param start `state` of a similar circuit
 * @returns undefined where a step's diodes found no point or no cycle repeats
 */
export function periodicState(circuit: Circuit, start?: Float64Array): PeriodicState | undefined {
  const network = reduce(circuit);
  const m = network.reactive.length;
  const k = network.ports.diodes.length;
  const size = 4 * m + k;
  const scale = new Float64Array(4 * m).fill(1e-3);
  const record = { history: new Float64Array(STEPS * m), amps: new Float64Array(STEPS * k) };
  const run = (from: Float64Array) => {
    const image = from.slice();
    return runCycle(circuit.hertz, network, image, record) ? image : undefined;
  };
  const states = network.slow.map((j) => (network.reactive[j]!.farads > 0 ? 2 * m + j : j));
  let y: Float64Array = start?.length === size ? start : new Float64Array(size);
  let jacobian: Float64Array | undefined;
  let worstBefore = Infinity;
  for (let cycle = 0; cycle < MOST_CYCLES; cycle++) {
    const image = run(y);
    if (!image) return undefined;
    let worst = 0;
    for (let i = 0; i < 4 * m; i++) {
      scale[i] = Math.max(scale[i]!, Math.abs(image[i]!));
      worst = Math.max(worst, Math.abs(image[i]! - y[i]!) / scale[i]!);
    }
    if (worst < STILL) return finished(circuit, network, record, image);
    // The first cycles from rest fill the capacitors; there is nothing to extrapolate yet.
    const begun = cycle >= 2 || y === start;
    if (begun && (!jacobian || worst > 0.3 * worstBefore))
      jacobian = sensitivity(run, y, image, states, scale);
    worstBefore = worst;
    const next = image.slice();
    if (jacobian) {
      const step = Float64Array.from(states, (i) => image[i]! - y[i]!);
      if (!solveSmallInPlace(jacobian.slice(), step, states.length)) return undefined;
      states.forEach((i, s) => {
        const moved = y[i]! + step[s]! - image[i]!;
        next[i]! += moved;
        next[i + m]! += moved;
      });
    }
    y = next;
  }
  return undefined;
}

/** I − ∂z(T)/∂z(0) over the slow states, row-major, by one cycle a state from slightly beside `y`. */
function sensitivity(
  run: (from: Float64Array) => Float64Array | undefined,
  y: Float64Array,
  image: Float64Array,
  states: readonly number[],
  scale: Float64Array,
): Float64Array | undefined {
  const n = states.length;
  const m = scale.length / 4;
  const jacobian = new Float64Array(n * n);
  for (let c = 0; c < n; c++) {
    const at = states[c]!;
    const aside = 1e-4 * scale[at]!;
    const from = y.slice();
    from[at]! += aside;
    from[at + m]! += aside;
    const there = run(from);
    if (!there) return undefined;
    for (let r = 0; r < n; r++)
      jacobian[r * n + c] = (r === c ? 1 : 0) - (there[states[r]!]! - image[states[r]!]!) / aside;
    // A state that nothing bleeds keeps what it has; it is not divided by nothing.
    jacobian[c * n + c]! += 1e-6;
  }
  return jacobian;
}

/** Capacitors and inductors as resistances, diodes taken out, the rest solved once. */
function reduce(circuit: Circuit): Network {
  const h = 1 / (circuit.hertz * STEPS);
  const controls = circuit.controls.flatMap((c, i) => (c.kind === "diode" && c.seriesOhms < 1e9 ? [i] : []));
  const diodes = controls.map((i) => circuit.controls[i] as Diode);
  const taken = new Set(circuit.controls.flatMap((c) => (c.kind === "diode" ? [c.branch] : [])));
  const isReactive = (b: Branch, i: number) => !taken.has(i) && (b.henries > 0 || b.farads > 0);
  const companions = circuit.branches.map((b, i): Branch => {
    const bare = { ...b, henries: 0, farads: 0, acVolts: 0, dcVolts: 0 };
    if (taken.has(i)) return { ...bare, ohms: OUT_OHMS };
    return { ...bare, ohms: isReactive(b, i) ? companionOhms(b, h) : b.ohms };
  });
  const sources = (pick: (b: Branch) => number) =>
    solveDomain(
      {
        ...circuit,
        branches: companions.map((b, i) => ({
          ...b,
          dcVolts: taken.has(i) ? 0 : pick(circuit.branches[i]!),
        })),
      },
      "instant",
    );
  const base = sources((b) => b.dcVolts);
  const still = {
    ...circuit,
    constraints: circuit.constraints.map((c) => (c.kind === "regulator" ? { ...c, volts: 0 } : c)),
  };
  const swing = solveDomain(
    {
      ...still,
      branches: companions.map((b, i) => ({
        ...b,
        dcVolts: taken.has(i) ? 0 : circuit.branches[i]!.acVolts,
      })),
    },
    "instant",
  ).xRe;
  const reactive = circuit.branches.filter(isReactive);
  const ends = [...reactive, ...diodes.map((d) => circuit.branches[d.branch]!)];
  const columns = ends.map(({ a, b }) => respond(base, pairVector(a, b)).re);
  const across = (x: Float64Array) => Float64Array.from(ends, ({ a, b }) => difference(x, a, b));
  const t = new Float64Array(ends.length ** 2);
  columns.forEach((column, j) => across(column).forEach((v, i) => (t[i * ends.length + j] = v)));
  const m = reactive.length;
  const k = diodes.length;
  const z = new Float64Array(k * k);
  for (let d = 0; d < k; d++) for (let e = 0; e < k; e++) z[d * k + e] = t[(m + d) * (m + k) + m + e]!;
  return {
    base,
    reactive,
    ohms: Float64Array.from(reactive, (b) => companionOhms(b, h)),
    ports: portDiodes(diodes, z),
    controls,
    steady: base.xRe,
    swing,
    columns,
    steadyAt: across(base.xRe),
    swingAt: across(swing),
    t,
    slow: reactive.flatMap((branch, j) =>
      outlasts(branch, t[j * (m + k) + j]!, h, 1 / circuit.hertz) ? [j] : [],
    ),
  };
}

/** Whether a branch's charge or current, while the diodes block, lasts a tenth of a cycle. `own` is its port's resistance. */
function outlasts(branch: Branch, own: number, h: number, period: number): boolean {
  const companion = companionOhms(branch, h);
  const outside = own < companion ? 1 / (1 / own - 1 / companion) : Infinity;
  const ohms = outside + branch.ohms;
  const lasts = branch.farads > 0 ? ohms * branch.farads : branch.henries / ohms;
  return lasts > period / 10;
}

/** A diode's place while it is out: its leak once more, so that no island floats. No meter sees it. */
const OUT_OHMS = 1e10;

/** v = e + (R + 3L/2h + 2h/3C)·i + history, by the second-order backward difference. */
function companionOhms({ ohms, henries, farads }: Branch, h: number): number {
  return ohms + (1.5 * henries) / h + (farads > 0 ? (2 * h) / (3 * farads) : 0);
}

function difference(x: Float64Array, a: number, b: number): number {
  return (a > 0 ? x[a - 1]! : 0) - (b > 0 ? x[b - 1]! : 0);
}

interface CycleRecord {
  /** STEPS × m: history EMF of each reactive branch, V. STEPS × k: current of each diode, A. */
  readonly history: Float64Array;
  readonly amps: Float64Array;
}

/**
 * One cycle from state `y`, which becomes the state after it: per reactive branch its current now and a step before
 * (2m), the voltage of its capacitance now and a step before (2m), then the junction voltages (k).
 */
function runCycle(hertz: number, network: Network, y: Float64Array, record: CycleRecord): boolean {
  const { reactive, ohms, ports, steadyAt, swingAt, t } = network;
  const m = reactive.length;
  const k = ports.diodes.length;
  const h = 1 / (hertz * STEPS);
  const history = new Float64Array(m);
  const linear = new Float64Array(m + k);
  const u = y.subarray(4 * m);
  const w = new Float64Array(k);
  for (let step = 0; step < STEPS; step++) {
    const swing = Math.SQRT2 * Math.sin((2 * Math.PI * (step + 1)) / STEPS);
    for (let j = 0; j < m; j++) {
      const { henries } = reactive[j]!;
      history[j] = (4 * y[2 * m + j]! - y[3 * m + j]!) / 3 - (henries / (2 * h)) * (4 * y[j]! - y[m + j]!);
      record.history[step * m + j] = history[j]!;
    }
    for (let i = 0; i < m + k; i++) {
      let v = steadyAt[i]! + swing * swingAt[i]!;
      for (let j = 0; j < m; j++) v += (t[i * (m + k) + j]! * history[j]!) / ohms[j]!;
      linear[i] = v;
    }
    for (let d = 0; d < k; d++) w[d] = linear[m + d]!;
    if (!solvePorts(ports, w, u)) return false;
    for (let d = 0; d < k; d++) record.amps[step * k + d] = ports.amps[d]!;
    for (let j = 0; j < m; j++) {
      const { farads, acVolts, dcVolts } = reactive[j]!;
      let v = linear[j]!;
      for (let d = 0; d < k; d++) v -= t[j * (m + k) + m + d]! * ports.amps[d]!;
      const i = (v - history[j]! - dcVolts - acVolts * swing) / ohms[j]!;
      const charge = farads > 0 ? (4 * y[2 * m + j]! - y[3 * m + j]!) / 3 + ((2 * h) / (3 * farads)) * i : 0;
      y[m + j] = y[j]!;
      y[j] = i;
      y[3 * m + j] = y[2 * m + j]!;
      y[2 * m + j] = charge;
    }
  }
  return true;
}

function finished(
  circuit: Circuit,
  network: Network,
  record: CycleRecord,
  state: Float64Array,
): PeriodicState {
  const { ports, controls, reactive, ohms, steady, swing, columns } = network;
  const m = reactive.length;
  const k = ports.diodes.length;
  const wave = (p: number, q: number): Float64Array => {
    const constant = difference(steady, p, q);
    const share = difference(swing, p, q);
    const at = columns.map((column) => difference(column, p, q));
    return Float64Array.from({ length: STEPS }, (_, step) => {
      let v = constant + share * Math.SQRT2 * Math.sin((2 * Math.PI * (step + 1)) / STEPS);
      for (let j = 0; j < m; j++) v += (at[j]! * record.history[step * m + j]!) / ohms[j]!;
      for (let d = 0; d < k; d++) v -= at[m + d]! * record.amps[step * k + d]!;
      return v;
    });
  };
  const equivalents = new Map<number, Equivalent>();
  controls.forEach((index, d) => {
    const diode = ports.diodes[d]!;
    const { a, b } = circuit.branches[diode.branch]!;
    const amps = Float64Array.from({ length: STEPS }, (_, step) => record.amps[step * k + d]!);
    equivalents.set(index, equivalentOf(diode, fourier(wave(a, b)), fourier(amps), circuit.hertz));
  });
  return { equivalents, wave, state };
}

/** Mean and fundamental of a cycle: x(t) = mean + √2·(re·sin ωt + im·cos ωt) + … */
function fourier(x: Float64Array): { mean: number; re: number; im: number } {
  let [mean, re, im] = [0, 0, 0];
  x.forEach((v, i) => {
    const angle = (2 * Math.PI * (i + 1)) / x.length;
    mean += v / x.length;
    re += (Math.SQRT2 * v * Math.sin(angle)) / x.length;
    im += (Math.SQRT2 * v * Math.cos(angle)) / x.length;
  });
  return { mean, re, im };
}

/** RMS of a cycle without its mean and its fundamental. */
export function harmonicVolts(x: Float64Array): number {
  const { mean, re, im } = fourier(x);
  const square = x.reduce((sum, v) => sum + v * v, 0) / x.length;
  return Math.sqrt(Math.max(0, square - mean * mean - re * re - im * im));
}

type Harmonics = ReturnType<typeof fourier>;

/** The series R + jωL with an EMF that has the diode's mean and fundamental of voltage and current; either may be negative. */
function equivalentOf(diode: Diode, volts: Harmonics, amps: Harmonics, hertz: number): Equivalent {
  const size = amps.re ** 2 + amps.im ** 2;
  const re = (volts.re * amps.re + volts.im * amps.im) / size;
  const im = (volts.im * amps.re - volts.re * amps.im) / size;
  if (size > 1e-18 && Number.isFinite(re) && Math.abs(re) < 1e9)
    return { ohms: re, henries: im / (2 * Math.PI * hertz), dcVolts: volts.mean - amps.mean * re };
  // No alternating current: the tangent where the diode stands.
  const { siemens } = junctionAt(diode, volts.mean - diode.offsetVolts);
  const ohms = diode.seriesOhms + 1 / siemens;
  return { ohms, henries: 0, dcVolts: volts.mean - amps.mean * ohms };
}
