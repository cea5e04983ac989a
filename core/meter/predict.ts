import {
  branchCurrentInto,
  transferInto,
  voltageInto,
  type DomainView,
  type OperatingPoint,
} from "#core/circuit/index.ts";
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

/**
 * What tolerances and the mains act on, worked out once per operating point.
 * By dV/d(ln Z) = z(pq,ab)·i, a tolerance moves V(p) − V(q) by the transfer impedance times `amps`, which is the
 * branch's current times half its tolerance (a tolerance is read as two standard deviations).
 */
export interface Sensitive {
  readonly ac: readonly Lever[];
  readonly dc: readonly Lever[];
  /** For ohms: dZ/d(ln R) = g·z(pq,ab)²; `siemens` is g times half the tolerance. */
  readonly ohms: readonly { readonly a: number; readonly b: number; readonly siemens: number }[];
  /** Branches whose DC EMF follows the mains (rectifiers): current per unit of supply scale, A. */
  readonly followers: readonly { readonly a: number; readonly b: number; readonly amps: number }[];
  /** Largest AC EMF in the circuit, V. */
  readonly supplyVolts: number;
}

interface Lever {
  readonly a: number;
  readonly b: number;
  readonly re: number;
  readonly im: number;
}

/** Currents smaller than this move no reading that a meter shows, A. */
const LEAST_AMPS = 1e-6;

/** Share of the supply that a conductor with no connection may pick up on a 10 MΩ meter. Common practice, no source. */
const PICK_UP = 0.06;

export function sensitiveBranches(point: OperatingPoint): Sensitive {
  const { branches, controls } = point.circuit;
  const ac: Lever[] = [];
  const dc: Lever[] = [];
  const ohms: { a: number; b: number; siemens: number }[] = [];
  let supplyVolts = 0;
  branches.forEach(({ a, b, tolerance, acVolts }, index) => {
    supplyVolts = Math.max(supplyVolts, Math.abs(acVolts));
    if (tolerance === 0) return;
    pushLever(ac, point.ac, index, a, b, tolerance / 2);
    pushLever(dc, point.dc, index, a, b, tolerance / 2);
    ohms.push({ a, b, siemens: (point.dc.gRe[index]! * tolerance) / 2 });
  });
  const followers = controls.flatMap((control) => {
    if (control.kind !== "rectifier") return [];
    const { a, b, dcVolts } = branches[control.source]!;
    return dcVolts > 0 ? [{ a, b, amps: point.dc.gRe[control.source]! * (dcVolts + control.dropVolts) }] : [];
  });
  return { ac, dc, ohms, followers, supplyVolts };
}

function pushLever(
  levers: Lever[],
  view: DomainView,
  index: number,
  a: number,
  b: number,
  factor: number,
): void {
  branchCurrentInto(w, view, index, a, b);
  if (Math.abs(w[0]!) + Math.abs(w[1]!) > LEAST_AMPS)
    levers.push({ a, b, re: w[0]! * factor, im: w[1]! * factor });
}

const z = new Float64Array(2);
const v = new Float64Array(2);
const w = new Float64Array(2);

/**
 * The reading of one meter function between nodes p (red) and q (black).
 * Volts: Thévenin source behind Thévenin impedance, loaded by the meter's 10 MΩ.
 * Ohms: the Thévenin resistance of the dead circuit, parallel paths included.
 */
export function predictReading(
  point: OperatingPoint,
  sensitive: Sensitive,
  fn: MeterFunction,
  p: number,
  q: number,
): Prediction {
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
  for (const { a, b, re, im } of sensitive.ac) {
    transferInto(w, view, p, q, a, b);
    variance += ((w[0]! * re - w[1]! * im) * unitRe + (w[0]! * im + w[1]! * re) * unitIm) ** 2;
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
  for (const { a, b, re } of sensitive.dc) {
    transferInto(w, view, p, q, a, b);
    variance += (w[0]! * re) ** 2;
  }
  let slope = 0;
  for (const { a, b, amps } of sensitive.followers) {
    transferInto(w, view, p, q, a, b);
    slope += w[0]! * amps;
  }
  return { value, spread: Math.sqrt(variance), supplySlope: slope * loading };
}

function predictOhms(point: OperatingPoint, sensitive: Sensitive, p: number, q: number): Prediction {
  const view = point.dc;
  transferInto(z, view, p, q, p, q);
  const ohms = Math.max(0, z[0]!);
  if (ohms > OVERLOAD_OHMS) return { value: Infinity, spread: 0, supplySlope: 0 };
  let variance = 0;
  for (const { a, b, siemens } of sensitive.ohms) {
    transferInto(w, view, p, q, a, b);
    variance += (siemens * w[0]! * w[0]!) ** 2;
  }
  return { value: ohms, spread: Math.sqrt(variance), supplySlope: 0 };
}
