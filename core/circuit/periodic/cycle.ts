import type { Network, PortGroup } from "./network.ts";
import { followPortsInPlace, solvePorts } from "./ports.ts";
import { SINE, STEPS } from "./steps.ts";

/** What flows during one cycle. */
export interface CycleRecord {
  /** STEPS × m: history EMF of each reactive branch, V. */
  readonly history: Float64Array;
  /** STEPS × (k + r): current of each diode and regulator, A. */
  readonly amps: Float64Array;
  /** STEPS × (k + r): each junction's voltage, V, and each regulator's current. */
  readonly junctions: Float64Array;
}

export function cycleRecord({ reactive, controls }: Network): CycleRecord {
  return {
    history: new Float64Array(STEPS * reactive.length),
    amps: new Float64Array(STEPS * controls.length),
    junctions: new Float64Array(STEPS * controls.length),
  };
}

/** Entries of a state: per reactive branch its current now and a step before, its charge's voltage now and a step before (4m), then the ports' own. */
export function stateSize({ reactive, controls }: Network): number {
  return 4 * reactive.length + controls.length;
}

/** Changes of a state that go round the cycle with it: 4m × columns, row-major. */
export interface Changes {
  readonly values: Float64Array;
  readonly columns: number;
}

/**
 * One cycle from state `y` (stateSize entries), which becomes the state after it, by the second-order backward
 * difference, which damps the corners that diodes make; the small `changes` beside it follow by the linearised ports.
 * @param guess junctions of a cycle near to this one, from which each step's are sought; it may be the record's own
 * @returns false where a step's ports found no point; `y` is then of no use
 */
export function runCycleInPlace(
  network: Network,
  y: Float64Array,
  record: CycleRecord,
  changes?: Changes,
  guess?: Float64Array,
): boolean {
  const { ohms, henries, farads, dcVolts, acVolts, steadyAt, swingAt, t, steadyOut, swingOut, tOut } =
    network;
  const m = ohms.length;
  const k = network.controls.length;
  const n = m + k;
  const r = steadyOut.length;
  const h = 1 / (network.hertz * STEPS);
  const history = new Float64Array(m);
  /** Norton current of each history, A. */
  const kick = new Float64Array(m);
  const linear = new Float64Array(n);
  const outputs = new Float64Array(r);
  const u = y.subarray(4 * m);
  const w = linear.subarray(m);
  const amps = new Float64Array(k);
  const groups = network.groups.map(groupSolver);
  const follow = changes && follower(network, groups, changes);
  for (let step = 0; step < STEPS; step++) {
    const swing = SINE[step]!;
    for (let j = 0; j < m; j++) {
      const charge = (4 * y[2 * m + j]! - y[3 * m + j]!) / 3;
      history[j] = charge - (henries[j]! / (2 * h)) * (4 * y[j]! - y[m + j]!);
      kick[j] = history[j]! / ohms[j]!;
    }
    record.history.set(history, step * m);
    for (let i = 0; i < n; i++) {
      let v = steadyAt[i]! + swing * swingAt[i]!;
      for (let j = 0; j < m; j++) v += t[i * n + j]! * kick[j]!;
      linear[i] = v;
    }
    for (let i = 0; i < r; i++) {
      let v = steadyOut[i]! + swing * swingOut[i]!;
      for (let j = 0; j < m; j++) v += tOut[i * n + j]! * kick[j]!;
      outputs[i] = v;
    }
    const near = guess?.subarray(step * k, (step + 1) * k);
    for (const solve of groups) if (!solve(w, outputs, u, amps, near)) return false;
    record.amps.set(amps, step * k);
    record.junctions.set(u, step * k);
    if (follow && !follow()) return false;
    for (let j = 0; j < m; j++) {
      let v = linear[j]!;
      for (let d = 0; d < k; d++) v -= t[j * n + m + d]! * amps[d]!;
      const i = (v - history[j]! - dcVolts[j]! - acVolts[j]! * swing) / ohms[j]!;
      const c = farads[j]!;
      const charge = c > 0 ? (4 * y[2 * m + j]! - y[3 * m + j]!) / 3 + ((2 * h) / (3 * c)) * i : 0;
      y[m + j] = y[j]!;
      y[j] = i;
      y[3 * m + j] = y[2 * m + j]!;
      y[2 * m + j] = charge;
    }
  }
  return true;
}

/** Volts at a port that are no change, so that a group at rest is not solved step after step. */
const SAME_VOLTS = 1e-10;

/** Solves one group's ports: takes its share of w, s and u, and leaves u and the currents where they belong. */
interface GroupSolver {
  (w: Float64Array, s: Float64Array, u: Float64Array, amps: Float64Array, guess?: Float64Array): boolean;
  readonly group: PortGroup;
  readonly w: Float64Array;
  readonly s: Float64Array;
  readonly u: Float64Array;
}

