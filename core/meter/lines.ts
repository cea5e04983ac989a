import {
  branchCurrentInto,
  columnOf,
  throughPair,
  type DomainView,
  type OperatingPoint,
  type SolvedDomain,
  type Split,
} from "#core/circuit/index.ts";
import { INPUT_OHMS, OVERLOAD_OHMS } from "./meter.ts";

/**
 * Readings of many pairs at once. A fault dictionary asks for the same pairs in hundreds of cases, so what the pairs
 * share with the healthy circuit is gathered once and a case costs a few sums a pair.
 *
 * Spread is the standard deviation from part tolerances and pick-up. By dV/d(ln Z) = z(pq,ab)·i, a tolerance moves
 * V(p) − V(q) by the transfer impedance times the branch's current times half its tolerance (a tolerance is read as
 * two standard deviations); for ohms dZ/d(ln R) = g·z(pq,ab)².
 */
export interface Lines {
  /** Nodes of the red and the black probe, one entry a line. */
  readonly p: Int32Array;
  readonly q: Int32Array;
  /** Results of the last prediction: V or Ω (Infinity for OL), its spread, and d(value)/d(supply scale). */
  readonly value: Float64Array;
  readonly spread: Float64Array;
  readonly slope: Float64Array;
  /** 1 where the last prediction is that of the base without a change, to less than a meter shows. */
  readonly same: Uint8Array;
  readonly kept: WeakMap<SolvedDomain, BaseResponses>;
}

/** What the lines see of a base: own impedances, and responses to a current through each branch that may vary. */
interface BaseResponses {
  readonly zRe: Float64Array;
  readonly zIm: Float64Array;
  /** Indices of the branches with a tolerance, or an EMF that follows the mains. */
  readonly branches: readonly number[];
  /** Lines × branches, row-major. */
  readonly wRe: Float64Array;
  readonly wIm: Float64Array;
  /** The prediction without a change, once it has been made. */
  rest?: Pick<Lines, "value" | "spread" | "slope">;
}

export function linesOf(pairs: readonly (readonly [red: number, black: number])[]): Lines {
  const fresh = () => new Float64Array(pairs.length);
  return {
    p: Int32Array.from(pairs, ([p]) => p),
    q: Int32Array.from(pairs, ([, q]) => q),
    value: fresh(),
    spread: fresh(),
    slope: fresh(),
    same: new Uint8Array(pairs.length),
    kept: new WeakMap(),
  };
}

/** Currents smaller than this move no reading that a meter shows, A. */
const LEAST_AMPS = 1e-6;

/** Share of the supply that a conductor with no connection may pick up on a 10 MΩ meter. Common practice, no source. */
const PICK_UP = 0.06;

function responsesOf(lines: Lines, { circuit }: OperatingPoint, base: SolvedDomain): BaseResponses {
  const known = lines.kept.get(base);
  if (known) return known;
  const count = lines.p.length;
  const followers = new Set(circuit.controls.flatMap((c) => (c.kind === "rectifier" ? [c.source] : [])));
  const branches = circuit.branches.flatMap((b, i) => (b.tolerance > 0 || followers.has(i) ? [i] : []));
  const made: BaseResponses = {
    zRe: new Float64Array(count),
    zIm: new Float64Array(count),
    branches,
    wRe: new Float64Array(count * branches.length),
    wIm: new Float64Array(count * branches.length),
  };
  const columns = branches.map((i) => columnOf(base, circuit.branches[i]!.a, circuit.branches[i]!.b));
  for (let m = 0; m < count; m++) {
    const [p, q] = [lines.p[m]!, lines.q[m]!];
    const own = columnOf(base, p, q);
    made.zRe[m] = at(own.re, p) - at(own.re, q);
    made.zIm[m] = at(own.im, p) - at(own.im, q);
    columns.forEach(({ re, im }, j) => {
      made.wRe[m * branches.length + j] = at(re, p) - at(re, q);
      made.wIm[m * branches.length + j] = at(im, p) - at(im, q);
    });
  }
  lines.kept.set(base, made);
  return made;
}

