/** Resistivity of annealed copper at 20 °C, Ω·mm²/m: 1/58, the International Annealed Copper Standard (IEC 60028). */
const COPPER = 1 / 58;

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
 * @param gauge 0 to 40
 */
export function gaugeMm2(gauge: number): number {
  const diameter = 0.127 * 92 ** ((36 - gauge) / 39);
  return (Math.PI * diameter ** 2) / 4;
}
