import { junctionInto, limitStep, THERMAL_VOLTS, type Diode } from "../steady/junction.ts";

/** Taken out once: in a sandbox every look at a global costs as much as the sum it is for. */
const { abs } = Math;

/** A linear regulator's pass element: the current that enters at its input leaves at its output. */
export interface Pass {
  /** Output voltage it holds, V; least drop it needs, V; most current it gives, A. */
  readonly volts: number;
  readonly dropout: number;
  readonly limit: number;
}

/**
 * Diodes and pass elements on a linear network that has been reduced to their ports.
 *
 * Ports are numbered diodes first (k), then pass elements from input to output (r); n = k + r. With w the ports'
 * voltages while nothing flows in any of them (only the network at work) and Z the network's resistance matrix between
 * the ports (row-major, n², V per A driven into a port), the junction voltages u obey
 *
 *   u + offset + Rs·f(u) + Z·i = w
 *
 * where f is each junction's current and i all the ports' currents; a pass element's current obeys
 *
 *   i = clamp(G·min(volts − y, x − dropout), 0, limit),  x = w − Z·i its drop,  y = s − S·i its output
 *
 * with S (r × n, row-major) what the ports' currents do to the outputs and s the outputs while nothing flows. G is the
 * regulator's own stiffness. A pass element stands in one of four regions, in each of which its equation is linear;
 * Newton's method finds the junctions for the regions as they are, and the regions move until they agree with what
 * comes of them. It costs n³ instead of the whole network's; only the diodes that conduct, or might, take part in it.
 */
export interface Ports {
  readonly diodes: readonly Diode[];
  readonly passes: readonly Pass[];
  readonly z: Float64Array;
  readonly sense: Float64Array;
  /**
   * What stands in each diode's place in the network, S, to be taken off its current; every diode then takes part,
   * blocked or not: where a meter's own current is all there is. 0: blocked ones are left to the network.
   */
  readonly standIn: number;
  /** Per diode, the junction voltage below which it counts as blocked. */
  readonly threshold: Float64Array;
  /** n: current of each port as last solved, A. */
  readonly amps: Float64Array;
  /** n: slope of each diode, S, as last solved; workspace for the pass elements. */
  readonly siemens: Float64Array;
  /** r: the region each pass element stands in. */
  readonly regions: Int8Array;
  /** r each: slopes of a pass element's equation along its drop, its output and its current. */
  readonly alongDrop: Float64Array;
  readonly alongOutput: Float64Array;
  readonly alongCurrent: Float64Array;
  /** n: what rounding leaves of a port's voltage, V: a floating winding's gigohms cancel in it. */
  readonly noise: Float64Array;
  /** n; n²; n: workspace, and which ports take part (the first `count` entries). */
  readonly rest: Float64Array;
  readonly jacobian: Float64Array;
  readonly active: Int32Array;
  count: number;
}

const NEWTON_STEPS = 120;
/** A junction that would pass less than this, A, blocks. */
const BLOCKED_AMPS = 1e-7;
/** Share of what is added up that rounding takes, and the most that is put down to it, V. */
const ROUNDING = 8e-15;
const MOST_ROUNDING = 2e-4;
/** Stiffness of a regulator, S. */
const STIFFNESS = 500;
/** Regions of a pass element. */
const OFF = 0;
const HOLDS = 1;
const STARVED = 2;
const LIMITED = 3;
/** How far beyond its region a pass element may lie and still belong to it, V and A. */
const CORNER_VOLTS = 1e-4;
const CORNER_AMPS = 1e-6;
/** Moves from region to region before every combination is tried in turn. */
const MOST_MOVES = 12;

