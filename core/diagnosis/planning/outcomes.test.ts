import { describe, expect, test } from "@jest/globals";
import type { ReadingRow } from "../dictionary/rows.ts";
import { outcomeLabels, outcomesOf, type LiveCases } from "./outcomes.ts";

/** A rail under four suspects, the first of which leaves it as it is; all by hand. */
const live = (supplySd = 0): LiveCases => ({
  index: Int32Array.of(1, 2, 3, 4),
  chance: Float64Array.of(0.5, 0.25, 0.15, 0.1),
  total: 1,
  supplySd,
});
const row = (mean: readonly number[], sd: readonly number[], slope = mean.map(() => 0)) =>
  ({
    check: { fn: "vdc" },
    mean: Float32Array.from(mean),
    sd: Float32Array.from(sd),
    slope: Float32Array.from(slope),
  }) as unknown as ReadingRow;
const labels = (of: ReadingRow, supplySd = 0) =>
  outcomeLabels(live(supplySd), of, outcomesOf(live(supplySd), of)).map((label) => {
    if (label.kind !== "about") throw new Error(label.kind);
    return [label.value, label.low, label.high];
  });
const near = (rows: readonly (readonly number[])[]) =>
  rows.map((r) => r.map((v) => expect.closeTo(v, 4) as unknown as number));

describe("what a check may read, in classes", () => {
  test("each class by its likeliest reading, from two deviations below its lowest case to two above its highest", () => {
    const rail = row([24, 24, 0.1, 12, 13], [0.1, 0.1, 0.05, 0.5, 0.75]);
    // 0.1 ± 0.1; 12 − 1 to 13 + 1.5; 24 ± 0.2
    expect(labels(rail)).toEqual(
      near([
        [0.1, 0, 0.2],
        [12, 11, 14.5],
        [24, 23.8, 24.2],
      ]),
    );
  });

  test("what is not known of the supply widens a class by so much as it follows the supply", () => {
    const rail = row([24, 24, 0.1, 0.1, 0.1], [0.1, 0.1, 0.05, 0.05, 0.05], [24, 24, 0, 0, 0]);
    const sd = Math.hypot(0.1, 24 * 0.05);
    expect(labels(rail, 0.05)).toEqual(
      near([
        [0.1, 0, 0.2],
        [24, 24 - 2 * sd, 24 + 2 * sd],
      ]),
    );
  });

  test("a limit lies halfway between what the one and the other may still read", () => {
    // 0.1 + 2 · 0.05 and 24 − 2 · 0.1
    const { limits } = outcomesOf(live(), row([24, 24, 0.1, 0.1, 0.1], [0.1, 0.1, 0.05, 0.05, 0.05]));
    expect(limits).toEqual([expect.closeTo((0.2 + 23.8) / 2, 4)]);
  });

  test("readings within four deviations of each other are one class", () => {
    const at = (volts: number) => labels(row([24, 24, volts, 24, 24], [0.1, 0.1, 0.1, 0.1, 0.1])).length;
    // 2 · (0.1 + 0.1) = 0.4 V apart
    expect(at(23.62)).toBe(1);
    expect(at(23.58)).toBe(2);
  });
});
