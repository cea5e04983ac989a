import { cycleRecord, runCycleInPlace, stateSize, type CycleRecord } from "./cycle.ts";
import type { Network } from "./network.ts";
import { solveManyInPlace } from "./ports.ts";

/** A cycle that comes back to where it began. */
export interface Settled {
  /** The state at its end and beginning, and what flows during it. */
  readonly state: Float64Array;
  readonly record: CycleRecord;
  /** 4m × p, row-major: how the state after a cycle answers to its p slow entries before it. */
  readonly answer: Float64Array;
}

/** Cycles in one search at most. */
const MOST_CYCLES = 240;
/** Cycles from rest that fill the capacitors, before there is anything to extrapolate. */
const FIRST_CYCLES = 3;
/** Cycles let run where a step has made things worse however much it was shortened. */
const PATIENCE = 6;
/** Distance from the cycle that repeats, relative to a state's size, that counts as none. */
const STILL = 2e-5;
/** A step beyond where the cycle itself went at most, as a share of a state's size. */
const FARTHEST = 0.5;
/** A known answer is kept while every step leaves no more than this share of the distance. */
const KEPT_WHILE = 0.25;
const LEAST_SHARE = 1 / 32;
/** A step is one forward if it takes this share of what it could, or leaves no more than that of what a cycle moves. */
const LEAST_GAIN = 0.05;
const GAP_GAIN = 0.8;
/**
 * How far beside the cycle it is tried once more, and how far from the expected answer it may come out. A reservoir with next to
 * no load ripples by millivolts: a hundredth above its crest nothing charges it, a hundredth below one crest makes up for all,
 * and only a disturbance smaller than its ripple is answered in proportion.
 */
const DISTURBED = [0.01, 1e-3, 1e-4] as const;
const UNEXPECTED = 0.3;

/**
 * Shooting (T. J. Aprille and T. N. Trick 1972, from memory): Newton's method on those states z of a cycle that outlast
 * it, δ = (I − ∂z(T)/∂z(0))⁻¹·(z(T) − z(0)), the rest following by themselves. The derivative goes round the cycle with
 * it, exactly. δ is the distance to the cycle that repeats, and what is compared with `STILL`: the change over one cycle
 * alone says nothing where a capacitor takes a hundred cycles to fill.
 *
 * What was found is disturbed and run once more; it must come back as its own derivative says.
 *
 * @param start state and answer of a similar network to begin from
 * @returns undefined where a step's ports found no point, no cycle repeats, or it does not come back
 */
