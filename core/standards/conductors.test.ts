import { describe, expect, test } from "@jest/globals";
import { conductorOhms, gaugeMm2 } from "./index.ts";

/** ASTM B258, nominal area of solid wire by its gauge, mm², as wire tables print it (from memory). */
const GAUGES: readonly (readonly [awg: number, mm2: number])[] = [
  [0, 53.5],
  [1, 42.4],
  [2, 33.6],
  [4, 21.2],
  [6, 13.3],
  [8, 8.37],
  [10, 5.26],
  [12, 3.31],
  [14, 2.08],
  [16, 1.31],
  [18, 0.823],
  [20, 0.518],
  [22, 0.326],
  [24, 0.205],
  [26, 0.129],
  [28, 0.081],
  [30, 0.0509],
];

describe("wire by its gauge", () => {
  test.each(GAUGES)("AWG %p is %p mm²", (awg, mm2) => {
    expect(gaugeMm2(awg) / mm2).toBeCloseTo(1, 2);
  });

  test("ten gauges are about a tenth of the area: 92^(20/39) = 10.16", () => {
    expect(gaugeMm2(10) / gaugeMm2(20)).toBeCloseTo(92 ** (20 / 39), 9);
  });
});

describe("copper's ohms", () => {
  // 1.04/58 Ω·mm²/m (IEC 60028, stranded): 17.9 mΩ for a metre of 1 mm².
  test.each([
    [1, 1, 0.01793],
    [10, 1.5, 0.1195],
    [25, 2.5, 0.1793],
    [100, 10, 0.1793],
  ])("%p m of %p mm²: %p Ω", (metres, mm2, ohms) => {
    expect(conductorOhms(metres, mm2) / ohms).toBeCloseTo(1, 2);
  });
});
