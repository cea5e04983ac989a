import {
  branchCurrentInto,
  harmonicsAcross,
  transferInto,
  voltageInto,
  type OperatingPoint,
} from "#core/circuit/index.ts";
import { BURDEN_OHMS } from "./meter.ts";
import type { ProbePairs } from "./responses.ts";

const i = new Float64Array(2);
const z = new Float64Array(2);

/** Share of a current that part tolerances leave open, where nothing better is known. Common practice, no source. */
const AMPS_SPREAD = 0.06;

/**
 * A clamp around whatever joins the two points directly: RMS of its alternating current, a rectifier's pulses included
 * where it is a plain resistance, or its mean current, positive from red to black. 0 where nothing joins them.
 */
export function predictClampPairs(point: OperatingPoint, lines: ProbePairs, domain: "ac" | "dc"): void {
  for (let m = 0; m < lines.p.length; m++) {
    const amps = clamped(point, lines.p[m]!, lines.q[m]!, domain);
    lines.value[m] = amps;
    lines.spread[m] = AMPS_SPREAD * Math.abs(amps);
    lines.slope[m] = domain === "ac" ? amps : 0;
  }
  lines.same.fill(0);
}

function clamped(point: OperatingPoint, p: number, q: number, domain: "ac" | "dc"): number {
  let [re, im, pulses] = [0, 0, 0];
  point.circuit.branches.forEach(({ a, b, ohms, henries, farads }, index) => {
    const sign = a === p && b === q ? 1 : a === q && b === p ? -1 : 0;
    if (sign === 0 || p === q) return;
    branchCurrentInto(i, point[domain], index, a, b);
    re += sign * i[0]!;
    im += sign * i[1]!;
    if (henries === 0 && farads === 0) pulses += harmonicsAcross(point, a, b) / ohms;
  });
  return domain === "dc" ? re : Math.hypot(re, im, pulses);
}

/** The meter in series between the two points, as in a lifted flame-sense lead: V/(Z + burden), A DC. */
export function predictSeriesPairs(point: OperatingPoint, lines: ProbePairs): void {
  for (let m = 0; m < lines.p.length; m++) {
    const [p, q] = [lines.p[m]!, lines.q[m]!];
    voltageInto(i, point.dc, p, q);
    transferInto(z, point.dc, p, q, p, q);
    const amps = i[0]! / (Math.max(0, z[0]!) + BURDEN_OHMS);
    lines.value[m] = amps;
    lines.spread[m] = AMPS_SPREAD * Math.abs(amps) + 2e-8;
    lines.slope[m] = 0;
  }
  lines.same.fill(0);
}

/** Volts a frequency counter needs. Common practice, no source. */
const COUNTED_VOLTS = 0.5;

/** Hz: the mains', or twice that on a rectified rail whose ripple has no fundamental to speak of; 0 below its threshold. */
export function predictHertzPairs(point: OperatingPoint, lines: ProbePairs): void {
  for (let m = 0; m < lines.p.length; m++) {
    const [p, q] = [lines.p[m]!, lines.q[m]!];
    voltageInto(i, point.ac, p, q);
    const fundamental = Math.hypot(i[0]!, i[1]!);
    const beyond = harmonicsAcross(point, p, q);
    const counted = Math.hypot(fundamental, beyond) >= COUNTED_VOLTS;
    lines.value[m] = counted ? point.circuit.hertz * (beyond > fundamental ? 2 : 1) : 0;
    lines.spread[m] = counted ? 0.005 * point.circuit.hertz : 0;
    lines.slope[m] = 0;
  }
  lines.same.fill(0);
}
