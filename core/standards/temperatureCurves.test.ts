import { describe, expect, test } from "@jest/globals";
import { ntcOhms, platinumOhms, typeKMillivolts } from "./index.ts";

/** Published reference tables: IEC 60584-1 (type K, junction at 0 °C) and IEC 60751 (Pt100), values from memory. */
describe("type K, mV", () => {
  test.each([
    [-200, -5.891],
    [-150, -4.913],
    [-100, -3.554],
    [-50, -1.889],
    [-20, -0.778],
    [-10, -0.392],
    [0, 0],
    [10, 0.397],
    [20, 0.798],
    [25, 1.0],
    [50, 2.023],
    [100, 4.096],
    [150, 6.138],
    [200, 8.138],
    [250, 10.153],
    [300, 12.209],
    [400, 16.397],
    [500, 20.644],
    [600, 24.905],
    [700, 29.129],
    [800, 33.275],
    [900, 37.326],
    [1000, 41.276],
    [1100, 45.119],
    [1200, 48.838],
    [1300, 52.41],
  ])("%p °C: %p", (celsius, millivolts) => {
    expect(Math.abs(typeKMillivolts(celsius) - millivolts)).toBeLessThan(0.0015);
  });
});

describe("Pt100, Ω", () => {
  test.each([
    [-200, 18.52],
    [-150, 39.72],
    [-100, 60.26],
    [-50, 80.31],
    [-20, 92.16],
    [0, 100],
    [10, 103.9],
    [20, 107.79],
    [25, 109.73],
    [50, 119.4],
    [100, 138.51],
    [150, 157.33],
    [200, 175.86],
    [250, 194.1],
    [300, 212.05],
    [400, 247.09],
    [500, 280.98],
    [600, 313.71],
    [700, 345.28],
    [800, 375.7],
  ])("%p °C: %p", (celsius, ohms) => {
    expect(Math.abs(platinumOhms(100, celsius) - ohms)).toBeLessThan(0.006);
    expect(Math.abs(platinumOhms(1000, celsius) - 10 * ohms)).toBeLessThan(0.06);
  });
});

describe("NTC by its beta", () => {
  // By hand: 10 kΩ, B = 3950; at 0 °C 10⁴·exp(3950·(1/273.15 − 1/298.15)) = 33.6 kΩ; at 50 °C 3.588 kΩ; at 100 °C 697 Ω.
  test.each([
    [25, 10_000],
    [0, 33_621],
    [50, 3588],
    [100, 697.2],
  ])("%p °C: %p Ω", (celsius, ohms) => {
    expect(ntcOhms(10_000, 3950, celsius) / ohms).toBeCloseTo(1, 3);
  });
});
