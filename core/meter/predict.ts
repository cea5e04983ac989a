import { transferInto, voltageInto, type DomainView, type OperatingPoint } from "#core/circuit/index.ts";
import { INPUT_OHMS, OVERLOAD_OHMS, type MeterFunction } from "./meter.ts";

/** What the meter will show between two nodes, and how far it may be off for reasons the model knows. */
export interface Prediction {
  /** V (magnitude for AC, signed for DC) or Ω; Infinity for OL. */
  readonly value: number;
  /** Standard deviation from part tolerances and pick-up, in the same unit. Meter accuracy is not in it. */
  readonly spread: number;
  /** d(value)/d(supply scale): how the reading follows the mains. Zero for ohms. */
  readonly supplySlope: number;
}

/** Branches that a tolerance or the mains acts on, listed once per operating point. */
export interface Sensitive {
  readonly toleranced: Int32Array;
  /** Index of the branches whose DC EMF follows the mains (rectifiers), with d(EMF)/d(scale) in V. */
  readonly followers: readonly { readonly branch: number; readonly slope: number }[];
  /** Largest AC EMF in the circuit, V. */
  readonly supplyVolts: number;
}

/** Share of the supply that a conductor with no connection may pick up on a 10 MΩ meter. Common practice, no source. */
const PICK_UP = 0.06;

export function sensitiveBranches(point: OperatingPoint): Sensitive {
  const toleranced: number[] = [];
  const followers: { branch: number; slope: number }[] = [];
  let supplyVolts = 0;
  point.circuit.branches.forEach((branch, index) => {
    if (branch.tolerance > 0) toleranced.push(index);
    supplyVolts = Math.max(supplyVolts, Math.abs(branch.acVolts));
  });
  for (const control of point.circuit.controls)
    if (control.kind === "rectifier") {
      const emf = point.circuit.branches[control.source]!.dcVolts;
      if (emf > 0) followers.push({ branch: control.source, slope: emf + control.dropVolts });
    }
  return { toleranced: Int32Array.from(toleranced), followers, supplyVolts };
}

const z = new Float64Array(2);
const v = new Float64Array(2);
const w = new Float64Array(2);

/**
 * The reading of one meter function between nodes p (red) and q (black).
 * Volts: Thévenin source behind Thévenin impedance, loaded by the meter's 10 MΩ.
 * Ohms: the Thévenin resistance of the dead circuit, parallel paths included.
 */
export function predictReading(point: OperatingPoint, sensitive: Sensitive, fn: MeterFunction, p: number, q: number): Prediction {
  if (fn === "ohm" || fn === "continuity") return predictOhms(point, sensitive, p, q);
  return fn === "vac" ? predictAc(point, sensitive, p, q) : predictDc(point, sensitive, p, q);
}

function predictAc(point: OperatingPoint, sensitive: Sensitive, p: number, q: number): Prediction {
  const view = point.ac;
  voltageInto(v, view, p, q);
  transferInto(z, view, p, q, p, q);
  const impedance = Math.hypot(z[0]!, z[1]!);
  const loading = INPUT_OHMS / Math.hypot(INPUT_OHMS + z[0]!, z[1]!);
  const size = Math.hypot(v[0]!, v[1]!);
  const value = size * loading;
  const ghost = (PICK_UP * sensitive.supplyVolts * impedance) / (impedance + INPUT_OHMS);
  let variance = ghost * ghost;
  const unitRe = size > 0 ? v[0]! / size : 0;
  const unitIm = size > 0 ? v[1]! / size : 0;
  for (const index of sensitive.toleranced) {
    const change = changePerUnit(point, view, index, p, q);
    variance += (change.re * unitRe + change.im * unitIm) ** 2;
  }
  return { value, spread: Math.sqrt(variance), supplySlope: value };
}

function predictDc(point: OperatingPoint, sensitive: Sensitive, p: number, q: number): Prediction {
  const view = point.dc;
  voltageInto(v, view, p, q);
  transferInto(z, view, p, q, p, q);
  const loading = INPUT_OHMS / (INPUT_OHMS + Math.max(0, z[0]!));
  const value = v[0]! * loading;
  let variance = 0;
  for (const index of sensitive.toleranced) variance += changePerUnit(point, view, index, p, q).re ** 2;
  let slope = 0;
  for (const { branch, slope: emfSlope } of sensitive.followers) {
    const { a, b } = point.circuit.branches[branch]!;
    transferInto(w, view, p, q, a, b);
    slope += w[0]! * view.gRe[branch]! * emfSlope;
  }
  return { value, spread: Math.sqrt(variance), supplySlope: slope * loading };
}

const change = { re: 0, im: 0 };

/**
 * One standard deviation of V(p) − V(q), in V, due to branch `index`: dV/d(ln Z) = z(pq,ab)·i, where z is the
 * transfer impedance from the branch and i its current; a tolerance is read as two standard deviations.
 */
function changePerUnit(point: OperatingPoint, view: DomainView, index: number, p: number, q: number): { re: number; im: number } {
  const { a, b, tolerance } = point.circuit.branches[index]!;
  const vr = (a > 0 ? view.xRe[a - 1]! : 0) - (b > 0 ? view.xRe[b - 1]! : 0) - view.emf[index]!;
  const vi = (a > 0 ? view.xIm[a - 1]! : 0) - (b > 0 ? view.xIm[b - 1]! : 0);
  const ir = vr * view.gRe[index]! - vi * view.gIm[index]!;
  const ii = vr * view.gIm[index]! + vi * view.gRe[index]!;
  change.re = 0;
  change.im = 0;
  if (Math.abs(ir) + Math.abs(ii) < 1e-9) return change;
  transferInto(w, view, p, q, a, b);
  change.re = (w[0]! * ir - w[1]! * ii) * (tolerance / 2);
  change.im = (w[0]! * ii + w[1]! * ir) * (tolerance / 2);
  return change;
}

function predictOhms(point: OperatingPoint, sensitive: Sensitive, p: number, q: number): Prediction {
  const view = point.dc;
  transferInto(z, view, p, q, p, q);
  const ohms = Math.max(0, z[0]!);
  if (ohms > OVERLOAD_OHMS) return { value: Infinity, spread: 0, supplySlope: 0 };
  let variance = 0;
  for (const index of sensitive.toleranced) {
    const { a, b, tolerance } = point.circuit.branches[index]!;
    transferInto(w, view, p, q, a, b);
    // dZ/d(ln R) = g·z(pq,ab)², since the dead circuit is reciprocal.
    variance += (view.gRe[index]! * w[0]! * w[0]! * (tolerance / 2)) ** 2;
  }
  return { value: ohms, spread: Math.sqrt(variance), supplySlope: 0 };
}
