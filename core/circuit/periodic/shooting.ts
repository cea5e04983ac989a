import { solveSmallInPlace } from "./portDiodes.ts";

/**
 * Shooting (T. J. Aprille and T. N. Trick 1972, from memory): Newton's method on those states z of a cycle that
 * outlast it, δ = (I − ∂z(T)/∂z(0))⁻¹·(z(T) − z(0)), the rest following by themselves. A smoothing capacitor gains less
 * the fuller it is, so that from below every step stays below. The matrix is measured by one cycle a state, carried
 * over from a similar circuit where there is one, and kept up to date by Broyden's rank-one change (1965, from memory).
 */
export class Shooting {
  /** I − ∂z(T)/∂z(0) in units of `scale`, row-major; undefined until it is needed. */
  jacobian: Float64Array | undefined;
  /** Indices of the slow states; each has its value a step before `stride` further on. */
  private readonly states: readonly number[];
  private readonly stride: number;
  private readonly run: (from: Float64Array) => Float64Array | undefined;
  /** Largest size of each state so far. */
  private readonly scale: Float64Array;
  private last: { z: Float64Array; gap: Float64Array } | undefined;
  private worstBefore = Infinity;
  private stalls = 0;

  constructor(
    states: readonly number[],
    stride: number,
    run: (from: Float64Array) => Float64Array | undefined,
    jacobian: Float64Array | undefined,
  ) {
    this.states = states;
    this.stride = stride;
    this.run = run;
    this.scale = new Float64Array(4 * stride).fill(1e-3);
    if (jacobian?.length === states.length ** 2) this.jacobian = jacobian.slice();
  }

  /** Largest change of any state over the cycle, relative to its size. */
  moved(y: Float64Array, image: Float64Array): number {
    let worst = 0;
    for (let i = 0; i < this.scale.length; i++) {
      this.scale[i] = Math.max(this.scale[i]!, Math.abs(image[i]!));
      worst = Math.max(worst, Math.abs(image[i]! - y[i]!) / this.scale[i]!);
    }
    return worst;
  }

  /** The state to try next, after a cycle from `y` ended at `image`. */
  next(y: Float64Array, image: Float64Array, worst: number): Float64Array {
    const { states, stride, scale } = this;
    const z = Float64Array.from(states, (i) => y[i]! / scale[i]!);
    const gap = Float64Array.from(states, (i) => (y[i]! - image[i]!) / scale[i]!);
    this.stalls = worst > 0.5 * this.worstBefore ? this.stalls + 1 : 0;
    this.worstBefore = worst;
    if (!this.jacobian || this.stalls >= 2) {
      this.jacobian = this.measure(y, image);
      this.stalls = 0;
    } else if (this.last) broyden(this.jacobian, this.last, { z, gap });
    this.last = { z, gap };
    const next = image.slice();
    const step = gap.slice();
    if (!this.jacobian || !solveSmallInPlace(this.jacobian.slice(), step, states.length)) return next;
    states.forEach((i, s) => {
      const wanted = (y[i]! - image[i]!) / scale[i]! - step[s]!;
      const moved = scale[i]! * Math.max(-FARTHEST, Math.min(FARTHEST, wanted));
      next[i]! += moved;
      next[i + stride]! += moved;
    });
    return next;
  }

  /** One cycle a state from slightly beside `y`. */
  private measure(y: Float64Array, image: Float64Array): Float64Array | undefined {
    const { states, stride, scale } = this;
    const n = states.length;
    const jacobian = new Float64Array(n * n);
    for (let c = 0; c < n; c++) {
      const at = states[c]!;
      const aside = 1e-4;
      const from = y.slice();
      from[at]! += aside * scale[at]!;
      from[at + stride]! += aside * scale[at]!;
      const there = this.run(from);
      if (!there) return undefined;
      states.forEach((i, r) => {
        jacobian[r * n + c] = (r === c ? 1 : 0) - (there[i]! - image[i]!) / scale[i]! / aside;
      });
      // A state that nothing bleeds keeps what it has; it is not divided by nothing.
      jacobian[c * n + c]! += 1e-6;
    }
    return jacobian;
  }
}

/**
 * The farthest step beyond where the cycle itself went, as a share of a state's size. A capacitor above its point only discharges, by the same amount every
 * cycle into a regulator; the tangent there points far below.
 */
const FARTHEST = 0.5;

interface Shot {
  readonly z: Float64Array;
  readonly gap: Float64Array;
}

/** J ← J + (Δgap − J·Δz)·Δzᵀ / |Δz|². */
function broyden(jacobian: Float64Array, before: Shot, now: Shot): void {
  const n = now.z.length;
  const dz = now.z.map((v, i) => v - before.z[i]!);
  const size = dz.reduce((sum, v) => sum + v * v, 0);
  if (size < 1e-20) return;
  for (let r = 0; r < n; r++) {
    let rest = now.gap[r]! - before.gap[r]!;
    for (let c = 0; c < n; c++) rest -= jacobian[r * n + c]! * dz[c]!;
    for (let c = 0; c < n; c++) jacobian[r * n + c]! += (rest * dz[c]!) / size;
  }
}
