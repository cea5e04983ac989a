import { OPEN_OHMS, type Branch } from "../model/branch.ts";
import type { Circuit } from "../model/circuit.ts";
import { junctionAt, THERMAL_VOLTS, type Diode } from "../steady/junction.ts";
import { portDiodes, solvePorts, type PortDiodes } from "./portDiodes.ts";
import { Shooting } from "./shooting.ts";
import { pairVector, respond, solveDomain, type SolvedDomain } from "../equations/system.ts";

/**
 * The periodic steady state of a circuit whose diodes are driven by the mains: what a rectified supply settles to.
 *
 * One mains cycle is cut into `STEPS` equal steps and integrated by the second-order backward difference, which damps
 * the corners that diodes make. A step's companion network never changes, so it is factored once and reduced to its
 * ports: the m branches with inductance or capacitance and the k diodes. A step then costs (m + k)² and a Newton
 * iteration of k unknowns.
 * The state after a cycle is brought onto the state before it by shooting (shooting.ts).
 */
export interface PeriodicState {
  /** By index of the diode's control: the linear branch that carries the same mean and the same fundamental. */
  readonly equivalents: ReadonlyMap<number, Equivalent>;
  /** V(p) − V(q) over one cycle from the rising zero of the supply, STEPS samples, V. */
  wave(p: number, q: number): Float64Array;
  /**
   * RMS of V(p) − V(q) beyond its mean and its fundamental, V, if this circuit's ports drove what those of `driven`
   * do (a cycle with the same ports).
   */
  harmonics(p: number, q: number, driven?: PeriodicState): number;
  /** Mean products of what the ports drive beyond mean and fundamental, (m + k)² in A². */
  readonly shares: Float64Array;
  /** Where it stands and how it answers, to start a similar circuit from. */
  readonly state: Float64Array;
  readonly jacobian: Float64Array | undefined;
  /** Reactive branches that no diode notices. */
  readonly still: ReadonlySet<string>;
}

export type Equivalent = Pick<Branch, "ohms" | "henries" | "dcOhms" | "dcVolts">;

export const STEPS = 120;
/** √2·sin and √2·cos of the angle each step ends at. */
const SINE = Float64Array.from(
  { length: STEPS },
  (_, i) => Math.SQRT2 * Math.sin((2 * Math.PI * (i + 1)) / STEPS),
);
const COSINE = Float64Array.from(
  { length: STEPS },
  (_, i) => Math.SQRT2 * Math.cos((2 * Math.PI * (i + 1)) / STEPS),
);
const MOST_CYCLES = 80;
const LEAST_SHARE = 1 / 16;
/** Largest change over a cycle, relative to the largest value, that counts as none. */
const STILL = 1e-4;

