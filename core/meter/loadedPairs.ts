import {
  loadedVolts,
  type LoadedVolts,
  type OperatingPoint,
  type PeriodicState,
} from "#core/circuit/index.ts";

const { abs, sqrt } = Math;

/** A pair as the linear circuit has it that carries the same mean and fundamental. */
interface Mean {
  readonly ohms: number;
  readonly volts: number;
}

interface KnownLoaded {
  /** What lies between the pair while every diode blocks, Ω. */
  readonly ohms: number;
  readonly mean: Mean;
  /** One cycle of the pair without the meter, V, and its RMS. */
  readonly open: Float64Array;
  readonly size: number;
  readonly loaded: LoadedVolts;
}

/**
 * Loaded pairs of circuits that were started from one another, by pair and meter: where a pair swings as it did before a
 * meter is put to it, from the same resistance, a fault elsewhere has left it as it was.
 */
const loadedIn = new WeakMap<PeriodicState["cuts"], Map<string, KnownLoaded[]>>();
/** Share of a resistance, and of the RMS of a wave, that is no difference. */
const SAME_OHMS = 0.01;
const SAME_VOLTS = 0.01;
const SAME_WAVE = 0.002;

/**
 * The voltage of a pair with the meter across it, or that of a pair which cannot be told from it.
 * @param ohms what lies between the pair while every diode blocks
 */
export function loadedOrKnown(
  point: OperatingPoint,
  p: number,
  q: number,
  inputOhms: number,
  ohms: number,
  mean: Mean,
): LoadedVolts | undefined {
  const key = `${p},${q},${inputOhms}`;
  if (!point.periodic) return ofPoint(point, key, () => loadedVolts(point, p, q, inputOhms));
  const { cuts, wave } = point.periodic;
  let pairs = loadedIn.get(cuts);
  if (!pairs) loadedIn.set(cuts, (pairs = new Map<string, KnownLoaded[]>()));
  let list = pairs.get(key);
  if (!list) pairs.set(key, (list = []));
  const open = wave(p, q);
  const known = list.find(
    (k) =>
      abs(ohms - k.ohms) <= SAME_OHMS * k.ohms &&
      abs(mean.ohms - k.mean.ohms) <= SAME_OHMS * k.mean.ohms &&
      abs(mean.volts - k.mean.volts) <= SAME_VOLTS * (1 + abs(k.mean.volts)) &&
      apart(open, k.open) <= SAME_WAVE * k.size,
  );
  if (known) return known.loaded;
  const loaded = loadedVolts(point, p, q, inputOhms);
  if (loaded) list.push({ ohms, mean, open, size: rms(open), loaded });
  return loaded;
}

/** Loaded pairs of a point that stands still: its mean is asked for, and then what alternates. */
const loadedAt = new WeakMap<OperatingPoint, Map<string, LoadedVolts | undefined>>();

function ofPoint(
  point: OperatingPoint,
  key: string,
  solve: () => LoadedVolts | undefined,
): LoadedVolts | undefined {
  let pairs = loadedAt.get(point);
  if (!pairs) loadedAt.set(point, (pairs = new Map<string, LoadedVolts | undefined>()));
  if (!pairs.has(key)) pairs.set(key, solve());
  return pairs.get(key);
}

/** RMS of a − b. */
function apart(a: Float64Array, b: Float64Array): number {
  let square = 0;
  for (let i = 0; i < a.length; i++) square += (a[i]! - b[i]!) ** 2;
  return sqrt(square / a.length);
}

const rms = (x: Float64Array) => sqrt(x.reduce((sum, v) => sum + v * v, 0) / x.length);