export function portsOf(
  diodes: readonly Diode[],
  z: Float64Array,
  passes: readonly Pass[] = [],
  sense: Float64Array = new Float64Array(0),
  standIn = 0,
): Ports {
  const n = diodes.length + passes.length;
  const fresh = (length: number) => new Float64Array(length);
  return {
    diodes,
    passes,
    z,
    sense,
    standIn,
    threshold: Float64Array.from(diodes, ({ saturation, emission }) =>
      standIn > 0 ? -Infinity : emission * THERMAL_VOLTS * Math.log1p(BLOCKED_AMPS / saturation),
    ),
    amps: fresh(n),
    siemens: fresh(n),
    regions: new Int8Array(passes.length),
    alongDrop: fresh(passes.length),
    alongOutput: fresh(passes.length),
    alongCurrent: fresh(passes.length),
    noise: fresh(n),
    rest: fresh(n),
    jacobian: fresh(n * n),
    active: new Int32Array(n),
    count: 0,
  };
}

/**
 * Finds the junction voltages and pass currents for port voltages `w` (n) and outputs `s` (r), starting from `u` (n:
 * junction voltages, then pass currents), which is overwritten; the currents, A, are left in `ports.amps`.
 * @returns false where Newton's method did not converge; `u` is then of no use
 */
export function solvePorts(
  ports: Ports,
  w: Float64Array,
  u: Float64Array,
  s: Float64Array = NO_OUTPUTS,
): boolean {
  const { passes, regions } = ports;
  if (passes.length === 0) return solveDiodes(ports, w, s, u);
  const from = u.slice();
  for (let move = 0; move < MOST_MOVES; move++) {
    if (!solveDiodes(ports, w, s, u)) break;
    if (!moveRegions(ports, w, s)) return true;
  }
  for (let combination = 0; combination < 4 ** passes.length; combination++) {
    for (let r = 0; r < passes.length; r++) regions[r] = (combination >> (2 * r)) & 3;
    u.set(from);
    if (solveDiodes(ports, w, s, u) && !moveRegions(ports, w, s)) return true;
  }
  return false;
}

/** Moves each pass element whose region does not agree with what came of it; false where all agree. */
function moveRegions(
  { diodes, passes, regions, z, sense, amps, count, active }: Ports,
  w: Float64Array,
  s: Float64Array,
): boolean {
  const k = diodes.length;
  const n = k + passes.length;
  let any = false;
  for (let r = 0; r < passes.length; r++) {
    const { volts, dropout, limit } = passes[r]!;
    let [drop, output] = [w[k + r]!, s[r]!];
    for (let j = 0; j < count; j++) {
      const e = active[j]!;
      drop -= z[(k + r) * n + e]! * amps[e]!;
      output -= sense[r * n + e]! * amps[e]!;
    }
    const [a, b, i] = [volts - output, drop - dropout, amps[k + r]!];
    const now = regions[r]!;
    const inside = a < b ? HOLDS : STARVED;
    let next = now;
    if (now === OFF) next = Math.min(a, b) > CORNER_VOLTS ? inside : OFF;
    else if (now === LIMITED) next = Math.min(a, b) < limit / STIFFNESS - CORNER_VOLTS ? inside : LIMITED;
    else if (i < -CORNER_AMPS) next = OFF;
    else if (i > limit + CORNER_AMPS) next = LIMITED;
    else if (abs(a - b) > CORNER_VOLTS) next = inside;
    any ||= next !== now;
    regions[r] = next;
  }
  return any;
}

/** The same for the pass elements' regions as they are. */
function solveDiodes(ports: Ports, w: Float64Array, s: Float64Array, u: Float64Array): boolean {
  const { diodes, passes, z, threshold, amps, active } = ports;
  const k = diodes.length;
  const n = k + passes.length;
  let count = 0;
  for (let d = 0; d < k; d++) {
    amps[d] = 0;
    const free = w[d]! - diodes[d]!.offsetVolts;
    if (free > threshold[d]! || u[d]! > threshold[d]!) active[count++] = d;
    else u[d] = free;
  }
  for (let r = k; r < n; r++) active[count++] = r;
  for (;;) {
    if (count > 0 && !newton(ports, count, w, s, u)) return false;
    const before = count;
    for (let d = 0; d < k; d++) {
      if (isActive(active, before, d)) continue;
      let v = w[d]! - diodes[d]!.offsetVolts;
      for (let i = 0; i < before; i++) v -= z[d * n + active[i]!]! * amps[active[i]!]!;
      u[d] = v;
      if (v > threshold[d]!) active[count++] = d;
    }
    if (count === before) {
      ports.count = count;
      return true;
    }
  }
}

