import {
  isDriven,
  isHeldByDiodes,
  siemensOf,
  throughPair,
  voltageInto,
  type Circuit,
  type Control,
  type DomainView,
  type OperatingPoint,
  type Split,
} from "#core/circuit/index.ts";
import { loadedOrKnown } from "./loadedPairs.ts";
import { OHM_VOLTS, ohmRange, refineOhms } from "./deadLines.ts";
import { INPUT_OHMS, OVERLOAD_OHMS } from "./meter.ts";
import {
  supplySensitivities,
  harmonicsOf,
  sensitivitiesOf,
  responsesOf,
  type BaseResponses,
  type Sensitivity,
  type ProbePairs,
} from "./responses.ts";

/** Taken out once: in a sandbox every look at a global costs as much as the sum it is for. */
const { abs, max, min, sqrt } = Math;

/** Share of the supply that a conductor with no connection may pick up on a 10 MΩ meter. Common practice, no source. */
const PICK_UP = 0.06;

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
  boundNodes(view);
}

/** Per node: how far its potential has moved from the base, V, and the largest rank at it, Ω. */
let shift = new Float64Array(64);
let reach = new Float64Array(64);

function boundNodes({ left, right, base, xRe, xIm }: DomainView): void {
  const n = xRe.length;
  if (shift.length <= n) [shift, reach] = [new Float64Array(2 * n + 1), new Float64Array(2 * n + 1)];
  reach.fill(0, 0, n + 1);
  for (let v = 0; v < n; v++) shift[v + 1] = abs(xRe[v]! - base.xRe[v]!) + abs(xIm[v]! - base.xIm[v]!);
  for (const { re, im } of base.reciprocal ? left : [...left, ...right])
    for (let v = 0; v < n; v++) reach[v + 1] = max(reach[v + 1]!, abs(re[v]!), abs(im[v]!));
}

/** A change in a line's volts, and in its impedance relative to it, that no meter shows. */
const UNSEEN_VOLTS = 2e-4;
const UNSEEN_SHARE = 2e-4;

/**
 * Whether line m of a changed view reads as the base did: its own volts have not moved, and the ranks reach its
 * impedance too little (|ΔZ| ≤ Σ|left|·|kernel|·|right|). If so it is filled in from the rest. `kernelSize` is Σ|kernel|.
 */
function isUntouched(
  lines: ProbePairs,
  m: number,
  base: BaseResponses,
  view: DomainView,
  kernelSize: number,
): boolean {
  const p = lines.p[m]!;
  const q = lines.q[m]!;
  const own = abs(base.zRe[m]!) + abs(base.zIm[m]!);
  // What does not move either end, nor reaches it, is not looked at between them. Twice for real and imaginary parts.
  const most = reach[p]! + reach[q]!;
  const isFar = shift[p]! + shift[q]! <= UNSEEN_VOLTS && 2 * most * most * kernelSize <= UNSEEN_SHARE * own;
  if (!isFar && !isUnseenBetween(p, q, view, own, kernelSize)) return false;
  lines.same[m] = 1;
  lines.value[m] = base.rest!.value[m]!;
  lines.spread[m] = base.rest!.spread[m]!;
  lines.slope[m] = base.rest!.slope[m]!;
  return true;
}

/** The same between the ends, where they may have moved together. */
function isUnseenBetween(p: number, q: number, view: DomainView, own: number, kernelSize: number): boolean {
  const moved =
    abs(potentials.across(0, p, q) - potentials.across(2, p, q)) +
    abs(potentials.across(1, p, q) - potentials.across(3, p, q));
  if (moved > UNSEEN_VOLTS) return false;
  let most = 0;
  for (let i = 0; i < 2 * view.left.length; i++) {
    most = max(most, abs(lefts.across(i, p, q)));
    if (!view.base.reciprocal) most = max(most, abs(rights.across(i, p, q)));
  }
  return 2 * most * most * kernelSize <= UNSEEN_SHARE * own;
}

function sizeOf({ re, im }: Split): number {
  let sum = 0;
  for (let i = 0; i < re.length; i++) sum += abs(re[i]!) + abs(im[i]!);
  return sum;
}