interface Network {
  readonly base: SolvedDomain;
  /** Reactive branches, and their companion's ohms. */
  readonly reactive: readonly Branch[];
  /** Ids of the reactive branches left out. */
  readonly still: ReadonlySet<string>;
  readonly ohms: Float64Array;
  readonly henries: Float64Array;
  readonly farads: Float64Array;
  /** EMFs of the reactive branches themselves: constant, and per volt of swing. */
  readonly dcVolts: Float64Array;
  readonly acVolts: Float64Array;
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
 * @param start the state of a similar circuit
 * @returns undefined where a step's diodes found no point or no cycle repeats
 */
export function periodicState(circuit: Circuit, start?: PeriodicState): PeriodicState | undefined {
  const network = reduce(circuit, start?.still ?? ofNoAccount(circuit));
  const m = network.reactive.length;
  const k = network.ports.diodes.length;
  const size = 4 * m + k;
  const record = { history: new Float64Array(STEPS * m), amps: new Float64Array(STEPS * k) };
  const run = (from: Float64Array) => {
    const image = from.slice();
    return runCycle(circuit.hertz, network, image, record) ? image : undefined;
  };
  const states = network.slow.map((j) => (network.reactive[j]!.farads > 0 ? 2 * m + j : j));
  const shoot = (from: PeriodicState | undefined, damped: boolean) => {
    const shooting = new Shooting(states, m, run, from?.jacobian);
    let y = from ? from.state : new Float64Array(size);
    let best: { y: Float64Array; next: Float64Array; worst: number } | undefined;
    let share = 1;
    for (let cycle = 0; cycle < MOST_CYCLES; cycle++) {
      const image = run(y);
      if (!image) return undefined;
      const worst = shooting.moved(y, image);
      if (worst < STILL) return finished(circuit, network, record, image, shooting.jacobian);
      // Where a step has made it worse, half of it is tried: above its point a capacitor answers unlike below it.
      if (damped && best && worst > best.worst && share > LEAST_SHARE) {
        share /= 2;
        y = best.y.map((v, i) => v + share * (best!.next[i]! - v));
        continue;
      }
      // The first cycles from rest fill the capacitors; there is nothing to extrapolate yet.
      const next = cycle < 2 && !from ? image : shooting.next(y, image, worst);
      best = { y, next, worst };
      share = 1;
      y = next;
    }
    return undefined;
  };
  const similar = start?.state.length === size ? shoot(start, false) : undefined;
  return similar ?? shoot(undefined, false) ?? shoot(undefined, true);
}

/** Capacitors and inductors as resistances, diodes taken out, the rest solved once; branches of no account left still. */
function reduce(circuit: Circuit, still: ReadonlySet<string>): Network {
  const h = 1 / (circuit.hertz * STEPS);
  const controls = circuit.controls.flatMap((c, i) => (c.kind === "diode" && c.seriesOhms < 1e9 ? [i] : []));
  const diodes = controls.map((i) => circuit.controls[i] as Diode);
  const taken = new Set(circuit.controls.flatMap((c) => (c.kind === "diode" ? [c.branch] : [])));
  const isReactive = (b: Branch, i: number) =>
    !taken.has(i) && (b.henries > 0 || b.farads > 0) && !still.has(b.id);
  const companions = circuit.branches.map((b, i): Branch => {
    const bare = { ...b, henries: 0, farads: 0, acVolts: 0, dcVolts: 0 };
    if (taken.has(i)) return { ...bare, ohms: OUT_OHMS };
    return { ...bare, ohms: isReactive(b, i) ? companionOhms(b, h) : stillOhms(b, circuit.hertz) };
  });
  const answer = (constraints: Circuit["constraints"], pick: (b: Branch) => number) =>
    solveDomain(
      {
        ...circuit,
        constraints,
        branches: companions.map((b, i) => {
          const dcVolts = taken.has(i) ? 0 : pick(circuit.branches[i]!);
          return dcVolts === 0 ? b : { ...b, dcVolts };
        }),
      },
      "instant",
    );
  const base = answer(circuit.constraints, (b) => b.dcVolts);
  const quiet = circuit.constraints.map((c) => (c.kind === "regulator" ? { ...c, volts: 0, amps: 0 } : c));
  const swing = answer(quiet, (b) => b.acVolts).xRe;
  const reactive = circuit.branches.filter(isReactive);
  const ends = [...reactive, ...diodes.map((d) => circuit.branches[d.branch]!)];
  const columns = ends.map(({ a, b }) => respond(base, pairVector(a, b)).re);
  const across = (x: Float64Array) => Float64Array.from(ends, ({ a, b }) => difference(x, a, b));
  const t = new Float64Array(ends.length ** 2);
  columns.forEach((column, j) => across(column).forEach((v, i) => (t[i * ends.length + j] = v)));
  const m = reactive.length;
  const k = diodes.length;
  const n = m + k;
  const z = new Float64Array(k * k);
  for (let d = 0; d < k; d++) for (let e = 0; e < k; e++) z[d * k + e] = t[(m + d) * n + m + e]!;
  return {
    base,
    reactive,
    still,
    ohms: Float64Array.from(reactive, (b) => companionOhms(b, h)),
    henries: Float64Array.from(reactive, (b) => b.henries),
    farads: Float64Array.from(reactive, (b) => b.farads),
    dcVolts: Float64Array.from(reactive, (b) => b.dcVolts),
    acVolts: Float64Array.from(reactive, (b) => b.acVolts),
    ports: portDiodes(diodes, z),
    controls,
    steady: base.xRe,
    swing,
    columns,
    steadyAt: across(base.xRe),
    swingAt: across(swing),
    t,
    slow: reactive.flatMap((branch, j) => (outlasts(branch, t[j * n + j]!, h, 1 / circuit.hertz) ? [j] : [])),
  };
}

/** Coupling, squared, below which a motor across the mains and a small supply do not know of each other. */
const LEAST_COUPLING = 1e-3;
/** About what a conducting diode and its supply offer, Ω. */
const CONDUCTING_OHMS = 1;

/** Reactive branches whose coupling to every diode while all conduct, t_dj²/(t_dd·t_jj), is next to nothing. */
function ofNoAccount(circuit: Circuit): Set<string> {
  const h = 1 / (circuit.hertz * STEPS);
  const isDiode = new Set(circuit.controls.flatMap((c) => (c.kind === "diode" ? [c.branch] : [])));
  const branches = circuit.branches.map((b, i) => ({
    ...b,
    ohms: isDiode.has(i) ? CONDUCTING_OHMS : companionOhms(b, h),
    henries: 0,
    farads: 0,
  }));
  const conducting = solveDomain({ ...circuit, branches }, "instant");
  const own = (x: Float64Array, i: number) => difference(x, branches[i]!.a, branches[i]!.b);
  const column = (i: number) => respond(conducting, pairVector(branches[i]!.a, branches[i]!.b)).re;
  const diodes = [...isDiode].map((i) => ({ i, ohms: own(column(i), i) }));
  return new Set(
    circuit.branches.flatMap(({ id, henries, farads }, j) => {
      if (isDiode.has(j) || (henries === 0 && farads === 0)) return [];
      const x = column(j);
      const noticed = diodes.some(({ i, ohms }) => own(x, i) ** 2 > LEAST_COUPLING * ohms * own(x, j));
      return noticed ? [] : [id];
    }),
  );
}

/** Such a branch as the resistance that takes the same power at the mains frequency, |Z|²/R; a capacitor takes none. */
function stillOhms({ ohms, henries, farads }: Branch, hertz: number): number {
  if (farads > 0) return OUT_OHMS;
  return henries > 0 ? ohms + (2 * Math.PI * hertz * henries) ** 2 / ohms : ohms;
}

/** Whether a branch's charge or current, while the diodes block, outlasts a quarter of a cycle. `own` is its port's resistance. */
function outlasts(branch: Branch, own: number, h: number, period: number): boolean {
  const companion = companionOhms(branch, h);
  const outside = own < companion ? 1 / (1 / own - 1 / companion) : Infinity;
  const ohms = outside + branch.ohms;
  const lasts = branch.farads > 0 ? ohms * branch.farads : branch.henries / ohms;
  return lasts > period / 4;
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
  const { ohms, henries, farads, dcVolts, acVolts, ports, steadyAt, swingAt, t } = network;
  const m = ohms.length;
  const k = ports.diodes.length;
  const n = m + k;
  const h = 1 / (hertz * STEPS);
  const history = new Float64Array(m);
  /** Norton current of each history, A. */
  const kick = new Float64Array(m);
  const linear = new Float64Array(n);
  const u = y.subarray(4 * m);
  const w = linear.subarray(m);
  const { amps } = ports;
  for (let step = 0; step < STEPS; step++) {
    const swing = SINE[step]!;
    for (let j = 0; j < m; j++) {
      const charge = (4 * y[2 * m + j]! - y[3 * m + j]!) / 3;
      history[j] = charge - (henries[j]! / (2 * h)) * (4 * y[j]! - y[m + j]!);
      kick[j] = history[j]! / ohms[j]!;
    }
    record.history.set(history, step * m);
    for (let i = 0; i < n; i++) {
      let v = steadyAt[i]! + swing * swingAt[i]!;
      const row = i * n;
      for (let j = 0; j < m; j++) v += t[row + j]! * kick[j]!;
      linear[i] = v;
    }
    if (!solvePorts(ports, w, u)) return false;
    record.amps.set(amps, step * k);
    for (let j = 0; j < m; j++) {
      let v = linear[j]!;
      const row = j * n + m;
      for (let d = 0; d < k; d++) v -= t[row + d]! * amps[d]!;
      const i = (v - history[j]! - dcVolts[j]! - acVolts[j]! * swing) / ohms[j]!;
      const c = farads[j]!;
      const charge = c > 0 ? (4 * y[2 * m + j]! - y[3 * m + j]!) / 3 + ((2 * h) / (3 * c)) * i : 0;
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
  jacobian: Float64Array | undefined,
): PeriodicState {
  const { ports, controls, reactive, ohms, steady, swing, columns } = network;
  const m = reactive.length;
  const k = ports.diodes.length;
  const wave = (p: number, q: number): Float64Array => {
    const constant = difference(steady, p, q);
    const share = difference(swing, p, q);
    const at = columns.map((column) => difference(column, p, q));
    const volts = new Float64Array(STEPS);
    for (let step = 0; step < STEPS; step++) {
      let v = constant + share * SINE[step]!;
      for (let j = 0; j < m; j++) v += (at[j]! * record.history[step * m + j]!) / ohms[j]!;
      for (let d = 0; d < k; d++) v -= at[m + d]! * record.amps[step * k + d]!;
      volts[step] = v;
    }
    return volts;
  };
  const shares = harmonicShares(network, record);
  const harmonics = (p: number, q: number, driven?: PeriodicState): number => {
    const products = driven?.shares.length === shares.length ? driven.shares : shares;
    const at = columns.map((column) => difference(column, p, q));
    let square = 0;
    for (let i = 0; i < m + k; i++)
      for (let j = 0; j < m + k; j++) square += at[i]! * at[j]! * products[i * (m + k) + j]!;
    return Math.sqrt(Math.max(0, square));
  };
  const equivalents = new Map<number, Equivalent>();
  controls.forEach((index, d) => {
    const diode = ports.diodes[d]!;
    const { a, b } = circuit.branches[diode.branch]!;
    const amps = Float64Array.from({ length: STEPS }, (_, step) => record.amps[step * k + d]!);
    equivalents.set(index, equivalentOf(diode, fourier(wave(a, b)), fourier(amps), circuit.hertz));
  });
  return { equivalents, wave, harmonics, shares, state, jacobian, still: network.still };
}

/**
 * Mean products of what the ports drive beyond mean and fundamental, (m + k)² in A²: every voltage is a sum of the
 * ports' currents, so the square of its harmonics is a quadratic form in its responses to them.
 */
function harmonicShares({ ports, ohms }: Network, record: CycleRecord): Float64Array {
  const m = ohms.length;
  const k = ports.diodes.length;
  const waves = Array.from({ length: m + k }, (_, i) => {
    const x = new Float64Array(STEPS);
    for (let step = 0; step < STEPS; step++)
      x[step] = i < m ? record.history[step * m + i]! / ohms[i]! : -record.amps[step * k + i - m]!;
    const { mean, re, im } = fourier(x);
    for (let step = 0; step < STEPS; step++) x[step]! -= mean + re * SINE[step]! + im * COSINE[step]!;
    return x;
  });
  const shares = new Float64Array((m + k) ** 2);
  for (let i = 0; i < m + k; i++)
    for (let j = 0; j <= i; j++) {
      let sum = 0;
      for (let step = 0; step < STEPS; step++) sum += waves[i]![step]! * waves[j]![step]!;
      shares[i * (m + k) + j] = shares[j * (m + k) + i] = sum / STEPS;
    }
  return shares;
}

/** Mean and fundamental of a cycle: x(t) = mean + √2·(re·sin ωt + im·cos ωt) + … */
function fourier(x: Float64Array): { mean: number; re: number; im: number } {
  let [mean, re, im] = [0, 0, 0];
  for (let i = 0; i < x.length; i++) {
    const v = x[i]! / x.length;
    mean += v;
    re += v * SINE[i]!;
    im += v * COSINE[i]!;
  }
  return { mean, re, im };
}

type Harmonics = ReturnType<typeof fourier>;

/**
 * The series R + jωL that has the diode's fundamental of voltage and current (either may be negative), and to DC its
 * mean of both: an EMF behind the slope of the junction at its mean current, as stiff as the diode itself.
 */
function equivalentOf(diode: Diode, volts: Harmonics, amps: Harmonics, hertz: number): Equivalent {
  const size = amps.re ** 2 + amps.im ** 2;
  const re = (volts.re * amps.re + volts.im * amps.im) / size;
  const im = (volts.im * amps.re - volts.re * amps.im) / size;
  const dcOhms =
    amps.mean > 1e-7 ? diode.seriesOhms + (diode.emission * THERMAL_VOLTS) / amps.mean : OPEN_OHMS;
  if (size > 1e-18 && Number.isFinite(re) && Math.abs(re) < 1e9)
    return {
      ohms: re,
      henries: im / (2 * Math.PI * hertz),
      dcOhms,
      dcVolts: volts.mean - amps.mean * dcOhms,
    };
  // No alternating current: the tangent where the diode stands.
  const { siemens } = junctionAt(diode, volts.mean - diode.offsetVolts);
  const ohms = diode.seriesOhms + 1 / siemens;
  return { ohms, henries: 0, dcVolts: volts.mean - amps.mean * ohms };
}
