import { transferInto, type OperatingPoint } from "#core/circuit/index.ts";
import { junctionsOf, probe, voltsUnder, wakes, type Junctions, type Probe } from "./junctions.ts";
import { OVERLOAD_OHMS } from "./meter.ts";
import type { ProbePairs } from "./responses.ts";

/** Full-scale voltage of every ohm range: low, so that most junctions stay blocked. Common practice, no source. */
export const OHM_VOLTS = 0.42;
/** Ranges by full scale, Ω, and so their test currents, OHM_VOLTS / limit. */
const OHM_RANGES = [600, 6e3, 6e4, 6e5, 6e6, 6e7] as const;
/** What the ohm ranges put out at most, V: their current is steady up to full scale. Common practice, no source. */
const OPEN_VOLTS = 10 * OHM_VOLTS;

/** The range an ohm reading falls in, by its full scale, Ω. */
export function ohmRange(ohms: number): number {
  return OHM_RANGES.find((limit) => ohms <= limit) ?? OHM_RANGES[5];
}

/**
 * Ohms across junctions: the meter sends a range's current and shows volts over amperes, v·R/(E − v), on the first
 * range that the reading fits. Replaces the lines' linear ohms, with every diode blocked, where a junction wakes.
 */
export function refineOhms(point: OperatingPoint, lines: ProbePairs): void {
  const junctions = junctionsOf(point);
  if (!junctions) return;
  for (let m = 0; m < lines.p.length; m++) {
    if (lines.same[m] === 1) continue;
    const at = probe(junctions, lines.p[m]!, lines.q[m]!);
    const linear = lines.value[m]!;
    const ohms = ohmsThrough(at);
    if (ohms === undefined) continue;
    lines.spread[m] = Number.isFinite(linear) && linear > 0 ? (lines.spread[m]! * ohms) / linear : 0.1 * ohms;
    lines.value[m] = ohms > OVERLOAD_OHMS ? Infinity : ohms;
  }
}

/** What the ohm ranges show; undefined where no junction has a part in it. */
function ohmsThrough(at: Probe): number | undefined {
  let asleep = true;
  for (const limit of OHM_RANGES) {
    const range = { volts: OPEN_VOLTS, ohms: (OPEN_VOLTS / OHM_VOLTS) * limit };
    asleep &&= !wakes(at, range);
    if (asleep && at.ohms <= limit) return undefined;
    const volts = voltsUnder(at, range) ?? NaN;
    const ohms = (volts * range.ohms) / (OPEN_VOLTS - volts);
    if (ohms <= limit) return ohms;
  }
  return asleep ? undefined : Infinity;
}

/** The diode range's source: about 1 mA into a silicon junction, 3 V at most. Common practice, no source. */
const DIODE_SOURCE = { volts: 3, ohms: 2400 };
/** Above this the diode range shows OL, V. */
const DIODE_CEILING = 2.5;
/** A junction's drop varies by this much from part to part and with a warm hand, V. Common practice, no source. */
const DROP_SPREAD = 0.025;

/** The diode range: the drop of whatever conducts between red and black, parallel paths included, V; Infinity for OL. */
export function predictDiodePairs(point: OperatingPoint, lines: ProbePairs): void {
  const junctions: Junctions = junctionsOf(point) ?? { point, diodes: [], z: new Float64Array(0) };
  for (let m = 0; m < lines.p.length; m++) {
    const volts = voltsUnder(probe(junctions, lines.p[m]!, lines.q[m]!), DIODE_SOURCE) ?? NaN;
    const over = !(volts <= DIODE_CEILING);
    lines.value[m] = over ? Infinity : volts;
    lines.spread[m] = over ? 0 : DROP_SPREAD + 0.03 * volts;
    lines.slope[m] = 0;
  }
  lines.same.fill(0);
}

/** A conductance this many times the susceptance leaves the meter nothing to time. */
const MOST_LEAK = 10;
/** Largest capacitance the ranges reach, F. */
const FARAD_LIMIT = 6e-3;

/**
 * Capacitance between the points of a dead circuit: C = Im(Y)/ω of what lies between them, taken at the mains
 * frequency. Infinity (OL) where it conducts instead, is a winding, or is more than the ranges reach.
 */
export function predictFaradPairs(point: OperatingPoint, lines: ProbePairs): void {
  const omega = 2 * Math.PI * point.circuit.hertz;
  const z = new Float64Array(2);
  for (let m = 0; m < lines.p.length; m++) {
    const [p, q] = [lines.p[m]!, lines.q[m]!];
    transferInto(z, point.ac, p, q, p, q);
    const size = z[0]! ** 2 + z[1]! ** 2;
    const [conductance, susceptance] = [z[0]! / size, -z[1]! / size];
    const farads = susceptance / omega;
    const over = size === 0 || farads < 0 || conductance > MOST_LEAK * susceptance || farads > FARAD_LIMIT;
    // Between open points there is next to nothing, and the meter shows that.
    const open = size > 1e18;
    lines.value[m] = open ? 0 : over ? Infinity : farads;
    lines.spread[m] = over || open ? 0 : 0.05 * farads;
    lines.slope[m] = 0;
  }
  lines.same.fill(0);
}