export function shoot(network: Network, start?: Settled): Settled | undefined {
  const m = network.reactive.length;
  const slow = network.slow.map((j) => (network.farads[j]! > 0 ? 2 * m + j : j));
  const p = slow.length;
  const size = stateSize(network);
  const record = cycleRecord(network);
  const scale = new Float64Array(4 * m).fill(1e-3);
  const usable = start !== undefined && start.state.length === size && start.answer.length === 4 * m * p;
  let y = usable ? start.state.slice() : new Float64Array(size);
  let answer: Float64Array | undefined = usable ? start.answer : undefined;
  let known = usable;
  let guess = usable ? start.record.junctions : undefined;
  let best: { y: Float64Array; step: Step; far: number; gap: number } | undefined;
  let share = 1;
  let patience = usable ? 0 : FIRST_CYCLES;
  let cycles = 0;
  const run = (from: Float64Array, measured: boolean) => {
    const image = from.slice();
    const changes = measured ? { values: unitChanges(m, slow), columns: p } : undefined;
    cycles += measured ? 2 : 1;
    if (!runCycleInPlace(network, image, record, changes, guess)) return undefined;
    guess = record.junctions;
    for (let i = 0; i < 4 * m; i++) scale[i] = Math.max(scale[i]!, Math.abs(image[i]!));
    return { image, answer: changes?.values };
  };
  while (cycles < MOST_CYCLES) {
    const went = run(y, patience === 0 && !known);
    if (!went) return undefined;
    const { image } = went;
    if (patience > 0) {
      patience--;
      y = image;
      continue;
    }
    if (went.answer) answer = went.answer;
    const delta = newtonStep(slow, answer!, y, image);
    if (!delta) return undefined;
    const far = slow.reduce((most, at, s) => Math.max(most, Math.abs(delta[s]!) / scale[at]!), 0);
    const restless = moved(y, image, scale, 4 * m);
    const gap = slow.reduce((most, at) => Math.max(most, Math.abs(image[at]! - y[at]!) / scale[at]!), 0);
    if (far < STILL && restless < 50 * STILL) {
      // An answer that was carried over has proved itself if its steps left no more than a known share each time.
      if (known && best && far <= KEPT_WHILE * best.far) return { state: image, record, answer: answer! };
      if (known) {
        known = false;
        y = image;
        continue;
      }
      // Near a cycle that was tried, with an answer that is nearly the same, it need not be tried again.
      const tried = usable && alike(answer!, start.answer);
      return tried || comesBack(network, { state: image, record, answer: answer! }, slow, scale)
        ? { state: image, record, answer: answer! }
        : undefined;
    }
    if (known && best && far > KEPT_WHILE * best.far) {
      known = false;
      best = undefined;
      continue;
    }
    // A step that was cut short can do no more than its share; down a junction's curve the way left to go stays as long,
    // step after step, while what a cycle still moves dwindles.
    if (best && far > (1 - LEAST_GAIN * best.step.share) * best.far && gap > GAP_GAIN * best.gap) {
      // Half the step is tried: above its point a capacitor answers unlike below it.
      if (share > LEAST_SHARE) {
        share /= 2;
        y = best.y.map((v, i) => v + share * best!.step.by[i]!);
        continue;
      }
      best = undefined;
      share = 1;
      patience = PATIENCE;
      y = image;
      continue;
    }
    const step = wholeStep(image, y, answer!, delta, slow, scale, m);
    best = { y, step, far, gap };
    share = 1;
    y = y.map((v, i) => v + step.by[i]!);
  }
  return undefined;
}

/** A cycle that a meter's microamperes disturb by less than this share goes on as it was. */
const UNDISTURBED = 5e-3;
/** Sizes of states, A and V, beside which a meter's microamperes are nothing. */
const METER_SIZE = 0.05;

/** A known cycle with a meter across it: where that disturbs no slow state, the cycle need not be sought. */
export function undisturbed(network: Network, start: Settled): Settled | undefined {
  if (start.state.length !== stateSize(network)) return undefined;
  const m = network.reactive.length;
  const record = cycleRecord(network);
  const state = start.state.slice();
  if (!runCycleInPlace(network, state, record, undefined, start.record.junctions)) return undefined;
  const scale = state.map((v) => Math.max(METER_SIZE, Math.abs(v)));
  return moved(start.state, state, scale, 4 * m) < UNDISTURBED
    ? { state, record, answer: start.answer }
    : undefined;
}

/** Two answers that differ by less than this share of the largest entry are of one kind. */
const SAME_ANSWER = 0.05;

function alike(a: Float64Array, b: Float64Array): boolean {
  let [most, apart] = [0, 0];
  for (let i = 0; i < a.length; i++) {
    most = Math.max(most, Math.abs(a[i]!));
    apart = Math.max(apart, Math.abs(a[i]! - b[i]!));
  }
  return apart <= SAME_ANSWER * most;
}

/** 4m × p: one for each slow entry, and for the same entry a step before. */
function unitChanges(m: number, slow: readonly number[]): Float64Array {
  const p = slow.length;
  const values = new Float64Array(4 * m * p);
  slow.forEach((at, c) => {
    values[at * p + c] = 1;
    values[(at + m) * p + c] = 1;
  });
  return values;
}

/** δ = (I − ∂z(T)/∂z(0))⁻¹·(z(T) − z(0)), on the slow entries. */
function newtonStep(
  slow: readonly number[],
  answer: Float64Array,
  y: Float64Array,
  image: Float64Array,
): Float64Array | undefined {
  const p = slow.length;
  const a = new Float64Array(p * p);
  const gap = new Float64Array(p);
  slow.forEach((at, r) => {
    for (let c = 0; c < p; c++) a[r * p + c] = (r === c ? 1 : 0) - answer[at * p + c]!;
    // A state that nothing bleeds keeps what it has; it is not divided by nothing.
    a[r * p + r]! += 1e-7;
    gap[r] = image[at]! - y[at]!;
  });
  return solveManyInPlace(a, gap, p, 1) ? gap : undefined;
}

