import { describe, expect, test } from "@jest/globals";
import { diesOut } from "./shooting.ts";

/** Whether a disturbance of one state dies out that is so many times as large a hundred cycles later. */
const held = (growth: number) =>
  diesOut(Float64Array.of(growth ** (1 / 100)), [0], [1e-3], Float64Array.of(1));

describe("a disturbed cycle", () => {
  test("is one where what disturbs it stays or grows a little, as direct flux in a core does", () => {
    for (const growth of [0, 0.5, 1, 1.005, 1.17, 1.9])
      expect([growth, held(growth)]).toEqual([growth, true]);
  });

  test("is none where it doubles in a hundred cycles", () => {
    for (const growth of [2.1, 10, 1e6]) expect([growth, held(growth)]).toEqual([growth, false]);
  });

  test("is none where a state that was not disturbed is driven away by one that was", () => {
    // The second grows by a tenth each cycle once the first has moved it.
    const answer = Float64Array.of(1, 0, 1e-3, 1.1);
    const by = (first: number) => diesOut(answer, [0, 1], [first, 0], Float64Array.of(1, 1));
    expect(by(1e-3)).toBe(false);
    expect(by(0)).toBe(true);
  });
});
