import type { Network } from "./network.ts";
import type { Settled } from "./shooting.ts";

/**
 * Cycles that were looked for, by all that a network's ports know of it: most faults, and most of what a unit does,
 * leave a supply's ports as they were, and those that do not are near to something that was solved before.
 */
interface Known {
  readonly signature: Float64Array;
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
/** Two numbers (Ω, V, A) that differ by less than this share of them, or by less than this, are one. */
const SAME_SHARE = 1e-6;
const SAME_SIZE = 1e-6;

/** By shape: networks of one shape have states of one kind. The oldest are forgotten first. */
const shapes = new Map<string, Known[]>();
let kept = 0;

/** What is known of a network. */
export function recall(network: Network, signature: Float64Array): Recalled {
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

export function keep(network: Network, signature: Float64Array, settled: Settled | undefined): void {
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

/** Everything that a cycle's equations are made of, in one row. */
export function signatureOf(network: Network): Float64Array {
  const { ohms, henries, farads, dcVolts, acVolts, steadyAt, swingAt, steadyOut, swingOut, t, tOut } =
    network;
  const parts = [ohms, henries, farads, dcVolts, acVolts, steadyAt, swingAt, steadyOut, swingOut, t, tOut];
  for (const { ports } of network.groups)
    parts.push(
      // A junction by its volts at 1 A, not by its saturation current: 10⁻⁹ and 10⁻¹² A are no less than 10⁻⁶ apart.
      Float64Array.from(
        ports.diodes.flatMap((d) => [Math.log(d.saturation), d.emission, d.seriesOhms, d.offsetVolts]),
      ),
      Float64Array.from(ports.passes.flatMap(({ volts, dropout, limit }) => [volts, dropout, limit])),
    );
  const signature = new Float64Array(parts.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const part of parts) {
    signature.set(part, at);
    at += part.length;
  }
  return signature;
}

/** Sum of relative differences of the entries that differ; 0 where none does. No further than `most`. */
function distance(a: Float64Array, b: Float64Array, most: number): number {
  let sum = 0;
  for (let i = 0; i < a.length && sum < most; i++) {
    const apart = Math.abs(a[i]! - b[i]!);
    const size = Math.max(Math.abs(a[i]!), Math.abs(b[i]!));
    if (apart > SAME_SHARE * size + SAME_SIZE) sum += apart / size;
  }
  return sum;
}
