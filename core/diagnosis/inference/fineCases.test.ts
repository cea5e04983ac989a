import { describe, expect, test } from "@jest/globals";
import type { ReadingRow } from "../dictionary/rows.ts";
import type { Case } from "../suspects/suspects.ts";
import { byCase, fineCases, fineChances, fineReadings, sizeAt } from "./fineCases.ts";

/** The healthy unit, a fault at 1, 10 and 100 Ω, and one without a size. */
const sized = (severity: number, share: number): Case => ({
  suspect: 2,
  share,
  faults: [{ part: "J", mode: "high-resistance", severity }],
});
const cases: readonly Case[] = [
  { suspect: 0, share: 1, faults: [] },
  sized(1, 0.25),
  sized(10, 0.5),
  sized(100, 0.25),
  { suspect: 3, share: 1, faults: [{ part: "J", mode: "open" }] },
];
const nothingOpens = () => new Set<string>();
const fine = fineCases({ cases, opens: nothingOpens });

const row = (mean: readonly number[], sd: readonly number[]) =>
  ({
    check: { fn: "vdc" },
    mean: Float32Array.from(mean),
    sd: Float32Array.from(sd),
    slope: new Float32Array(mean.length),
  }) as unknown as ReadingRow;

describe("sizes between those that were solved", () => {
  test("three steps between two sizes, a constant ratio apart", () => {
    // Healthy; 1, …, 10, …, 100 in nine entries; the open joint.
    expect(fine.count).toBe(11);
    const sizes = Array.from({ length: 9 }, (_, k) => sizeAt({ cases }, fine, k + 1)!);
    sizes.forEach((size, k) => expect(size).toBeCloseTo(10 ** (k / 4), 9));
    expect(sizeAt({ cases }, fine, 0)).toBeUndefined();
    expect(sizeAt({ cases }, fine, 10)).toBeUndefined();
  });

  test("the shares of a suspect's entries are one, and the two ends weigh half of what lies between", () => {
    const own = [...fine.share].slice(1, 10);
    expect(own.reduce((sum, s) => sum + s, 0)).toBeCloseTo(1, 9);
    expect(own[0]).toBeCloseTo(own[1]! / 2, 9);
    expect(own[8]).toBeCloseTo(own[7]! / 2, 9);
    expect(own[4]).toBeCloseTo(own[3]!, 9);
  });

  test("readings run straight between two sizes on the logarithm of the size", () => {
    const { mean } = fineReadings(row([24, 20, 10, 2, 0], [0.1, 3, 3, 3, 0.1]), fine);
    expect([...mean]).toEqual(
      [24, 20, 17.5, 15, 12.5, 10, 8, 6, 4, 2, 0].map((v) => expect.closeTo(v, 5) as unknown as number),
    );
  });

  test("an entry is as sharp as its own step, not as wide as the stretch that its case stands for", () => {
    const [g1, g2] = [10, 8];
    const bare = 0.1;
    const widened = (gap: number) => Math.sqrt(bare ** 2 + gap ** 2 / 12);
    const { sd } = fineReadings(
      row([24, 20, 10, 2, 0], [0.1, widened(g1), widened(g1), widened(g2), 0.1]),
      fine,
    );
    // The quarter of a gap of 10 V, evenly spread, and the meter's 0.1 V.
    expect(sd[1]).toBeCloseTo(Math.hypot(bare, g1 / 4 / Math.sqrt(12)), 3);
    // Between two sizes the course may bend by an eighth of the second difference, at most.
    expect(sd[3]).toBeCloseTo(Math.hypot(bare, g1 / 4 / Math.sqrt(12), (1 * Math.max(5, 2)) / 8), 3);
    // A case without a size keeps the deviation it has.
    expect(sd[10]).toBeCloseTo(0.1, 6);
  });

  test("where something opens between two sizes, a reading is that of the nearer one", () => {
    const other: readonly Case[] = cases.map((c) => ({ ...c }));
    const jumping = fineCases({ cases: other, opens: (i) => new Set(i === 1 ? ["F1"] : []) });
    expect([...jumping.jumps]).toEqual([0, 0, 1, 1, 1, 0, 0, 0, 0, 0, 0]);
    const { near, nearMean } = fineReadings(row([24, 0, 20, 22, 0], [0.1, 6, 6, 1, 0.1]), jumping);
    expect([near[2], near[4], near[6]]).toEqual([1, 1, 0.25]);
    // What opens at both sizes, or is another fuse at each of them.
    const between = (low: string, high: string) =>
      [
        ...fineCases({ cases: [...cases], opens: (i) => new Set(i === 1 ? [low] : i === 2 ? [high] : []) })
          .jumps,
      ].slice(2, 5);
    expect(between("F1", "F1")).toEqual([0, 0, 0]);
    expect(between("F1", "F2")).toEqual([1, 1, 1]);
    expect([nearMean[2], nearMean[4]]).toEqual([0, 20]);
  });

  test("answers and chances: what lies between two cases goes to both, by how near it is", () => {
    expect(fineChances(Float64Array.of(1, 1, 0, 0, 0.5), fine)[2]).toBeCloseTo(0.75, 9);
    const chances = new Float64Array(fine.count);
    chances[2] = 0.4;
    chances[10] = 0.6;
    expect([...byCase(cases.length, fine, chances)]).toEqual(
      [0, 0.3, 0.1, 0, 0.6].map((v) => expect.closeTo(v, 9) as unknown as number),
    );
  });

  test("two faults at once have no sizes between them", () => {
    const pair: readonly Case[] = [
      { suspect: 0, share: 1, faults: [] },
      { ...sized(1, 0.5), faults: [...sized(1, 1).faults, { part: "K", mode: "open" }] },
      { ...sized(10, 0.5), faults: [...sized(10, 1).faults, { part: "K", mode: "open" }] },
    ];
    expect(fineCases({ cases: pair, opens: nothingOpens }).count).toBe(3);
  });
});
