import { OPEN_OHMS, type Branch } from "../model/branch.ts";
import type { Circuit } from "../model/circuit.ts";
import type { Control, MeanRegulator } from "../model/control.ts";
import { pairVector, respond } from "../equations/system.ts";
import { junctionAt, THERMAL_VOLTS, type Diode } from "../steady/junction.ts";
import type { CycleRecord } from "./cycle.ts";
import { couplingsOf, difference, reduce, type Across, type Couplings, type Network } from "./network.ts";
import { keep, recall, signatureOf } from "./knownCycles.ts";
import { shoot, undisturbed, type Settled } from "./shooting.ts";
import { COSINE, fourier, SINE, STEPS, type Harmonics } from "./steps.ts";

/**
 * The periodic steady state of a circuit whose diodes are driven by the mains: what a rectified supply settles to.
 *
 * One mains cycle is cut into `STEPS` equal steps (cycle.ts). A step's companion network never changes, so it is
 * factored once and reduced to its ports (network.ts): the m branches with inductance or capacitance, the k diodes and
 * the r regulators. A step then costs (m + k + r)² and a Newton iteration of k + r unknowns (ports.ts).
 * The state after a cycle is brought onto the state before it by shooting (shooting.ts).
 */
export interface PeriodicState {
  /** By index of the diode's control: the linear branch that carries the same mean and the same fundamental. */
  readonly equivalents: ReadonlyMap<number, Equivalent>;
  /** By index of the regulator's control: how it stands in the mean. */
  readonly regulators: ReadonlyMap<number, MeanRegulator>;
  /** V(p) − V(q) over one cycle from the rising zero of the supply, STEPS samples, V. */
  wave(p: number, q: number): Float64Array;
  /**
   * RMS of V(p) − V(q) beyond its mean and its fundamental, V, if this circuit's ports drove what those of `driven`
   * do (a cycle with the same ports).
   */
  harmonics(p: number, q: number, driven?: PeriodicState): number;
  /**
   * What lies between p and q while every diode blocks, Ω, and whether some diode has to do with it: of a pair that
   * floats then, only the whole wave tells.
   */
  loose(p: number, q: number): { readonly ohms: number; readonly byDiodes: boolean };
  /** Mean products of what the ports drive beyond mean and fundamental, n² in A². */
  readonly shares: Float64Array;
  /** The cycle itself, to start a similar circuit from; circuits whose ports stand alike share it. */
  readonly settled: Settled;
  /** What has to do with what in this circuit and those it was started from. */
  readonly cuts: Cut[];
}

/** What has to do with what, and the branches for which that was found. */
interface Cut {
  readonly couplings: Couplings;
  readonly branches: readonly Branch[];
}

export type Equivalent = Pick<Branch, "ohms" | "henries" | "dcOhms" | "dcVolts">;

/**
 * @param circuit controls other than diodes and regulators are taken as their branches and constraints stand
 * @param start the state of a similar circuit
 * @param across a meter that loads the circuit
 * @returns undefined where a step's ports found no point, or no cycle repeats
 */
export function periodicState(
  circuit: Circuit,
  start?: PeriodicState,
  across?: Across,
): PeriodicState | undefined {
  const cuts = start?.cuts ?? [];
  const network = reduce(circuit, cutFor(circuit, cuts), across);
  const signature = signatureOf(network);
  const { same, near } = recall(network, signature);
  if (same) return same.settled && finished(circuit, network, same.settled, cuts);
  const settled =
    (start && across && undisturbed(network, start.settled)) ??
    (near && shoot(network, near)) ??
    shoot(network);
  keep(network, signature, settled);
  return settled && finished(circuit, network, settled, cuts);
}

/** A fault's network is cut as the healthy one is, unless it joins what was apart: their states then are of one kind. */
function cutFor(circuit: Circuit, cuts: Cut[]): Couplings {
  const known = cuts.find((cut) => !joinsMore(circuit, cut.branches));
  if (known) return known.couplings;
  const couplings = couplingsOf(circuit);
  cuts.push({ couplings, branches: circuit.branches });
  return couplings;
}