function keepRest(point: OperatingPoint, lines: ProbePairs, view: DomainView, base: BaseResponses): void {
  if (view.left.length === 0 && view.xRe === view.base.xRe)
    base.rest = {
      value: lines.value.slice(),
      spread: lines.spread.slice(),
      slope: lines.slope.slice(),
      cycle: point.periodic,
      controls: point.circuit.controls,
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
export function predictAcPairs(point: OperatingPoint, lines: ProbePairs, inputOhms = INPUT_OHMS): void {
  const view = point.ac;
  const base = responsesOf(lines, point, view.base);
  const sensitivities = sensitivitiesOf(point, view, base.branches);
  const harmonics = harmonicsOf(point, lines, base);
  const comparable = base.rest !== undefined && base.rest.cycle === point.periodic;
  const supplyVolts = point.circuit.branches.reduce((most, b) => max(most, abs(b.acVolts)), 0);
  const width = base.branches.length;
  const kernelSize = sizeOf(view.kernel);
  lines.same.fill(0);
  load(view);
  for (let m = 0; m < lines.p.length; m++) {
    if (comparable && isUntouched(lines, m, base, view, kernelSize)) continue;
    const p = lines.p[m]!;
    const q = lines.q[m]!;
    readRanks(view, p, q, base.zRe[m]!, base.zIm[m]!);
    const vr = potentials.across(0, p, q);
    const vi = potentials.across(1, p, q);
    const size = sqrt(vr * vr + vi * vi);
    const impedance = sqrt(zRe * zRe + zIm * zIm);
    const loaded = inputOhms + zRe;
    const beyond = harmonics ? harmonics[m]! : 0;
    const value = (sqrt(size * size + beyond * beyond) * inputOhms) / sqrt(loaded * loaded + zIm * zIm);
    const ghost = (PICK_UP * supplyVolts * impedance) / (impedance + inputOhms);
    let variance = ghost * ghost + nearZero(value, supplyVolts);
    if (size > 0)
      for (const { column, re, im, through } of sensitivities) {
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
    lines.spread[m] = sqrt(variance);
    lines.slope[m] = value;
  }
  refineLoaded(point, lines, base, inputOhms, "alternating");
  keepRest(point, lines, view, base);
}

/** What leads and layout pick up or drop, as a share of the supply. Common practice, no source. */
const LAYOUT = 1e-3;
/** Below this share of the supply a voltage is a drop along conductors, known to a third of itself. Common practice, no source. */
const CONDUCTOR_DROP = 4e-3;
const DROP_SPREAD = 0.3;

/** Variance of a voltage near zero, V²: no prediction is sharper than leads, layout and leakage allow. */
function nearZero(value: number, supplyVolts: number): number {
  const drop = abs(value) < CONDUCTOR_DROP * supplyVolts ? DROP_SPREAD * value : 0;
  return (LAYOUT * supplyVolts) ** 2 + drop * drop;
}

/** Share of the alternating supply that a DC range does not filter out. Common practice, no source. */
const PASSES_FILTER = 0.05;

/** The largest EMF of a circuit's own sources, V DC, a diode's equivalent left out; of alternating ones what a DC range lets by. */
function supplyOf({ branches, controls }: Circuit): number {
  const junctions = new Set(controls.flatMap((c) => (c.kind === "diode" ? [c.branch] : [])));
  return branches.reduce(
    (most, b, i) => (junctions.has(i) ? most : max(most, PASSES_FILTER * abs(b.acVolts), abs(b.dcVolts))),
    0,
  );
}

/** From this share of its own resistance on, the meter loads what it reads. */
const LOADS = 3e-3;
/** From this direct current on, A, a meter makes a reservoir ripple; only one of low impedance draws it. */
const RIPPLES_AMPS = 1e-3;
const standing = new Float64Array(2);

/**
 * ProbePairs that only diodes hold: where the meter's own current decides while every junction blocks, the circuit is solved
 * again with the meter across the pair.
 */
function refineLoaded(
  point: OperatingPoint,
  lines: ProbePairs,
  base: BaseResponses,
  inputOhms: number,
  part: "mean" | "alternating",
): void {
  if (
    !point.circuit.controls.some((c) => c.kind === "diode") ||
    (part === "alternating" && !isDriven(point.circuit, "ac"))
  )
    return;
  for (let m = 0; m < lines.p.length; m++) {
    if (lines.same[m] === 1) continue;
    const p = lines.p[m]!;
    const q = lines.q[m]!;
    if (p === q) continue;
    readRanks(part === "mean" ? point.dc : point.ac, p, q, base.zRe[m]!, base.zIm[m]!);
    const loose = point.periodic?.loose(p, q);
    const impedance = loose?.ohms ?? sqrt(zRe * zRe + zIm * zIm);
    voltageInto(standing, point.dc, p, q);
    const isLoose = impedance >= LOADS * inputOhms;
    const ripples = abs(standing[0]!) > RIPPLES_AMPS * inputOhms;
    // Where nothing is loose, the straight line through mean and fundamental may have the load matter all the same.
    const seems = point.periodic !== undefined && sqrt(zRe * zRe + zIm * zIm) >= LOADS * inputOhms;
    if (!(isLoose || ripples || seems) || !(loose?.byDiodes ?? isHeldByDiodes(point, p, q))) continue;
    const mean = { ohms: sqrt(zRe * zRe + zIm * zIm), volts: lines.value[m]! };
    const loaded = loadedOrKnown(point, p, q, inputOhms, impedance, mean);
    const volts = loaded?.[part];
    if (volts === undefined) continue;
    // The tolerances of a network that only diodes hold were taken where it is not: they tell no more than this.
    const unknown = isLoose ? 0.05 * volts : 0;
    lines.spread[m] = sqrt(min(lines.spread[m]!, 0.1 + 0.1 * abs(volts)) ** 2 + unknown ** 2);
    lines.value[m] = volts;
    lines.slope[m] = part === "mean" && lines.slope[m] === 0 ? 0 : volts;
  }
}

/** V DC, signed: red minus black. It follows the mains through the rectifiers. */
export function predictDcPairs(point: OperatingPoint, lines: ProbePairs, inputOhms = INPUT_OHMS): void {
  const view = point.dc;
  const base = responsesOf(lines, point, view.base);
  const sensitivities = sensitivitiesOf(point, view, base.branches);
  const followers = supplySensitivities(point, base.branches);
  const supplyVolts = supplyOf(point.circuit);
  const width = base.branches.length;
  const kernelSize = sizeOf(view.kernel);
  lines.same.fill(0);
  load(view);
  for (let m = 0; m < lines.p.length; m++) {
    if (base.rest && isUntouched(lines, m, base, view, kernelSize)) continue;
    const p = lines.p[m]!;
    const q = lines.q[m]!;
    readRanks(view, p, q, base.zRe[m]!, 0);
    const loading = inputOhms / (inputOhms + max(0, zRe));
    const value = potentials.across(0, p, q) * loading;
    let variance = nearZero(value, supplyVolts);
    for (const { column, re, through } of sensitivities) {
      const moved = re * realResponse(base, m * width + column, through);
      variance += moved * moved;
    }
    let slope = 0;
    for (const { column, re, through } of followers)
      slope += re * realResponse(base, m * width + column, through);
    lines.value[m] = value;
    lines.spread[m] = sqrt(variance);
    lines.slope[m] = slope * loading;
  }
  refineLoaded(point, lines, base, inputOhms, "mean");
  keepRest(point, lines, view, base);
}

/** Ω: the Thévenin resistance of the dead circuit as it is wired, parallel paths and junctions included. */
export function predictOhmPairs(point: OperatingPoint, lines: ProbePairs): void {
  const view = point.dc;
  const base = responsesOf(lines, point, view.base);
  const { branches } = point.circuit;
  const sensitivities = base.branches.flatMap((index, column): Sensitivity[] => {
    const { a, b, tolerance } = branches[index]!;
    const siemens = (siemensOf(view, index) * tolerance) / 2;
    return tolerance > 0 ? [{ column, re: siemens, im: 0, through: throughPair(view, a, b) }] : [];
  });
  const width = base.branches.length;
  const kernelSize = sizeOf(view.kernel);
  lines.same.fill(0);
  const comparable = base.rest !== undefined && sameDiodes(base.rest.controls, point.circuit.controls);
  load(view);
  for (let m = 0; m < lines.p.length; m++) {
    if (comparable && isUntouched(lines, m, base, view, kernelSize)) continue;
    readRanks(view, lines.p[m]!, lines.q[m]!, base.zRe[m]!, 0);
    lines.slope[m] = 0;
    if (zRe > OVERLOAD_OHMS) {
      lines.value[m] = Infinity;
      lines.spread[m] = 0;
      continue;
    }
    let variance = 0;
    for (const { column, re, through } of sensitivities) {
      const response = realResponse(base, m * width + column, through);
      const moved = re * response * response;
      variance += moved * moved;
    }
    // What a thermocouple gives stands against the meter's own current, 0.42 V over the range.
    const emf = potentials.across(0, lines.p[m]!, lines.q[m]!);
    lines.value[m] =
      emf === 0 || abs(emf) > OHM_VOLTS ? max(0, zRe) : max(0, zRe + (emf * ohmRange(zRe)) / OHM_VOLTS);
    lines.spread[m] = sqrt(variance);
  }
  refineOhms(point, lines);
  keepRest(point, lines, view, base);
}

/** Whether two lists of controls have the very same diodes: a fault of one leaves no trace in the linear network. */
export function sameDiodes(a: readonly Control[], b: readonly Control[]): boolean {
  return a.every((control, i) => control.kind !== "diode" || control === b[i]);
}

/** One response of a purely resistive line, with the ranks' part in it. */
function realResponse(base: BaseResponses, at: number, through: Float64Array): number {
  let response = base.wRe[at]!;
  for (let i = 0; i < through.length; i += 2) response -= l[i]! * through[i]!;
  return response;
}
