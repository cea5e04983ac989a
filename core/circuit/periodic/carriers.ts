import { OPEN_OHMS, type Branch } from "../model/branch.ts";
import type { Circuit } from "../model/circuit.ts";
import type { Control, MeanRegulator } from "../model/control.ts";
import { junctionAt, THERMAL_VOLTS, type Diode } from "../steady/junction.ts";
import type { CycleRecord } from "./cycle.ts";
import type { Network } from "./network.ts";
import type { Settled } from "./shooting.ts";
import { COSINE, fourier, SINE, STEPS, type Harmonics } from "./steps.ts";

export type Equivalent = Pick<Branch, "ohms" | "henries" | "dcOhms" | "dcVolts">;

/** What stands in the ports' places in the mean of a cycle. */
export interface Carriers {
  /** By index of the diode's control: the linear branch that carries the same mean and the same fundamental. */
  readonly equivalents: ReadonlyMap<number, Equivalent>;
  /** By index of the regulator's control: how it stands in the mean. */
  readonly regulators: ReadonlyMap<number, MeanRegulator>;
}

/** By the port's place among those of diodes and regulators; circuits that share a cycle share these. */
const known = new WeakMap<Settled, readonly (Equivalent | MeanRegulator)[]>();

export function carriersOf(circuit: Circuit, network: Network, settled: Settled): Carriers {
  let list = known.get(settled);
  if (!list) known.set(settled, (list = portCarriers(circuit, network, settled)));
  const equivalents = new Map<number, Equivalent>();
  const regulators = new Map<number, MeanRegulator>();
  network.controls.forEach((index, d) => {
    const carrier = list[d]!;
    if ("region" in carrier) regulators.set(index, carrier);
    else equivalents.set(index, carrier);
  });
  return { equivalents, regulators };
}

function portCarriers(circuit: Circuit, network: Network, { record }: Settled) {
  const { controls, ohms, t, tOut, steadyAt, swingAt, steadyOut, swingOut } = network;
  const m = ohms.length;
  const k = controls.length;
  const n = m + k;
  /** One cycle of what row `i` of a matrix over the ports reads, V. */
  const wave = (rows: Float64Array, i: number, constant: number, swing: number) => {
    const volts = new Float64Array(STEPS);
    for (let step = 0; step < STEPS; step++) {
      let v = constant + swing * SINE[step]!;
      for (let j = 0; j < m; j++) v += (rows[i * n + j]! * record.history[step * m + j]!) / ohms[j]!;
      for (let d = 0; d < k; d++) v -= rows[i * n + m + d]! * record.amps[step * k + d]!;
      volts[step] = v;
    }
    return volts;
  };
  let output = 0;
  return controls.map((index, d): Equivalent | MeanRegulator => {
    const amps = Float64Array.from({ length: STEPS }, (_, step) => record.amps[step * k + d]!);
    const volts = wave(t, m + d, steadyAt[m + d]!, swingAt[m + d]!);
    const control = circuit.controls[index]!;
    if (control.kind === "diode") return equivalentOf(control, fourier(volts), fourier(amps), circuit.hertz);
    if (control.kind !== "regulator") throw new RangeError(`${control.id} is no port of a cycle.`);
    const r = output++;
    return meanRegulator(control, volts, wave(tOut, r, steadyOut[r]!, swingOut[r]!), amps);
  });
}

function meanRegulator(
  { dropout, limit }: Extract<Control, { kind: "regulator" }>,
  drop: Float64Array,
  output: Float64Array,
  amps: Float64Array,
): MeanRegulator {
  const flows = fourier(amps);
  const input = fourier(drop).mean + fourier(output).mean;
  const starved = drop.filter((v) => v < dropout + 0.01).length > STEPS / 2;
  const limited = amps.filter((v) => v > 0.98 * limit).length > STEPS / 2;
  const region = input < 1 ? "off" : limited ? "limited" : starved ? "starved" : "regulating";
  return {
    region,
    volts: region === "starved" ? fourier(drop).mean : fourier(output).mean,
    amps: flows.mean,
    acRe: flows.re,
    acIm: flows.im,
  };
}

const shares = new WeakMap<Settled, Float64Array>();

/**
 * Mean products of what the ports drive beyond mean and fundamental, (m + k)² in A²: every voltage is a sum of the
 * ports' currents, so the square of its harmonics is a quadratic form in its responses to them.
 */
export function sharesOf(network: Network, settled: Settled): Float64Array {
  let own = shares.get(settled);
  if (!own) shares.set(settled, (own = harmonicShares(network, settled.record)));
  return own;
}

function harmonicShares({ controls, ohms }: Network, record: CycleRecord): Float64Array {
  const m = ohms.length;
  const k = controls.length;
  const waves = Array.from({ length: m + k }, (_, i) => {
    const x = new Float64Array(STEPS);
    for (let step = 0; step < STEPS; step++)
      x[step] = i < m ? record.history[step * m + i]! / ohms[i]! : -record.amps[step * k + i - m]!;
    const { mean, re, im } = fourier(x);
    for (let step = 0; step < STEPS; step++) x[step]! -= mean + re * SINE[step]! + im * COSINE[step]!;
    return x;
  });
  const shares = new Float64Array((m + k) ** 2);
  for (let i = 0; i < m + k; i++)
    for (let j = 0; j <= i; j++) {
      let sum = 0;
      for (let step = 0; step < STEPS; step++) sum += waves[i]![step]! * waves[j]![step]!;
      shares[i * (m + k) + j] = shares[j * (m + k) + i] = sum / STEPS;
    }
  return shares;
}

/**
 * The series R + jωL that has the diode's fundamental of voltage and current (either may be negative), and to DC its
 * mean of both: an EMF behind the slope of the junction at its mean current, as stiff as the diode itself.
 */
function equivalentOf(diode: Diode, volts: Harmonics, amps: Harmonics, hertz: number): Equivalent {
  const size = amps.re ** 2 + amps.im ** 2;
  const re = (volts.re * amps.re + volts.im * amps.im) / size;
  const im = (volts.im * amps.re - volts.re * amps.im) / size;
  const dcOhms =
    amps.mean > 1e-7 ? diode.seriesOhms + (diode.emission * THERMAL_VOLTS) / amps.mean : OPEN_OHMS;
  if (size > 1e-18 && Number.isFinite(re) && Math.abs(re) < 1e9)
    return {
      ohms: re,
      henries: im / (2 * Math.PI * hertz),
      dcOhms,
      dcVolts: volts.mean - amps.mean * dcOhms,
    };
  // No alternating current: the tangent where the diode stands.
  const { siemens } = junctionAt(diode, volts.mean - diode.offsetVolts);
  const ohms = diode.seriesOhms + 1 / siemens;
  return { ohms, henries: 0, dcVolts: volts.mean - amps.mean * ohms };
}