function groupSolver(group: PortGroup): GroupSolver {
  const { ports, at, passAt } = group;
  const [w, u] = [new Float64Array(at.length).fill(NaN), new Float64Array(at.length)];
  const s = new Float64Array(passAt.length);
  const from = (uAll: Float64Array) => {
    for (let i = 0; i < at.length; i++) u[i] = uAll[at[i]!]!;
  };
  const solve = (
    wAll: Float64Array,
    sAll: Float64Array,
    uAll: Float64Array,
    amps: Float64Array,
    guess?: Float64Array,
  ): boolean => {
    let same = true;
    for (let i = 0; i < at.length; i++) {
      const now = wAll[at[i]!]!;
      same &&= Math.abs(now - w[i]!) <= SAME_VOLTS;
      w[i] = now;
    }
    for (let i = 0; i < passAt.length; i++) {
      const now = sAll[passAt[i]!]!;
      same &&= Math.abs(now - s[i]!) <= SAME_VOLTS;
      s[i] = now;
    }
    if (!same) {
      from(guess ?? uAll);
      if (!solvePorts(ports, w, u, s)) {
        if (!guess) return false;
        from(uAll);
        if (!solvePorts(ports, w, u, s)) return false;
      }
    }
    for (let i = 0; i < at.length; i++) {
      uAll[at[i]!] = u[i]!;
      amps[at[i]!] = ports.amps[i]!;
    }
    return true;
  };
  return Object.assign(solve, { group, w, s, u });
}

/** One step of the changes beside the state: the step's own equations without their sources. */
function follower(
  { ohms, henries, farads, t, tOut, hertz, controls, steadyOut }: Network,
  groups: readonly GroupSolver[],
  changes: Changes,
): () => boolean {
  const { values: y, columns } = changes;
  const m = ohms.length;
  const k = controls.length;
  const n = m + k;
  const r = steadyOut.length;
  const h = 1 / (hertz * STEPS);
  const history = new Float64Array(m * columns);
  const kick = new Float64Array(m * columns);
  const volts = new Float64Array(n * columns);
  const outputs = new Float64Array(r * columns);
  const work = new Float64Array(2 * k * columns);
  const own = new Float64Array(k * columns);
  const ownOut = new Float64Array(r * columns);
  const through = volts.subarray(m * columns);
  const followGroup = ({ group: { ports, at, passAt }, w, s, u }: GroupSolver): boolean => {
    at.forEach((from, i) => {
      for (let c = 0; c < columns; c++) own[i * columns + c] = through[from * columns + c]!;
    });
    passAt.forEach((from, i) => {
      for (let c = 0; c < columns; c++) ownOut[i * columns + c] = outputs[from * columns + c]!;
    });
    if (!followPortsInPlace(ports, w, s, u, own, ownOut, columns, work)) return false;
    at.forEach((to, i) => {
      for (let c = 0; c < columns; c++) through[to * columns + c] = own[i * columns + c]!;
    });
    return true;
  };
  return (): boolean => {
    for (let j = 0; j < m; j++)
      for (let c = 0; c < columns; c++) {
        const at = j * columns + c;
        const charge = (4 * y[2 * m * columns + at]! - y[3 * m * columns + at]!) / 3;
        history[at] = charge - (henries[j]! / (2 * h)) * (4 * y[at]! - y[m * columns + at]!);
        kick[at] = history[at] / ohms[j]!;
      }
    multiplyInto(volts, t, kick, n, n, m, columns);
    multiplyInto(outputs, tOut, kick, r, n, m, columns);
    for (const solver of groups) if (!followGroup(solver)) return false;
    for (let j = 0; j < m; j++)
      for (let c = 0; c < columns; c++) {
        const at = j * columns + c;
        let v = volts[at]!;
        for (let d = 0; d < k; d++) v -= t[j * n + m + d]! * through[d * columns + c]!;
        const i = (v - history[at]!) / ohms[j]!;
        const now = 2 * m * columns + at;
        const before = 3 * m * columns + at;
        const charge = farads[j]! > 0 ? (4 * y[now]! - y[before]!) / 3 + ((2 * h) / (3 * farads[j]!)) * i : 0;
        y[m * columns + at] = y[at]!;
        y[at] = i;
        y[before] = y[now]!;
        y[now] = charge;
      }
    return true;
  };
}

/** out (rows × columns) = the first `inner` columns of a (rows × width) times b (inner × columns). */
function multiplyInto(
  out: Float64Array,
  a: Float64Array,
  b: Float64Array,
  rows: number,
  width: number,
  inner: number,
  columns: number,
): void {
  for (let i = 0; i < rows; i++)
    for (let c = 0; c < columns; c++) {
      let v = 0;
      for (let j = 0; j < inner; j++) v += a[i * width + j]! * b[j * columns + c]!;
      out[i * columns + c] = v;
    }
}
