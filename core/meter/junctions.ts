import {
  OPEN_OHMS,
  portsOf,
  solvePorts,
  THERMAL_VOLTS,
  transferInto,
  type Control,
  type OperatingPoint,
  type Ports,
} from "#core/circuit/index.ts";

/**
 * A dead circuit's diodes as the meter's own current finds them: the linear network, the diodes out of it, reduced to
 * their ports (see portsOf). The meter is a source behind a resistance, between p and q:
 *
 *   i = (E − v)/R,  v = z_mm·i − Σ t_md·f_d,  so that w_d = t_d·E/(R + z_mm) and Z'_de = Z_de − t_d·t_e/(R + z_mm)
 *
 * with t_d the transfer from the meter's pair to port d and f_d the diode's current.
 */
export interface Junctions {
  readonly point: OperatingPoint;
  readonly diodes: readonly Extract<Control, { kind: "diode" }>[];
  /** Between the ports, k² row-major, Ω. */
  readonly z: Float64Array;
}

/** The junctions of a dead circuit that still conduct; undefined where there are none. */
export function junctionsOf(point: OperatingPoint): Junctions | undefined {
  const diodes = point.circuit.controls.flatMap((c) =>
    c.kind === "diode" && c.seriesOhms < OPEN_OHMS / 10 ? [c] : [],
  );
  if (diodes.length === 0) return undefined;
  const k = diodes.length;
  const z = new Float64Array(k * k);
  for (let d = 0; d < k; d++)
    for (let e = 0; e < k; e++) z[d * k + e] = transfer(point, diodes[d]!.branch, diodes[e]!.branch);
  return { point, diodes, z };
}

const out = new Float64Array(2);

function transfer({ circuit, dc }: OperatingPoint, at: number, from: number): number {
  const [here, there] = [circuit.branches[at]!, circuit.branches[from]!];
  transferInto(out, dc, here.a, here.b, there.a, there.b);
  return out[0]!;
}

/** A meter's source: its EMF behind its resistance. */
export interface Source {
  readonly volts: number;
  readonly ohms: number;
}

/** What one pair's current does at every port. */
export interface Probe {
  readonly junctions: Junctions;
  /** Own resistance of the pair with every diode blocked, Ω. */
  readonly ohms: number;
  /** Volts at each port per ampere through the pair. */
  readonly t: Float64Array;
}

export function probe(junctions: Junctions, p: number, q: number): Probe {
  const { point, diodes } = junctions;
  transferInto(out, point.dc, p, q, p, q);
  const ohms = Math.max(0, out[0]!);
  const t = Float64Array.from(diodes, ({ branch }) => {
    const { a, b } = point.circuit.branches[branch]!;
    transferInto(out, point.dc, a, b, p, q);
    return out[0]!;
  });
  return { junctions, ohms, t };
}

/** Share of what stands across the pair that a junction's own current must move for the meter to notice. */
const NOTICED_SHARE = 2e-4;
/** Beyond this many times n·Vt a junction conducts whatever there is. */
const WIDE_AWAKE = 30;

/**
 * Whether a junction has a part in what this source finds: by the current that it would pass, forward or back, at the volts
 * that stand across it while none passes any. A junction asleep still leaks up to its saturation current, which is a
 * tenth of what the megohm ranges send.
 */
export function wakes({ ohms, t, junctions }: Probe, { volts, ohms: inner }: Source): boolean {
  const amps = volts / (inner + ohms);
  return t.some((v, d) => {
    const { saturation, emission, offsetVolts } = junctions.diodes[d]!;
    const exponent = (v * amps - offsetVolts) / (emission * THERMAL_VOLTS);
    const passes = saturation * Math.expm1(Math.min(WIDE_AWAKE, exponent));
    return Math.abs(v * passes) > NOTICED_SHARE * ohms * amps;
  });
}

/** Voltage across the pair with the source on it; undefined where the junctions found no point. */
export function voltsUnder(at: Probe, source: Source): number | undefined {
  const { junctions, ohms, t } = at;
  const k = t.length;
  const total = source.ohms + ohms;
  const amps = source.volts / total;
  if (!wakes(at, source)) return amps * ohms;
  const z = junctions.z.map((v, i) => v - (t[Math.floor(i / k)]! * t[i % k]!) / total);
  const ports: Ports = portsOf(junctions.diodes, z, [], undefined, 1 / OPEN_OHMS);
  const w = t.map((v) => v * amps);
  const u = new Float64Array(k);
  if (!solvePorts(ports, w, u)) return undefined;
  const through = ports.amps.reduce((sum, f, d) => sum + t[d]! * f, 0);
  // v = z·(E + T)/(R + z) − T, T = Σ t·f, put so that nothing large is taken from anything large.
  return (ohms * source.volts - source.ohms * through) / total;
}
