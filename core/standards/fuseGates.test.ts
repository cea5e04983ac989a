import { describe, expect, test } from "@jest/globals";
import { FUSE_SHEETS, fuseGates, fuseSeconds, fuseSheet, usualSheet, type FuseSheet } from "./index.ts";

/**
 * IEC 60127-2 (5 × 20 mm) and UL 248-14, longest and shortest times in s at multiples of the rating, as makers' data sheets
 * print them; from memory.
 */
const GATES: readonly (readonly [
  FuseSheet,
  amps: number,
  multiple: number,
  least: number | undefined,
  most: number,
])[] = [
  ["1", 2, 2.1, undefined, 1800],
  ["1", 2, 2.75, 0.01, 2],
  ["1", 6.3, 2.75, 0.01, 3],
  ["1", 2, 4, 0.003, 0.3],
  ["1", 2, 10, undefined, 0.02],
  ["2", 0.063, 2.75, 0.01, 0.5],
  ["2", 0.1, 4, 0.003, 0.1],
  ["2", 1, 2.75, 0.05, 2],
  ["2", 1, 4, 0.01, 0.3],
  ["2", 6.3, 10, undefined, 0.02],
  ["3", 0.08, 2.75, 0.2, 10],
  ["3", 0.08, 4, 0.04, 3],
  ["3", 0.08, 10, 0.01, 0.3],
  ["3", 1, 2.1, undefined, 120],
  ["3", 1, 2.75, 0.6, 10],
  ["3", 1, 4, 0.15, 3],
  ["3", 1, 10, 0.02, 0.3],
  ["5", 1, 2.1, undefined, 1800],
  ["5", 1, 2.75, 0.75, 80],
  ["5", 3.15, 4, 0.095, 5],
  ["5", 4, 4, 0.15, 5],
  ["5", 4, 10, 0.01, 0.15],
  ["6", 0.1, 4, 0.04, 3],
  ["6", 2, 4, 0.15, 3],
  ["6", 2, 10, 0.02, 0.3],
  ["ul-slow", 2, 2, 5, 120],
  ["ul-slow", 5, 2, 12, 120],
  ["ul-fast", 5, 1.35, undefined, 3600],
  ["ul-fast", 5, 2, undefined, 120],
];

describe("small fuses by sheet and rating", () => {
  test.each(GATES)("sheet %s, %p A at %p times: %p to %p s", (sheet, amps, multiple, least, most) => {
    const times = fuseSeconds(multiple, sheet, amps)!;
    if (least !== undefined) expect(times.least).toBeCloseTo(least, 9);
    expect(times.most).toBeCloseTo(most, 9);
  });

  test("ten times a slow one's rating takes up to 0.3 s on one sheet and 0.15 s on another", () => {
    expect(fuseSeconds(10, "3", 2)!.most).toBe(0.3);
    expect(fuseSeconds(10, "5", 2)!.most).toBe(0.15);
  });

  test("between two gates it runs straight on logarithmic scales; beyond the last it stays", () => {
    // Halfway between 2.75 and 4 times on a logarithmic scale lies √(2.75·4) = 3.317: √(0.6·0.15) = 0.3 s.
    expect(fuseSeconds(Math.sqrt(2.75 * 4), "3", 1)!.least).toBeCloseTo(0.3, 9);
    expect(fuseSeconds(50, "3", 1)).toEqual({ least: 0.02, most: 0.3 });
    expect(fuseSeconds(2.09, "3", 1)).toBeUndefined();
  });

  test.each(FUSE_SHEETS)(
    "sheet %s: the soonest never lies behind the latest, and more current is never slower",
    (sheet) => {
      for (const amps of [0.05, 0.5, 2, 4, 10, 30]) {
        let before = Infinity;
        const first = fuseGates(sheet, amps)[0]!.at;
        for (let multiple = first; multiple < 20; multiple *= 1.05) {
          const { least, most } = fuseSeconds(multiple, sheet, amps)!;
          expect(least).toBeLessThan(most);
          expect(most).toBeLessThanOrEqual(before + 1e-12);
          before = most;
        }
      }
    },
  );

  test("what is known of the speed only is taken for glass", () => {
    expect([usualSheet("quick"), usualSheet("slow")]).toEqual(["2", "3"]);
    expect(fuseSheet("3").carries).toBe(1.5);
    expect(fuseSheet("ul-fast").carries).toBe(1.1);
  });
});
