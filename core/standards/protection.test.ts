import { describe, expect, test } from "@jest/globals";
import {
  breakerHolds,
  carriesGauge,
  carriesMm2,
  conventionalSeconds,
  groundFaultSeconds,
  INSULATION_RULES,
  insulationAt40,
  overloadSeconds,
  pulsatingShares,
  readGauge,
  TRIP_SECONDS,
} from "./index.ts";

/** IEC 60898-1, table of the time-current zone, from memory. */
describe("miniature breakers", () => {
  test.each([
    // At once: B 3 to 5, C 5 to 10, D 10 to 20 times, a tenth of a second.
    ["B", 16, 2.9, 0.1, "holds"],
    ["B", 16, 3.1, 0.1, "may open"],
    ["B", 16, 5, 0.1, "opens"],
    ["B", 16, 5, 0.09, "may open"],
    ["C", 16, 4.9, 0.1, "holds"],
    ["C", 16, 5.1, 0.1, "may open"],
    ["C", 16, 10, 0.1, "opens"],
    ["D", 16, 9.9, 0.1, "holds"],
    ["D", 16, 10.1, 0.1, "may open"],
    ["D", 16, 20, 0.1, "opens"],
    // 1.13 times for an hour holds, 1.45 times within the hour opens; two hours above 63 A.
    ["C", 63, 1.13, 36_000, "holds"],
    // Between 1.13 and 2.55 times, straight on double logarithmic paper: 3600 · (1/3600)^(ln(m/1.13)/ln(2.55/1.13)) is 3295 s
    // at 1.14 times, 293 s at 1.45, 11.5 s at 2.
    ["C", 63, 1.14, 3290, "holds"],
    ["C", 63, 1.14, 3300, "may open"],
    ["C", 63, 1.44, 9e5, "may open"],
    ["C", 63, 1.45, 290, "holds"],
    ["C", 63, 1.45, 296, "may open"],
    ["B", 16, 2, 11, "holds"],
    ["B", 16, 2, 12, "may open"],
    ["C", 63, 1.45, 3600, "opens"],
    ["C", 63, 1.45, 3599, "may open"],
    ["C", 80, 1.45, 3600, "may open"],
    ["C", 80, 1.45, 7200, "opens"],
    // 2.55 times: 1 s to 60 s up to 32 A, to 120 s above.
    ["C", 32, 2.55, 0.9, "holds"],
    ["C", 32, 2.55, 1, "may open"],
    ["C", 32, 2.55, 60, "opens"],
    ["C", 40, 2.55, 60, "may open"],
    ["C", 40, 2.55, 120, "opens"],
  ] as const)("%s %p A at %p times for %p s: %s", (curve, amps, multiple, seconds, wanted) => {
    // A hair to the side that the limit itself belongs to.
    const hair = wanted === "holds" ? -1e-12 : 1e-12;
    expect(breakerHolds(curve, amps, multiple * amps * (1 + hair), seconds)).toBe(wanted);
  });

  test("the conventional times", () => {
    expect([63, 64].map(conventionalSeconds)).toEqual([3600, 7200]);
    expect([32, 33].map((a) => overloadSeconds(a).most)).toEqual([60, 120]);
  });
});

/** IEC 61008-1 and UL 943, from memory. */
describe("residual-current devices", () => {
  test("longest times at one, two and five times the rating, and the least ones of selective devices", () => {
    expect(TRIP_SECONDS.general.map((t) => [t.at, t.most])).toEqual([
      [1, 0.3],
      [2, 0.15],
      [5, 0.04],
    ]);
    expect(TRIP_SECONDS.selective.map((t) => [t.least, t.most])).toEqual([
      [0.13, 0.5],
      [0.06, 0.2],
      [0.05, 0.15],
    ]);
  });

  test("pulsating DC: 1.4 times, twice up to 10 mA", () => {
    expect(pulsatingShares(0.03)).toEqual([0.35, 1.4]);
    expect(pulsatingShares(0.01)).toEqual([0.35, 2]);
  });

  // (20/6)^1.43 = 5.59 s at 6 mA, (20/264)^1.43 = 25 ms at 264 mA
  test.each([
    [0.006, 5.59],
    [0.264, 0.025],
  ])("a device for people at %p A: %p s", (amps, seconds) => {
    expect(groundFaultSeconds(amps) / seconds).toBeCloseTo(1, 1);
  });
});

describe("what conductors carry", () => {
  /** Table of 60 °C copper in a cable, National Electrical Code, from memory. */
  test.each([
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
    // Between two listed ones the thinner counts.
    [13, 15],
    [5, 55],
    [24, 2],
  ])("AWG %p: %p A", (gauge, amps) => expect(carriesGauge(gauge)).toBe(amps));

  // Common practice, no source.
  test.each([
    [0.5, 3],
    [0.75, 6],
    [1, 10],
    [1.5, 16],
    [2, 16],
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
    [0.25, 2],
  ])("%p mm²: %p A", (mm2, amps) => expect(carriesMm2(mm2)).toBe(amps));

  test.each([
    ["14", 14],
    ["AWG 14", 14],
    ["14 awg", 14],
    ["0", 0],
    ["1/0", 0],
    ["2/0", -1],
    ["00", -1],
    ["0000", -3],
    ["4/0", -3],
    ["5/0", undefined],
    ["41", undefined],
    ["1.5", undefined],
  ])("“%s” is gauge %p", (text, gauge) => expect(readGauge(text)).toBe(gauge));
});

describe("insulation", () => {
  // IEC 62638, from memory: 1 MΩ with a protective earth, 0.3 MΩ with heating elements, 2 MΩ doubly insulated.
  test("what is asked of an appliance", () => {
    expect(Object.values(INSULATION_RULES).map((r) => r.ohms)).toEqual([1e6, 0.3e6, 2e6]);
  });
  // IEEE 43, from memory: halves for every 10 °C.
  test.each([
    [20e6, 20, 5e6],
    [5e6, 40, 5e6],
    [1e6, 60, 4e6],
  ])("%p Ω at %p °C are %p Ω at 40 °C", (ohms, celsius, at40) => {
    expect(insulationAt40(ohms, celsius)).toBeCloseTo(at40, 3);
  });
});