const NO_OUTPUTS = new Float64Array(0);

function isActive(active: Int32Array, count: number, d: number): boolean {
  for (let i = 0; i < count; i++) if (active[i] === d) return true;
  return false;
}

/** Newton's method on the first `count` ports of `active`. */
function newton(ports: Ports, count: number, w: Float64Array, s: Float64Array, u: Float64Array): boolean {
  const { diodes, rest, jacobian, active, amps, noise } = ports;
  const k = diodes.length;
  for (let step = 0; step < NEWTON_STEPS; step++) {
    linearise(ports, count, w, s, u);
    if (!solveManyInPlace(jacobian, rest, count, 1)) return false;
    let still = true;
    for (let i = 0; i < count; i++) {
      const d = active[i]!;
      if (d < k) {
        const next = limitStep(diodes[d]!, u[d]! + rest[i]!, u[d]!);
        // A junction's voltage to two microvolts is its current to 0.005 %; a blocked one has no more digits than this.
        still &&= abs(next - u[d]!) <= 2e-6 + 2e-6 * abs(next) + noise[d]!;
        u[d] = next;
      } else {
        const next = u[d]! + rest[i]!;
        still &&= abs(next - u[d]!) <= 1e-8 + 1e-7 * abs(next);
        u[d] = amps[d] = next;
      }
    }
    if (still) {
      // The currents are those of the last step; at a port of many kilohms they must be these.
      linearise(ports, count, w, s, u);
      return true;
    }
  }
  return false;
}

/**
 * Writes the residuals (`rest`) and minus their derivatives (`jacobian`, count², row-major) of the ports taking part,
 * at `u`; leaves currents and slopes in `amps`, `siemens`, `alongDrop`, `alongOutput`.
 */
function linearise(ports: Ports, count: number, w: Float64Array, s: Float64Array, u: Float64Array): void {
  const { diodes, passes, z, sense, standIn, noise, amps, siemens, rest, jacobian, active } = ports;
  const k = diodes.length;
  const n = k + passes.length;
  for (let i = 0; i < count; i++) {
    const d = active[i]!;
    if (d < k) {
      junctionInto(amps, siemens, d, diodes[d]!, u[d]!);
      amps[d]! -= standIn * u[d]!;
      siemens[d]! -= standIn;
    } else {
      amps[d] = u[d]!;
      siemens[d] = 1;
    }
  }
  for (let i = 0; i < count; i++) {
    const d = active[i]!;
    let drop = w[d]!;
    let digits = 0;
    for (let j = 0; j < count; j++) {
      const volts = z[d * n + active[j]!]! * amps[active[j]!]!;
      drop -= volts;
      digits += abs(volts);
    }
    noise[d] = Math.min(MOST_ROUNDING, ROUNDING * digits);
    if (d < k) {
      const diode = diodes[d]!;
      rest[i] = drop - u[d]! - diode.offsetVolts - diode.seriesOhms * amps[d]!;
      for (let j = 0; j < count; j++) jacobian[i * count + j] = z[d * n + active[j]!]! * siemens[active[j]!]!;
      jacobian[i * count + i]! += 1 + diode.seriesOhms * siemens[d]!;
      continue;
    }
    const r = d - k;
    let output = s[r]!;
    for (let j = 0; j < count; j++) output -= sense[r * n + active[j]!]! * amps[active[j]!]!;
    rest[i] = passInto(ports, r, drop, output, u[d]!, 1 / Math.max(1, abs(z[d * n + d]!)));
    const [x, y, own] = [ports.alongDrop[r]!, ports.alongOutput[r]!, ports.alongCurrent[r]!];
    for (let j = 0; j < count; j++) {
      const e = active[j]!;
      jacobian[i * count + j] = (x * z[d * n + e]! + y * sense[r * n + e]!) * siemens[e]!;
    }
    jacobian[i * count + i]! += own;
  }
}

