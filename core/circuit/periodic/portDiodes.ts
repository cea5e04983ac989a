import { junctionInto, limitStep, THERMAL_VOLTS, type Diode } from "../steady/junction.ts";

/** Taken out once: in a sandbox every look at a global costs as much as the sum it is for. */
const { abs } = Math;

/**
 * Diodes on a linear network that has been reduced to their ports.
 *
 * With w the ports' voltages while every junction is out (only the network at work) and Z the network's resistance
 * matrix between the ports (row-major, k², V per A driven into a port), the junction voltages u obey
 *
 *   u + offset + Rs·f(u) + Z·f(u) = w
 *
 * where f is each junction's current. Newton's method on u costs k³ instead of the whole network's n³; and only the
 * diodes that conduct, or might, take part in it.
 */
export interface PortDiodes {
  readonly diodes: readonly Diode[];
  readonly z: Float64Array;
  /** Per diode, the junction voltage below which it counts as blocked. */
  readonly threshold: Float64Array;
  /** Current of each diode as last solved, A. */
  readonly amps: Float64Array;
  /** Workspace. */
  readonly siemens: Float64Array;
  readonly rest: Float64Array;
  readonly jacobian: Float64Array;
  readonly active: Int32Array;
}

const NEWTON_STEPS = 120;
/** A junction that would pass less than this, A, blocks. */
const BLOCKED_AMPS = 1e-7;

export function portDiodes(diodes: readonly Diode[], z: Float64Array): PortDiodes {
  const k = diodes.length;
  const fresh = () => new Float64Array(k);
  return {
    diodes,
    z,
    threshold: Float64Array.from(
      diodes,
      ({ saturation, emission }) => emission * THERMAL_VOLTS * Math.log1p(BLOCKED_AMPS / saturation),
    ),
    amps: fresh(),
    siemens: fresh(),
    rest: fresh(),
    jacobian: new Float64Array(k * k),
    active: new Int32Array(k),
  };
}

/**
 * Finds the junction voltages for port voltages `w` (k), starting from `u` (k), which is overwritten; the currents, A,
 * are left in `ports.amps`.
 * @returns false where Newton's method did not converge; `u` is then of no use
 */
export function solvePorts(ports: PortDiodes, w: Float64Array, u: Float64Array): boolean {
  const { diodes, z, threshold, amps, active } = ports;
  const k = diodes.length;
  let count = 0;
  for (let d = 0; d < k; d++) {
    amps[d] = 0;
    const free = w[d]! - diodes[d]!.offsetVolts;
    if (free > threshold[d]! || u[d]! > threshold[d]!) active[count++] = d;
    else u[d] = free;
  }
  for (;;) {
    if (count > 0 && !newton(ports, count, w, u)) return false;
    const before = count;
    for (let d = 0; d < k; d++) {
      if (isActive(active, before, d)) continue;
      let v = w[d]! - diodes[d]!.offsetVolts;
      for (let i = 0; i < before; i++) v -= z[d * k + active[i]!]! * amps[active[i]!]!;
      u[d] = v;
      if (v > threshold[d]!) active[count++] = d;
    }
    if (count === before) return true;
  }
}

function isActive(active: Int32Array, count: number, d: number): boolean {
  for (let i = 0; i < count; i++) if (active[i] === d) return true;
  return false;
}

/** Newton's method on the first `count` diodes of `active`. */
function newton(ports: PortDiodes, count: number, w: Float64Array, u: Float64Array): boolean {
  const { diodes, z, amps, siemens, rest, jacobian, active } = ports;
  const k = diodes.length;
  for (let step = 0; step < NEWTON_STEPS; step++) {
    for (let i = 0; i < count; i++) {
      const d = active[i]!;
      junctionInto(amps, siemens, d, diodes[d]!, u[d]!);
    }
    for (let i = 0; i < count; i++) {
      const d = active[i]!;
      const diode = diodes[d]!;
      let r = w[d]! - u[d]! - diode.offsetVolts - diode.seriesOhms * amps[d]!;
      for (let j = 0; j < count; j++) {
        const e = active[j]!;
        const ohms = z[d * k + e]!;
        r -= ohms * amps[e]!;
        jacobian[i * count + j] = ohms * siemens[e]!;
      }
      jacobian[i * count + i]! += 1 + diode.seriesOhms * siemens[d]!;
      rest[i] = r;
    }
    if (!solveSmallInPlace(jacobian, rest, count)) return false;
    let still = true;
    for (let i = 0; i < count; i++) {
      const d = active[i]!;
      const next = limitStep(diodes[d]!, u[d]! + rest[i]!, u[d]!);
      // A junction's voltage to two microvolts is its current to 0.005 %; a blocked one has no more digits than this.
      still &&= abs(next - u[d]!) <= 2e-6 + 2e-6 * abs(next);
      u[d] = next;
    }
    if (still) return true;
  }
  return false;
}

/** Gaussian elimination with row pivoting of a k×k system; the solution is left in `b`, `a` is overwritten. */
export function solveSmallInPlace(a: Float64Array, b: Float64Array, k: number): boolean {
  for (let c = 0; c < k; c++) {
    let best = c;
    for (let r = c + 1; r < k; r++) if (abs(a[r * k + c]!) > abs(a[best * k + c]!)) best = r;
    const pivot = a[best * k + c]!;
    if (!(abs(pivot) > 0) || !Number.isFinite(pivot)) return false;
    if (best !== c) swapRows(a, b, k, c, best);
    for (let r = c + 1; r < k; r++) {
      const factor = a[r * k + c]! / pivot;
      if (factor === 0) continue;
      for (let j = c + 1; j < k; j++) a[r * k + j]! -= factor * a[c * k + j]!;
      b[r]! -= factor * b[c]!;
    }
  }
  for (let c = k - 1; c >= 0; c--) {
    for (let j = c + 1; j < k; j++) b[c]! -= a[c * k + j]! * b[j]!;
    b[c]! /= a[c * k + c]!;
  }
  return true;
}

function swapRows(a: Float64Array, b: Float64Array, k: number, p: number, q: number): void {
  for (let j = 0; j < k; j++) {
    const kept = a[p * k + j]!;
    a[p * k + j] = a[q * k + j]!;
    a[q * k + j] = kept;
  }
  const kept = b[p]!;
  b[p] = b[q]!;
  b[q] = kept;
}
