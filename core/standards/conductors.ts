/** Resistivity of annealed copper at 20 °C, Ω·mm²/m: 1/58, the International Annealed Copper Standard (IEC 60028). */
const COPPER = 1 / 58;

/** Copper gains this share of its ohms per °C above 20 (IEC 60028). */
export const COPPER_PER_CELSIUS = 0.00393;

/**
 * Resistance of a copper conductor at 20 °C, Ω.
 * Stranding and lay add about 4 % to the solid figure; IEC 60228 class 5 limits lie 10 to 15 % above it.
 * @param metres length, > 0
 * @param mm2 cross-section, > 0
 */
export function conductorOhms(metres: number, mm2: number): number {
  return (1.04 * COPPER * metres) / mm2;
}

/**
 * Cross-section of an American wire gauge, mm²: diameter 0.127·92^((36 − n)/39) mm (ASTM B258).
 * @param gauge −3 (written 4/0 or 0000) to 40
 */
export function gaugeMm2(gauge: number): number {
  const diameter = 0.127 * 92 ** ((36 - gauge) / 39);
  return (Math.PI * diameter ** 2) / 4;
}

/** A gauge as it is written: "14", "AWG 14", "4/0", "0000". Undefined where it is none. */
export function readGauge(text: string): number | undefined {
  const bare = text.replace(/\s*(?:awg|gauge|ga)\.?\s*/iu, "").trim();
  const aught = /^([1-4])\/0$/u.exec(bare) ?? /^(0{2,4})$/u.exec(bare);
  if (aught) return 1 - (aught[1]!.startsWith("0") ? aught[1]!.length : Number(aught[1]));
  if (!/^\d{1,2}$/u.test(bare) || Number(bare) > 40) return undefined;
  return Number(bare);
}

/** A gauge as it is written: 0 and below by their noughts, 4/0. */
export const writtenGauge = (gauge: number): string => (gauge > 0 ? String(gauge) : `${1 - gauge}/0`);

/**
 * What a PVC-insulated copper wire in free air may carry, A, by its standard size (IEC 60228), mm².
 * Common practice, no source: local rules go first.
 */
export const CARRIES_METRIC: readonly (readonly [mm2: number, amps: number])[] = [
  [0.5, 3],
  [0.75, 6],
  [1, 10],
  [1.5, 16],
  [2.5, 25],
  [4, 32],
  [6, 40],
  [10, 63],
  [16, 80],
  [25, 110],
  [35, 140],
  [50, 175],
  [70, 225],
  [95, 270],
  [120, 315],
];

/** What copper in a cable may carry at 60 °C, A, by gauge (National Electrical Code, table of 30 °C rooms, from memory). */
export const CARRIES_GAUGE: readonly (readonly [gauge: number, amps: number])[] = [
  [18, 7],
  [16, 10],
  [14, 15],
  [12, 20],
  [10, 30],
  [8, 40],
  [6, 55],
  [4, 70],
  [3, 85],
  [2, 95],
  [1, 110],
  [0, 125],
  [-1, 145],
  [-2, 165],
  [-3, 195],
];

/** Thinner wire than any listed carries so much, A. Common practice, no source. */
const HOOK_UP_AMPS = 2;

/** What a size may carry, A: the listed size at or below it. */
export function carriesMm2(mm2: number): number {
  return CARRIES_METRIC.filter(([size]) => size <= mm2 * 1.001).at(-1)?.[1] ?? HOOK_UP_AMPS;
}

/** What a gauge may carry, A: the listed gauge that is as thick or the next thinner one. */
export function carriesGauge(gauge: number): number {
  return CARRIES_GAUGE.filter(([listed]) => listed >= gauge).at(-1)?.[1] ?? HOOK_UP_AMPS;
}