/**
 * What is wrong with current i of pass element r in its region, and minus its derivatives (left in `alongDrop` …). A
 * voltage's equation is scaled by what the network offers, so that all are amperes.
 */
function passInto(
  { passes, regions, alongDrop, alongOutput, alongCurrent }: Ports,
  r: number,
  drop: number,
  output: number,
  i: number,
  siemens: number,
): number {
  const { volts, dropout, limit } = passes[r]!;
  const region = regions[r];
  alongDrop[r] = region === STARVED ? siemens : 0;
  alongOutput[r] = region === HOLDS ? -siemens : 0;
  const bound = region === OFF || region === LIMITED;
  alongCurrent[r] = bound ? 1 : siemens / STIFFNESS;
  if (bound) return (region === OFF ? 0 : limit) - i;
  return siemens * ((region === HOLDS ? volts - output : drop - dropout) - i / STIFFNESS);
}

/**
 * How the ports' currents answer to small changes of `w` and `s` where they were last solved.
 * @param dw n × columns, row-major: changes of w; overwritten by the changes of the ports' currents, A
 * @param ds r × columns: changes of s
 * @param work (n + n) × columns at least: workspace
 */
export function followPortsInPlace(
  ports: Ports,
  w: Float64Array,
  s: Float64Array,
  u: Float64Array,
  dw: Float64Array,
  ds: Float64Array,
  columns: number,
  work: Float64Array,
): boolean {
  const { diodes, passes, siemens, active, count, jacobian, alongDrop, alongOutput } = ports;
  const k = diodes.length;
  const n = k + passes.length;
  linearise(ports, count, w, s, u);
  for (let i = 0; i < count; i++) {
    const d = active[i]!;
    for (let c = 0; c < columns; c++)
      work[i * columns + c] =
        d < k
          ? dw[d * columns + c]!
          : alongDrop[d - k]! * dw[d * columns + c]! + alongOutput[d - k]! * ds[(d - k) * columns + c]!;
  }
  if (!solveManyInPlace(jacobian, work, count, columns)) return false;
  dw.fill(0, 0, n * columns);
  for (let i = 0; i < count; i++) {
    const d = active[i]!;
    for (let c = 0; c < columns; c++) dw[d * columns + c] = siemens[d]! * work[i * columns + c]!;
  }
  return true;
}

/**
 * Gaussian elimination with row pivoting of a k×k system for several right-hand sides (k × columns, row-major), which
 * the solutions overwrite; `a` is overwritten too.
 * @returns false where a column has no pivot
 */
export function solveManyInPlace(a: Float64Array, b: Float64Array, k: number, columns: number): boolean {
  for (let c = 0; c < k; c++) {
    let best = c;
    for (let r = c + 1; r < k; r++) if (abs(a[r * k + c]!) > abs(a[best * k + c]!)) best = r;
    const pivot = a[best * k + c]!;
    if (!(abs(pivot) > 0) || !Number.isFinite(pivot)) return false;
    if (best !== c) {
      swapRows(a, k, c, best);
      swapRows(b, columns, c, best);
    }
    for (let r = c + 1; r < k; r++) {
      const factor = a[r * k + c]! / pivot;
      if (factor === 0) continue;
      for (let j = c + 1; j < k; j++) a[r * k + j]! -= factor * a[c * k + j]!;
      for (let j = 0; j < columns; j++) b[r * columns + j]! -= factor * b[c * columns + j]!;
    }
  }
  for (let c = k - 1; c >= 0; c--)
    for (let t = 0; t < columns; t++) {
      let v = b[c * columns + t]!;
      for (let j = c + 1; j < k; j++) v -= a[c * k + j]! * b[j * columns + t]!;
      b[c * columns + t] = v / a[c * k + c]!;
    }
  return true;
}

function swapRows(a: Float64Array, width: number, p: number, q: number): void {
  for (let j = 0; j < width; j++) {
    const kept = a[p * width + j]!;
    a[p * width + j] = a[q * width + j]!;
    a[q * width + j] = kept;
  }
}