/** By how much a state is to be moved, and which share of the way to go that is. */
interface Step {
  readonly by: Float64Array;
  readonly share: number;
}

/** The step of the whole state: to the image, and on by what the slow entries' own step makes of it. */
function wholeStep(
  image: Float64Array,
  y: Float64Array,
  answer: Float64Array,
  delta: Float64Array,
  slow: readonly number[],
  scale: Float64Array,
  m: number,
): Step {
  const p = slow.length;
  let share = 1;
  slow.forEach((at, s) => (share = Math.min(share, (FARTHEST * scale[at]!) / Math.abs(delta[s]!))));
  const by = image.map((v, i) => v - y[i]!);
  for (let i = 0; i < 4 * m; i++)
    for (let c = 0; c < p; c++) by[i]! += share * answer[i * p + c]! * delta[c]!;
  return { by, share };
}

function moved(y: Float64Array, image: Float64Array, scale: Float64Array, entries: number): number {
  let most = 0;
  for (let i = 0; i < entries; i++) most = Math.max(most, Math.abs(image[i]! - y[i]!) / scale[i]!);
  return most;
}

/** Whether cycles from beside the state end as the answer says, and the answer brings everything back in the end. */
function comesBack(
  network: Network,
  settled: Settled,
  slow: readonly number[],
  scale: Float64Array,
): boolean {
  if (slow.length === 0) return true;
  return DISTURBED.some((share) => {
    const by = slow.map((at, s) => share * scale[at]! * (s % 2 === 0 ? -1 : 1));
    return (
      endsAsExpected(
        network,
        settled,
        slow,
        by,
        scale.map((v) => share * v),
      ) && diesOut(settled.answer, slow, by, scale)
    );
  });
}

/**
 * @param by the disturbance of each slow entry
 * @param least per entry, what a disturbance is measured by at least: a small state may follow a large one, and then moves by that one's measure
 */
function endsAsExpected(
  network: Network,
  { state, record, answer }: Settled,
  slow: readonly number[],
  by: readonly number[],
  least: Float64Array,
): boolean {
  const p = slow.length;
  const m = network.reactive.length;
  const beside = state.slice();
  slow.forEach((at, s) => {
    beside[at]! += by[s]!;
    beside[at + m]! += by[s]!;
  });
  if (!runCycleInPlace(network, beside, cycleRecord(network), undefined, record.junctions)) return false;
  return slow.every((at) => {
    let expected = 0;
    for (let c = 0; c < p; c++) expected += answer[at * p + c]! * by[c]!;
    const came = beside[at]! - state[at]!;
    return Math.abs(came - expected) < UNEXPECTED * Math.max(least[at]!, Math.abs(expected));
  });
}

/**
 * Cycles over which a disturbance is followed by the answer alone, and how large it may be after all of them, against half. What
 * a core holds of direct flux stays for minutes, and the cut of a cycle into steps makes it stay for ever or a little more: half-wave
 * supplies' grew by 0.5 and by 17 % over a hundred cycles. What drives away doubles in far fewer.
 */
const FOLLOWED = 200;
const HELD = 2;

/**
 * Whether what disturbs a cycle does not grow: a cycle that drives away what is beside it is none that is ever seen.
 * @param answer what one cycle makes of a disturbance of each slow state, a column each
 * @param slow rows of the states that last beyond a cycle
 * @param by the disturbance, and `scale` what each state swings over, in its own unit
 */
export function diesOut(
  answer: Float64Array,
  slow: readonly number[],
  by: readonly number[],
  scale: Float64Array,
): boolean {
  const p = slow.length;
  const size = (v: readonly number[]) =>
    v.reduce((most, x, s) => Math.max(most, Math.abs(x) / scale[slow[s]!]!), 0);
  let now = by;
  let half = 0;
  for (let cycle = 0; cycle < FOLLOWED; cycle++) {
    if (cycle === FOLLOWED / 2) half = size(now);
    now = slow.map((at) => now.reduce((sum, x, c) => sum + answer[at * p + c]! * x, 0));
  }
  return size(now) <= HELD * half;
}
