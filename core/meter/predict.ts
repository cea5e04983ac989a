import {
  branchCurrentInto,
  leftAcrossInto,
  pairResponse,
  responseAtInto,
  transferInto,
  voltageInto,
  type DomainView,
  type OperatingPoint,
  type PairResponse,
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
  readonly ohms: readonly { readonly response: PairResponse; readonly siemens: number }[];
  /** Branches whose DC EMF follows the mains (rectifiers): current per unit of supply scale, A. */
  readonly followers: readonly { readonly response: PairResponse; readonly amps: number }[];
  /** Largest AC EMF in the circuit, V. */
  readonly supplyVolts: number;
}

interface Lever {
  readonly response: PairResponse;
  readonly re: number;
  readonly im: number;
}

/** Currents smaller than this move no reading that a meter shows, A. */
const LEAST_AMPS = 1e-6;

/** Share of the supply that a conductor with no connection may pick up on a 10 MΩ meter. Common practice, no source. */
const PICK_UP = 0.06;

export function sensitiveBranches(point: OperatingPoint): Sensitive {
  const { branches, controls } = point.circuit;
  const kept: { ac?: Lever[]; dc?: Lever[]; ohms?: Sensitive["ohms"]; followers?: Sensitive["followers"] } =
    {};
  // Live readings never ask for the ohms' list, dead ones for nothing else: each is made when first asked for.
  return {
    get ac() {
      return (kept.ac ??= leversOf(point, point.ac));
    },
    get dc() {
      return (kept.dc ??= leversOf(point, point.dc));
    },
    get ohms() {
      return (kept.ohms ??= branches.flatMap(({ a, b, tolerance }, index) =>
        tolerance > 0
          ? [{ response: pairResponse(point.dc, a, b), siemens: (point.dc.gRe[index]! * tolerance) / 2 }]
          : [],
      ));
    },
    get followers() {
      return (kept.followers ??= controls.flatMap((control) => {
        if (control.kind !== "rectifier") return [];
        const { a, b, dcVolts } = branches[control.source]!;
        const amps = point.dc.gRe[control.source]! * (dcVolts + control.dropVolts);
        return dcVolts > 0 ? [{ response: pairResponse(point.dc, a, b), amps }] : [];
      }));
    },
    supplyVolts: branches.reduce((most, { acVolts }) => Math.max(most, Math.abs(acVolts)), 0),
  };
}

/** The toleranced branches that carry a current in this domain. */
function leversOf(point: OperatingPoint, view: DomainView): Lever[] {
  const levers: Lever[] = [];
  point.circuit.branches.forEach(({ a, b, tolerance }, index) => {
    if (tolerance > 0) pushLever(levers, view, index, a, b, tolerance / 2);
  });
  return levers;
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
    levers.push({ response: pairResponse(view, a, b), re: w[0]! * factor, im: w[1]! * factor });
}

const z = new Float64Array(2);
const v = new Float64Array(2);
const w = new Float64Array(2);
/** Two numbers a rank; no case has more ranks than a unit has controls and faults. */
let left = new Float64Array(64);

function readLeft(view: DomainView, p: number, q: number): void {
  if (left.length < 2 * view.left.length) left = new Float64Array(4 * view.left.length);
  leftAcrossInto(left, view, p, q);
}

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
  readLeft(view, p, q);
  const impedance = length(z[0]!, z[1]!);
  const loading = INPUT_OHMS / length(INPUT_OHMS + z[0]!, z[1]!);
  const size = length(v[0]!, v[1]!);
  const value = size * loading;
  const ghost = (PICK_UP * sensitive.supplyVolts * impedance) / (impedance + INPUT_OHMS);
  let variance = ghost * ghost;
  const unitRe = size > 0 ? v[0]! / size : 0;
  const unitIm = size > 0 ? v[1]! / size : 0;
  for (const { response, re, im } of sensitive.ac) {
    responseAtInto(w, response, left, p, q);
    variance += ((w[0]! * re - w[1]! * im) * unitRe + (w[0]! * im + w[1]! * re) * unitIm) ** 2;
  }
  return { value, spread: Math.sqrt(variance), supplySlope: value };
}

/** Plain root of squares: nothing here comes near overflow, and Math.hypot is many times slower. */
function length(re: number, im: number): number {
  return Math.sqrt(re * re + im * im);
}

function predictDc(point: OperatingPoint, sensitive: Sensitive, p: number, q: number): Prediction {
  const view = point.dc;
  voltageInto(v, view, p, q);
  transferInto(z, view, p, q, p, q);
  readLeft(view, p, q);
  const loading = INPUT_OHMS / (INPUT_OHMS + Math.max(0, z[0]!));
  const value = v[0]! * loading;
  let variance = 0;
  for (const { response, re } of sensitive.dc) {
    responseAtInto(w, response, left, p, q);
    variance += (w[0]! * re) ** 2;
  }
  let slope = 0;
  for (const { response, amps } of sensitive.followers) {
    responseAtInto(w, response, left, p, q);
    slope += w[0]! * amps;
  }
  return { value, spread: Math.sqrt(variance), supplySlope: slope * loading };
}

function predictOhms(point: OperatingPoint, sensitive: Sensitive, p: number, q: number): Prediction {
  const view = point.dc;
  transferInto(z, view, p, q, p, q);
  readLeft(view, p, q);
  const ohms = Math.max(0, z[0]!);
  if (ohms > OVERLOAD_OHMS) return { value: Infinity, spread: 0, supplySlope: 0 };
  let variance = 0;
  for (const { response, siemens } of sensitive.ohms) {
    responseAtInto(w, response, left, p, q);
    variance += (siemens * w[0]! * w[0]!) ** 2;
  }
  return { value: ohms, spread: Math.sqrt(variance), supplySlope: 0 };
}
