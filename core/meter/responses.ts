import {
  branchCurrentInto,
  siemensOf,
  columnOf,
  throughPair,
  type Control,
  type DomainView,
  type OperatingPoint,
  type PeriodicState,
  type SolvedDomain,
} from "#core/circuit/index.ts";

/**
 * Readings of many pairs at once. A fault dictionary asks for the same pairs in hundreds of cases, so what the pairs
 * share with the healthy circuit is gathered once and a case costs a few sums a pair.
 *
 * Spread is the standard deviation from part tolerances and pick-up. By dV/d(ln Z) = z(pq,ab)·i, a tolerance moves
 * V(p) − V(q) by the transfer impedance times the branch's current times half its tolerance (a tolerance is read as
 * two standard deviations); for ohms dZ/d(ln R) = g·z(pq,ab)².
 */
export interface ProbePairs {
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
export interface BaseResponses {
  readonly zRe: Float64Array;
  readonly zIm: Float64Array;
  /** Indices of the branches with a tolerance, or an EMF that follows the mains. */
  readonly branches: readonly number[];
  /** ProbePairs × branches, row-major. */
  readonly wRe: Float64Array;
  readonly wIm: Float64Array;
  /** The prediction without a change, once it has been made. */
  rest?: Pick<ProbePairs, "value" | "spread" | "slope"> & {
    readonly cycle: PeriodicState | undefined;
    readonly controls: readonly Control[];
  };
  /** Of the cycle they were taken from: volts beyond mean and fundamental, by line. */
  harmonics?: {
    readonly periodic: PeriodicState;
    readonly volts: Float64Array;
  };
}

export function probePairsOf(pairs: readonly (readonly [red: number, black: number])[]): ProbePairs {
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

export function responsesOf(
  lines: ProbePairs,
  { circuit }: OperatingPoint,
  base: SolvedDomain,
): BaseResponses {
  const known = lines.kept.get(base);
  if (known) return known;
  const count = lines.p.length;
  const followers = new Set(
    circuit.controls.flatMap((c) =>
      c.kind === "rectifier" ? [c.source] : c.kind === "diode" ? [c.branch] : [],
    ),
  );
  const branches = circuit.branches.flatMap((b, i) =>
    b.tolerance > 0 || b.spreadVolts !== undefined || followers.has(i) ? [i] : [],
  );
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
export interface Sensitivity {
  readonly column: number;
  readonly re: number;
  readonly im: number;
  readonly through: Float64Array;
}

export function sensitivitiesOf(
  point: OperatingPoint,
  view: DomainView,
  columns: readonly number[],
): Sensitivity[] {
  const sensitivities: Sensitivity[] = [];
  columns.forEach((index, column) => {
    const { a, b, tolerance, spreadVolts = 0 } = point.circuit.branches[index]!;
    if (tolerance === 0 && spreadVolts === 0) return;
    branchCurrentInto(w, view, index, a, b);
    const amps = Math.hypot(w[0]!, w[1]!);
    if (amps <= LEAST_AMPS) return;
    // An EMF of so much in the branch, along its current, beside the tolerance of its value.
    const share = Math.hypot(tolerance / 2, (spreadVolts * siemensOf(view, index)) / amps);
    sensitivities.push({ column, re: w[0]! * share, im: w[1]! * share, through: throughPair(view, a, b) });
  });
  return sensitivities;
}

/** Each line's volts beyond mean and fundamental where diodes are swung by the mains; kept while the cycle is the same. */
export function harmonicsOf(
  point: OperatingPoint,
  lines: ProbePairs,
  base: BaseResponses,
): Float64Array | undefined {
  const { periodic } = point;
  if (!periodic) return undefined;
  if (base.harmonics?.periodic !== periodic)
    base.harmonics = {
      periodic,
      volts: Float64Array.from(lines.p, (p, m) => periodic.harmonics(p, lines.q[m]!)),
    };
  return base.harmonics.volts;
}

/** Rectifiers and swung diodes: by how many amperes their Norton current grows as the mains doubles. */
export function supplySensitivities(point: OperatingPoint, columns: readonly number[]): Sensitivity[] {
  const { branches, controls } = point.circuit;
  return controls.flatMap((control, i): Sensitivity[] => {
    const follows = control.kind === "rectifier" || (control.kind === "diode" && point.settings[i]!.linear);
    if (!follows) return [];
    const [index, drop] =
      control.kind === "rectifier" ? [control.source, control.dropVolts] : [control.branch, 0];
    const { a, b, dcVolts } = branches[index]!;
    if (dcVolts === 0) return [];
    const re = siemensOf(point.dc, index) * (dcVolts + drop);
    return [{ column: columns.indexOf(index), re, im: 0, through: throughPair(point.dc, a, b) }];
  });
}
const w = new Float64Array(2);
