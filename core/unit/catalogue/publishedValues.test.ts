import { describe, expect, test } from "@jest/globals";
import { conductorOhms, gaugeMm2 } from "#core/standards/index.ts";
import { saturationAmps } from "./semiconductors/semiconductors.ts";

describe("American wire gauge (ASTM B258, table of nominal diameters, from memory)", () => {
  test.each([
    [0, 8.251, 53.49],
    [10, 2.588, 5.261],
    [14, 1.628, 2.081],
    [18, 1.024, 0.8231],
    [24, 0.5106, 0.2047],
    [36, 0.127, 0.01267],
  ])("AWG %d is %d mm thick, %d mm²", (gauge, diameter, mm2) => {
    expect(gaugeMm2(gauge) / mm2).toBeCloseTo(1, 3);
    expect(Math.sqrt((4 * gaugeMm2(gauge)) / Math.PI) / diameter).toBeCloseTo(1, 3);
  });

  test("1000 ft of AWG 12 solid copper are 1.588 Ω at 20 °C (ASTM B258); ours, stranded, 2 to 6 % more", () => {
    const ratio = conductorOhms(304.8, gaugeMm2(12)) / 1.588;
    expect(ratio).toBeGreaterThan(1.02);
    expect(ratio).toBeLessThan(1.06);
  });
});

describe("flexible conductors stay below the most that IEC 60228 class 5 allows at 20 °C (Ω/km, from memory)", () => {
  test.each([
    [0.5, 39],
    [0.75, 26],
    [1, 19.5],
    [1.5, 13.3],
    [2.5, 7.98],
    [4, 4.95],
    [6, 3.3],
  ])("%d mm²: at most %d Ω/km", (mm2, most) => {
    const ours = conductorOhms(1000, mm2);
    expect(ours).toBeLessThanOrEqual(most);
    expect(ours).toBeGreaterThan(0.85 * most);
  });
});

test("a junction given by one point of its curve passes through that point at 27 °C (SI constants)", () => {
  const p = { forwardVolts: 0.6, forwardAmps: 1e-3, emission: 1.8, seriesOhms: 0.04 };
  const amps =
    saturationAmps(p) * Math.expm1((0.6 - 1e-3 * 0.04) / (1.8 * (1.380649e-23 / 1.602176634e-19) * 300.15));
  expect(amps / 1e-3).toBeCloseTo(1, 6);
});