function at(vector: Float64Array, node: number): number {
  return node > 0 ? vector[node - 1]! : 0;
}

/** A branch that moves readings: its column among the responses, what multiplies it, and the ranks' part in it. */
interface Lever {
  readonly column: number;
  readonly re: number;
  readonly im: number;
  readonly through: Float64Array;
}

function leversOf(point: OperatingPoint, view: DomainView, columns: readonly number[]): Lever[] {
  const levers: Lever[] = [];
  columns.forEach((index, column) => {
    const { a, b, tolerance } = point.circuit.branches[index]!;
    if (tolerance === 0) return;
    branchCurrentInto(w, view, index, a, b);
    if (Math.abs(w[0]!) + Math.abs(w[1]!) <= LEAST_AMPS) return;
    const half = tolerance / 2;
    levers.push({ column, re: w[0]! * half, im: w[1]! * half, through: throughPair(view, a, b) });
  });
  return levers;
}

const w = new Float64Array(2);

/** Vectors over the nodes, the reference at index 0, so that a pair is two reads and a difference. */
class Padded {
  private store = new Float64Array(0);
  private size = 0;

  load(vectors: readonly Float64Array[]): void {
    const n = vectors[0]?.length ?? 0;
    this.size = n + 1;
    if (this.store.length < this.size * vectors.length)
      this.store = new Float64Array(2 * this.size * vectors.length);
    vectors.forEach((vector, i) => {
      this.store[i * this.size] = 0;
      this.store.set(vector, i * this.size + 1);
    });
  }

  /** Difference of vector i between nodes p and q. */
  across(i: number, p: number, q: number): number {
    const from = i * this.size;
    return this.store[from + p]! - this.store[from + q]!;
  }
}

const potentials = new Padded();
const lefts = new Padded();
const rights = new Padded();
/** Per rank: the left column read across the line, real and imaginary. */
let l = new Float64Array(64);
/** Impedance of the line being read. */
let zRe = 0;
let zIm = 0;

function load(view: DomainView): void {
  potentials.load([view.xRe, view.xIm, view.base.xRe, view.base.xIm]);
  lefts.load(view.left.flatMap(({ re, im }) => [re, im]));
  rights.load(view.right.flatMap(({ re, im }) => [re, im]));
  if (l.length < 2 * view.left.length) l = new Float64Array(4 * view.left.length);
}

/** A change in a line's volts, and in its impedance relative to it, that no meter shows. */
const UNSEEN_VOLTS = 2e-4;
const UNSEEN_SHARE = 2e-4;

/**
 * Whether line m of a changed view reads as the base did: its own volts have not moved, and the ranks reach its
 * impedance too little (|ΔZ| ≤ Σ|left|·|kernel|·|right|). If so it is filled in from the rest. `kernelSize` is Σ|kernel|.
 */
function isUntouched(
  lines: Lines,
  m: number,
  base: BaseResponses,
  view: DomainView,
  kernelSize: number,
): boolean {
  const p = lines.p[m]!;
  const q = lines.q[m]!;
  const moved =
    Math.abs(potentials.across(0, p, q) - potentials.across(2, p, q)) +
    Math.abs(potentials.across(1, p, q) - potentials.across(3, p, q));
  if (moved > UNSEEN_VOLTS) return false;
  let most = 0;
  for (let i = 0; i < 2 * view.left.length; i++) {
    most = Math.max(most, Math.abs(lefts.across(i, p, q)));
    if (!view.base.reciprocal) most = Math.max(most, Math.abs(rights.across(i, p, q)));
  }
  const own = Math.abs(base.zRe[m]!) + Math.abs(base.zIm[m]!);
  // Twice for real and imaginary parts.
  if (2 * most * most * kernelSize > UNSEEN_SHARE * own) return false;
  lines.same[m] = 1;
  lines.value[m] = base.rest!.value[m]!;
  lines.spread[m] = base.rest!.spread[m]!;
  lines.slope[m] = base.rest!.slope[m]!;
  return true;
}