/** A branch that conducts so many times better than it did may join what had nothing to do with each other. */
const JOINS = 1e4;

function joinsMore({ branches, controls }: Circuit, before: readonly Branch[]): boolean {
  if (branches.length !== before.length) return true;
  const junctions = new Set(controls.flatMap((c) => (c.kind === "diode" ? [c.branch] : [])));
  return branches.some((b, i) => b.ohms * JOINS < before[i]!.ohms && !junctions.has(i));
}

function finished(circuit: Circuit, network: Network, settled: Settled, cuts: Cut[]): PeriodicState {
  const { record } = settled;
  const { controls, reactive, ohms, steady, swing, columns } = network;
  const m = reactive.length;
  const k = controls.length;
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
  const pairs = new Map<string, ReturnType<PeriodicState["loose"]>>();
  const loose = (p: number, q: number) => {
    const key = `${p},${q}`;
    let known = pairs.get(key);
    if (!known) pairs.set(key, (known = looseIn(network, circuit, p, q)));
    return known;
  };
  const equivalents = new Map<number, Equivalent>();
  const regulators = new Map<number, MeanRegulator>();
  controls.forEach((index, d) => {
    const amps = Float64Array.from({ length: STEPS }, (_, step) => record.amps[step * k + d]!);
    const control = circuit.controls[index]!;
    if (control.kind === "regulator") {
      const { a, b } = circuit.constraints[control.constraint]!;
      regulators.set(index, meanRegulator(control, wave(a, b), wave(b, control.ground), amps));
    } else if (control.kind === "diode") {
      const { a, b } = circuit.branches[control.branch]!;
      equivalents.set(index, equivalentOf(control, fourier(wave(a, b)), fourier(amps), circuit.hertz));
    }
  });
  return { equivalents, regulators, wave, loose, harmonics, shares, settled, cuts };
}

/** Of a pair's own resistance, the share that reaches a diode's port below which that diode has nothing to do with it. */
const REACHES = 1e-3;

function looseIn({ base, controls }: Network, circuit: Circuit, p: number, q: number) {
  const { re } = respond(base, pairVector(p, q));
  const ohms = Math.abs(difference(re, p, q));
  const byDiodes = controls.some((index) => {
    const control = circuit.controls[index]!;
    if (control.kind !== "diode") return false;
    const { a, b } = circuit.branches[control.branch]!;
    return Math.abs(difference(re, a, b)) > REACHES * ohms;
  });
  return { ohms, byDiodes };
}

/** A regulator near its dropout or its limit by less than this share is not left to a cycle that is merely scaled. */
const CLEAR = 0.05;

function meanRegulator(
  { volts, dropout, limit }: Extract<Control, { kind: "regulator" }>,
  drop: Float64Array,
  output: Float64Array,
  amps: Float64Array,
): MeanRegulator {
  const flows = fourier(amps);
  const [least, most] = [Math.min(...drop), Math.max(...amps)];
  const input = fourier(drop).mean + fourier(output).mean;
  const starved = drop.filter((v) => v < dropout + 0.01).length > STEPS / 2;
  const limited = amps.filter((v) => v > 0.98 * limit).length > STEPS / 2;
  const region = input < 1 ? "off" : limited ? "limited" : starved ? "starved" : "regulating";
  return {
    region,
    volts: region === "starved" ? fourier(drop).mean : fourier(output).mean,
    amps: flows.mean,
    acRe: flows.re,
    acIm: flows.im,
    steady: least > dropout + CLEAR * volts && most < (1 - CLEAR) * limit,
  };
}

/**
 * Mean products of what the ports drive beyond mean and fundamental, (m + k)² in A²: every voltage is a sum of the
 * ports' currents, so the square of its harmonics is a quadratic form in its responses to them.
 */
function harmonicShares({ controls, ohms }: Network, record: CycleRecord): Float64Array {
  const m = ohms.length;
  const k = controls.length;
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
