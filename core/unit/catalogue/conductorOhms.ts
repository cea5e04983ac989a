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