function sizeOf({ re, im }: Split): number {
  let sum = 0;
  for (let i = 0; i < re.length; i++) sum += Math.abs(re[i]!) + Math.abs(im[i]!);
  return sum;
}

function keepRest(lines: Lines, view: DomainView, base: BaseResponses): void {
  if (view.left.length === 0 && view.xRe === view.base.xRe)
    base.rest = {
      value: lines.value.slice(),
      spread: lines.spread.slice(),
      slope: lines.slope.slice(),
    };
}

/** Reads the ranks across (p, q) into `l` and leaves the line's own impedance in `zRe`, `zIm`. */
function readRanks({ left, kernel }: DomainView, p: number, q: number, ownRe: number, ownIm: number): void {
  zRe = ownRe;
  zIm = ownIm;
  const k = left.length;
  for (let i = 0; i < k; i++) {
    l[2 * i] = lefts.across(2 * i, p, q);
    l[2 * i + 1] = lefts.across(2 * i + 1, p, q);
  }
  for (let j = 0; j < k; j++) {
    const rr = rights.across(2 * j, p, q);
    const ri = rights.across(2 * j + 1, p, q);
    if (rr === 0 && ri === 0) continue;
    for (let i = 0; i < k; i++) {
      const kr = kernel.re[i * k + j]!;
      const ki = kernel.im[i * k + j]!;
      const tr = kr * rr - ki * ri;
      const ti = kr * ri + ki * rr;
      zRe -= l[2 * i]! * tr - l[2 * i + 1]! * ti;
      zIm -= l[2 * i]! * ti + l[2 * i + 1]! * tr;
    }
  }
}

/**
 * V AC: Thévenin source behind Thévenin impedance, loaded by the meter. What a conductor with no connection picks up
 * widens the spread; an AC reading follows the mains one to one.
 */
export function predictAcLines(point: OperatingPoint, lines: Lines, inputOhms = INPUT_OHMS): void {
  const view = point.ac;
  const base = responsesOf(lines, point, view.base);
  const levers = leversOf(point, view, base.branches);
  const supplyVolts = point.circuit.branches.reduce((most, b) => Math.max(most, Math.abs(b.acVolts)), 0);
  const width = base.branches.length;
  const kernelSize = sizeOf(view.kernel);
  lines.same.fill(0);
  load(view);
  for (let m = 0; m < lines.p.length; m++) {
    if (base.rest && isUntouched(lines, m, base, view, kernelSize)) continue;
    const p = lines.p[m]!;
    const q = lines.q[m]!;
    readRanks(view, p, q, base.zRe[m]!, base.zIm[m]!);
    const vr = potentials.across(0, p, q);
    const vi = potentials.across(1, p, q);
    const size = Math.sqrt(vr * vr + vi * vi);
    const impedance = Math.sqrt(zRe * zRe + zIm * zIm);
    const loaded = inputOhms + zRe;
    const value = (size * inputOhms) / Math.sqrt(loaded * loaded + zIm * zIm);
    const ghost = (PICK_UP * supplyVolts * impedance) / (impedance + inputOhms);
    let variance = ghost * ghost;
    if (size > 0)
      for (const { column, re, im, through } of levers) {
        let wr = base.wRe[m * width + column]!;
        let wi = base.wIm[m * width + column]!;
        for (let i = 0; i < through.length; i += 2) {
          wr -= l[i]! * through[i]! - l[i + 1]! * through[i + 1]!;
          wi -= l[i]! * through[i + 1]! + l[i + 1]! * through[i]!;
        }
        const along = ((wr * re - wi * im) * vr + (wr * im + wi * re) * vi) / size;
        variance += along * along;
      }
    lines.value[m] = value;
    lines.spread[m] = Math.sqrt(variance);
    lines.slope[m] = value;
  }
  keepRest(lines, view, base);
}

