import type { OperatingPoint } from "./operatingPoint.ts";
import { dcVolts, transferOver } from "../equations/solved.ts";
import { periodicState, type PeriodicState } from "../periodic/periodicState.ts";
import { relaxDiodes } from "./diodes.ts";

/** What stands across a pair while a resistance loads it: its mean and the RMS of the rest, V. */
export interface LoadedVolts {
  readonly mean: number;
  /** Undefined where the mains swings no diode, and the straight line tells it. */
  readonly alternating: number | undefined;
}

/** Coupling, squared, of a pair to a diode below which its load moves no diode. */
const LEAST_COUPLING = 1e-4;

/** Whether a load across a pair would be felt by some diode: where it would not, the network is linear to it. */
export function isHeldByDiodes(point: OperatingPoint, p: number, q: number): boolean {
  const { circuit, dc } = point;
  const own = transferOver(dc, p, q, p, q);
  return circuit.controls.some((c) => {
    if (c.kind !== "diode" || c.seriesOhms > 1e9) return false;
    const { a, b } = circuit.branches[c.branch]!;
    const t = transferOver(dc, a, b, p, q);
    return t * t > LEAST_COUPLING * own * transferOver(dc, a, b, a, b);
  });
}

/**
 * The voltage of a pair with a resistance (a meter) across it, every diode finding its point anew.
 * @returns undefined where they find none
 */
export function loadedVolts(
  point: OperatingPoint,
  p: number,
  q: number,
  ohms: number,
): LoadedVolts | undefined {
  const { circuit, periodic, settings } = point;
  const cycle = () => {
    const state = periodicState(circuit, periodic, { a: p, b: q, ohms });
    return state && partsOf(state, p, q);
  };
  if (periodic) return cycle();
  const plain = { henries: 0, farads: 0, acVolts: 0, dcVolts: 0, tolerance: 0 };
  const meter = { id: "meter", a: p, b: q, ohms, ...plain };
  const loaded = { ...circuit, branches: [...circuit.branches, meter] };
  const { solved, restless } = relaxDiodes(loaded, [...settings], undefined);
  if (restless.length > 0) return undefined;
  // What stood still has the mains at a diode now, through the meter: the cycle has to know it as a meter.
  return solved.periodic ? cycle() : { mean: dcVolts(solved.dc, p, q), alternating: undefined };
}

function partsOf(state: PeriodicState, p: number, q: number): LoadedVolts {
  const wave = state.wave(p, q);
  const mean = wave.reduce((sum, v) => sum + v, 0) / wave.length;
  const square = wave.reduce((sum, v) => sum + (v - mean) ** 2, 0) / wave.length;
  return { mean, alternating: Math.sqrt(square) };
}
