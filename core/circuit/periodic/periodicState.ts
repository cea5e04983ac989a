import type { Circuit } from "../model/circuit.ts";
import { carriersOf, sharesOf, type Carriers } from "./carriers.ts";
import { cutFor, type Cut } from "./couplings.ts";
import { difference } from "./instant.ts";
import { reduce, type Across, type Network } from "./network.ts";
import { keep, recall, signatureOf } from "./knownCycles.ts";
import { shoot, undisturbed, type Settled } from "./shooting.ts";
import { SINE, STEPS } from "./steps.ts";

/**
 * The periodic steady state of a circuit whose diodes are driven by the mains: what a rectified supply settles to.
 *
 * One mains cycle is cut into `STEPS` equal steps (cycle.ts). A step's companion network never changes, so it is
 * factored once and reduced to its ports (network.ts): the m branches with inductance or capacitance, the k diodes and
 * the r regulators. A step then costs (m + k + r)² and a Newton iteration of k + r unknowns (ports.ts).
 * The state after a cycle is brought onto the state before it by shooting (shooting.ts).
 */
export interface PeriodicState {
  /** What stands in the ports' places in the mean of the cycle. */
  readonly carriers: () => Carriers;
  /** V(p) − V(q) over one cycle from the rising zero of the supply, STEPS samples, V. */
  readonly wave: (p: number, q: number) => Float64Array;
  /**
   * RMS of V(p) − V(q) beyond its mean and its fundamental, V.
   */
  readonly harmonics: (p: number, q: number) => number;
  /**
   * What lies between p and q while every diode blocks, Ω, and whether some diode has to do with it: of a pair that
   * floats then, only the whole wave tells.
   */
  loose(p: number, q: number): { readonly ohms: number; readonly byDiodes: boolean };
  /** The cycle itself, to start a similar circuit from; circuits whose ports stand alike share it. */
  readonly settled: Settled;
  /** What has to do with what in this circuit and those it was started from. */
  readonly cuts: Cut[];
}

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

function finished(circuit: Circuit, network: Network, settled: Settled, cuts: Cut[]): PeriodicState {
  const { record } = settled;
  const { reactive, ohms, steady, swing, columns, controls } = network;
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
  const harmonics = (p: number, q: number): number => {
    const products = sharesOf(network, settled);
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
  const carriers = () => carriersOf(circuit, network, settled);
  return { carriers, wave, loose, harmonics, settled, cuts };
}

/** Of a pair's own resistance, the share that reaches a diode's port below which that diode has nothing to do with it. */
const REACHES = 1e-3;

function looseIn({ instant, controls }: Network, circuit: Circuit, p: number, q: number) {
  const re = instant.column(p, q);
  const ohms = Math.abs(difference(re, p, q));
  const byDiodes = controls.some((index) => {
    const control = circuit.controls[index]!;
    if (control.kind !== "diode") return false;
    const { a, b } = circuit.branches[control.branch]!;
    return Math.abs(difference(re, a, b)) > REACHES * ohms;
  });
  return { ohms, byDiodes };
}