/** V DC, signed: red minus black. It follows the mains through the rectifiers. */
export function predictDcLines(point: OperatingPoint, lines: Lines, inputOhms = INPUT_OHMS): void {
  const view = point.dc;
  const base = responsesOf(lines, point, view.base);
  const levers = leversOf(point, view, base.branches);
  const followers = followersOf(point, base.branches);
  const width = base.branches.length;
  const kernelSize = sizeOf(view.kernel);
  lines.same.fill(0);
  load(view);
  for (let m = 0; m < lines.p.length; m++) {
    if (base.rest && isUntouched(lines, m, base, view, kernelSize)) continue;
    const p = lines.p[m]!;
    const q = lines.q[m]!;
    readRanks(view, p, q, base.zRe[m]!, 0);
    const loading = inputOhms / (inputOhms + Math.max(0, zRe));
    let variance = 0;
    for (const { column, re, through } of levers) {
      const moved = re * realResponse(base, m * width + column, through);
      variance += moved * moved;
    }
    let slope = 0;
    for (const { column, re, through } of followers)
      slope += re * realResponse(base, m * width + column, through);
    lines.value[m] = potentials.across(0, p, q) * loading;
    lines.spread[m] = Math.sqrt(variance);
    lines.slope[m] = slope * loading;
  }
  keepRest(lines, view, base);
}

/** Ω: the Thévenin resistance of the dead circuit as it is wired, parallel paths included. */
export function predictOhmLines(point: OperatingPoint, lines: Lines): void {
  const view = point.dc;
  const base = responsesOf(lines, point, view.base);
  const { branches } = point.circuit;
  const levers = base.branches.flatMap((index, column): Lever[] => {
    const { a, b, tolerance } = branches[index]!;
    const siemens = (view.gRe[index]! * tolerance) / 2;
    return tolerance > 0 ? [{ column, re: siemens, im: 0, through: throughPair(view, a, b) }] : [];
  });
  const width = base.branches.length;
  const kernelSize = sizeOf(view.kernel);
  lines.same.fill(0);
  load(view);
  for (let m = 0; m < lines.p.length; m++) {
    if (base.rest && isUntouched(lines, m, base, view, kernelSize)) continue;
    readRanks(view, lines.p[m]!, lines.q[m]!, base.zRe[m]!, 0);
    lines.slope[m] = 0;
    if (zRe > OVERLOAD_OHMS) {
      lines.value[m] = Infinity;
      lines.spread[m] = 0;
      continue;
    }
    let variance = 0;
    for (const { column, re, through } of levers) {
      const response = realResponse(base, m * width + column, through);
      const moved = re * response * response;
      variance += moved * moved;
    }
    lines.value[m] = Math.max(0, zRe);
    lines.spread[m] = Math.sqrt(variance);
  }
  keepRest(lines, view, base);
}

/** One response of a purely resistive line, with the ranks' part in it. */
function realResponse(base: BaseResponses, at: number, through: Float64Array): number {
  let response = base.wRe[at]!;
  for (let i = 0; i < through.length; i += 2) response -= l[i]! * through[i]!;
  return response;
}

/** Rectifiers at work: by how many amperes their source's Norton current grows as the mains doubles. */
function followersOf(point: OperatingPoint, columns: readonly number[]): Lever[] {
  const { branches, controls } = point.circuit;
  return controls.flatMap((control): Lever[] => {
    if (control.kind !== "rectifier") return [];
    const { a, b, dcVolts } = branches[control.source]!;
    if (dcVolts <= 0) return [];
    const re = point.dc.gRe[control.source]! * (dcVolts + control.dropVolts);
    return [{ column: columns.indexOf(control.source), re, im: 0, through: throughPair(point.dc, a, b) }];
  });
}
