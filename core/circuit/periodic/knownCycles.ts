import type { Network } from "./network.ts";
import type { Settled } from "./shooting.ts";

/**
 * Cycles that were looked for, by all that a network's ports know of it: most faults, and most of what a unit does,
 * leave a supply's ports as they were, and those that do not are near to something that was solved before.
 */
interface Known {
  readonly signature: Signature;
  /** undefined where none was found. */
  readonly settled: Settled | undefined;
}

export interface Recalled {
  /** The search of a network that cannot be told from this one. */
  readonly same?: Known;
  /** A cycle of the network that is nearest of those that have one. */
  readonly near?: Settled;
}

const MOST_KEPT = 384;
/** All that a cycle's equations are made of: what holds charge or current sees, then the rest; Ω, V, A. */
export interface Signature {
  readonly fine: Float64Array;
  readonly coarse: Float64Array;
}

/** Two numbers are one where they differ by less than this share of them and this size together. */
interface Same {
  readonly share: number;
  readonly size: number;
}

/** What a capacitor sees is mostly its own companion, a load of many kilohms the sixth digit of it. */
const FINE: Same = { share: 1e-10, size: 1e-10 };
/** What a diode sees floats on its own stand-in of a gigohm, and a line of ohms is the last digits of it. */
const COARSE: Same = { share: 1e-13, size: 1e-5 };

/** By shape: networks of one shape have states of one kind. The oldest are forgotten first. */
const shapes = new Map<string, Known[]>();
let kept = 0;

/** What is known of a network. */
export function recall(network: Network, signature: Signature): Recalled {
  let near: Known | undefined;
  let least = Infinity;
  const list = shapes.get(shapeOf(network)) ?? [];
  // The latest are the likeliest: one fault is solved in one situation after the other.
  for (let i = list.length - 1; i >= 0; i--) {
    const known = list[i]!;
    const apart = distance(signature, known.signature, least);
    if (apart === 0) {
      list.push(...list.splice(i, 1));
      return { same: known };
    }
    if (apart >= least || !known.settled) continue;
    least = apart;
    near = known;
  }
  return near?.settled ? { near: near.settled } : {};
}

export function keep(network: Network, signature: Signature, settled: Settled | undefined): void {
  const shape = shapeOf(network);
  const list = shapes.get(shape) ?? [];
  shapes.set(shape, list);
  list.push({ signature, settled });
  if (++kept <= MOST_KEPT) return;
  const [longest] = [...shapes.values()].sort((a, b) => b.length - a.length);
  longest!.shift();
  kept--;
}

/** What a state's entries mean: networks of one shape have the same number of everything in the same places. */
function shapeOf({ hertz, reactive, slow, groups, t }: Network): string {
  const ports = groups.map((g) => `${g.at.join()}:${g.passAt.join()}:${g.ports.standIn}`);
  return `${hertz}/${reactive.length}/${t.length}/${slow.join()}/${ports.join("/")}`;
}

export function signatureOf(network: Network): Signature {
  const { ohms, henries, farads, dcVolts, acVolts, steadyAt, swingAt, steadyOut, swingOut, t, tOut } =
    network;
  const m = ohms.length;
  const n = steadyAt.length;
  const own = ohms.map((_, i) => i);
  const seen = [...own].flatMap((i) => [steadyAt[i]!, swingAt[i]!, ...own.map((j) => t[i * n + j]!)]);
  const groups = network.groups.flatMap(({ ports }) => [
    // A saturation current by its logarithm: 10⁻⁹ A and 10⁻¹² A are no less apart than 1 A and 1 mA.
    ports.diodes.flatMap((d) => [Math.log(d.saturation), d.emission, d.seriesOhms, d.offsetVolts]),
    ports.passes.flatMap(({ volts, dropout, limit }) => [volts, dropout, limit]),
  ]);
  return {
    fine: joined([ohms, henries, farads, dcVolts, acVolts, seen]),
    coarse: joined([
      steadyAt.subarray(m),
      swingAt.subarray(m),
      steadyOut,
      swingOut,
      t.subarray(m * n),
      tOut,
      ...groups,
    ]),
  };
}

function joined(parts: readonly ArrayLike<number>[]): Float64Array {
  const all = new Float64Array(parts.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

/** Sum of relative differences of the entries that differ; 0 where none does. No further than `most`. */
function distance(a: Signature, b: Signature, most: number): number {
  const fine = apart(a.fine, b.fine, FINE, most);
  return fine < most ? fine + apart(a.coarse, b.coarse, COARSE, most - fine) : fine;
}

function apart(a: Float64Array, b: Float64Array, same: Same, most: number): number {
  let sum = 0;
  for (let i = 0; i < a.length && sum < most; i++) {
    const gap = Math.abs(a[i]! - b[i]!);
    const size = Math.max(Math.abs(a[i]!), Math.abs(b[i]!));
    if (gap > same.share * size + same.size) sum += gap / size;
  }
  return sum;
}
