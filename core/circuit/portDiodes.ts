import { junctionInto, limitStep, type Diode } from "./junction.ts";

/**
 * Diodes on a linear network that has been reduced to their ports.
 *
 * With w the ports' voltages while every junction is out (only the network at work) and Z the network's resistance
 * matrix between the ports (row-major, k², V per A driven into a port), the junction voltages u obey
 *
 *   u + offset + Rs·f(u) + Z·f(u) = w
 *
 * where f is each junction's current. Newton's method on u costs k³ instead of the whole network's n³.
 */
export interface PortDiodes {
  readonly diodes: readonly Diode[];
  readonly z: Float64Array;
  /** Workspace. */
  readonly amps: Float64Array;
  readonly siemens: Float64Array;
  readonly rest: Float64Array;
  readonly jacobian: Float64Array;
}

const NEWTON_STEPS = 120;

export function portDiodes(diodes: readonly Diode[], z: Float64Array): PortDiodes {
  const k = diodes.length;
  const fresh = () => new Float64Array(k);
  return {
    diodes,
    z,
    amps: fresh(),
    siemens: fresh(),
    rest: fresh(),
    jacobian: new Float64Array(k * k),
  };
}

/**
 * Finds the junction voltages for port voltages `w` (k), starting from `u` (k), which is overwritten; the currents, A,
 * are left in `ports.amps`.
 * @returns false where Newton's method did not converge; `u` is then of no use
 */
export function solvePorts(ports: PortDiodes, w: Float64Array, u: Float64Array): boolean {
  const { diodes, z, amps, siemens, rest, jacobian } = ports;
  const k = diodes.length;
  for (let step = 0; step < NEWTON_STEPS; step++) {
    for (let d = 0; d < k; d++) junctionInto(amps, siemens, d, diodes[d]!, u[d]!);
    for (let d = 0; d < k; d++) {
      let r = w[d]! - u[d]! - diodes[d]!.offsetVolts - diodes[d]!.seriesOhms * amps[d]!;
      for (let e = 0; e < k; e++) {
        r -= z[d * k + e]! * amps[e]!;
        jacobian[d * k + e] = z[d * k + e]! * siemens[e]!;
      }
      jacobian[d * k + d]! += 1 + diodes[d]!.seriesOhms * siemens[d]!;
      rest[d] = r;
    }
    if (!solveSmallInPlace(jacobian, rest, k)) return false;
    let still = true;
    for (let d = 0; d < k; d++) {
      const next = limitStep(diodes[d]!, u[d]! + rest[d]!, u[d]!);
      // A junction's voltage to two microvolts is its current to 0.005 %; a blocked one has no more digits than this.
      still &&= Math.abs(next - u[d]!) <= 2e-6 + 2e-6 * Math.abs(next);
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
    for (let r = c + 1; r < k; r++) if (Math.abs(a[r * k + c]!) > Math.abs(a[best * k + c]!)) best = r;
    const pivot = a[best * k + c]!;
    if (!(Math.abs(pivot) > 0) || !Number.isFinite(pivot)) return false;
    if (best !== c) {
      for (let j = c; j < k; j++) {
        const kept = a[c * k + j]!;
        a[c * k + j] = a[best * k + j]!;
        a[best * k + j] = kept;
      }
      const kept = b[c]!;
      b[c] = b[best]!;
      b[best] = kept;
    }
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
