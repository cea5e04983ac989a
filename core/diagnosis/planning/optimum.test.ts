import { describe, expect, test } from "@jest/globals";
import { entropy, isSettled, optimalMinutes, split, type SmallProblem } from "../index.ts";

const everyMinuteCounts = {
  cost: () => ({ minutes: 1, then: "here" }),
  key: (context: string) => context,
};

/** Every way to halve four faults, as checks. */
const halves = Array.from({ length: 7 }, (_, c) => [0, 1, 2, 3].map((i) => ((c + 1) >> i) & 1));

describe("the best policy by trying all", () => {
  test("with every split at hand it is Huffman's code: 0.4, 0.3, 0.2, 0.1 take 1.9 checks (textbook)", () => {
    const weights = [0.4, 0.3, 0.2, 0.1];
    const problem: SmallProblem<string> = {
      weights,
      items: ["a", "b", "c", "d"],
      checks: halves,
      ...everyMinuteCounts,
    };
    expect(optimalMinutes(problem, "here")).toBeCloseTo(1.9, 12);
    // The entropy bound, 1.846 bits, lies below.
    expect(entropy(weights)).toBeCloseTo(1.8464, 4);
  });

  test("four equal faults take two checks, which is their entropy", () => {
    const problem = {
      weights: [1, 1, 1, 1],
      items: ["a", "b", "c", "d"],
      checks: halves,
      ...everyMinuteCounts,
    };
    expect(optimalMinutes(problem, "here")).toBe(2);
    expect(entropy([1, 1, 1, 1])).toBe(2);
  });

  test("a cover that is off already makes the dearer check the cheaper one", () => {
    const problem: SmallProblem<string> = {
      weights: [1, 1, 1],
      items: ["a", "b", "c"],
      checks: [
        [0, 1, 1],
        [0, 0, 1],
      ],
      cost: (check, context) => ({
        minutes: check === 0 || context === "open" ? 1 : 5,
        then: check === 1 ? "open" : context,
      }),
      key: (context) => context,
    };
    // Closed: check 0 first (1), and two times in three check 1 with the cover (5). Open: 1 + 2/3.
    expect(optimalMinutes(problem, "closed")).toBeCloseTo(1 + (2 / 3) * 5, 12);
    expect(optimalMinutes(problem, "open")).toBeCloseTo(1 + 2 / 3, 12);
  });

  test("faults with one item need not be told apart; what no check separates is settled", () => {
    const problem = { weights: [1, 1, 1], items: ["a", "a", "b"], checks: [[0, 1, 0]], ...everyMinuteCounts };
    expect(split(problem, 0b111, 0)).toEqual([0b101, 0b010]);
    expect(isSettled(problem, 0b011)).toBe(true);
    expect(isSettled(problem, 0b101)).toBe(true);
    expect(isSettled(problem, 0b111)).toBe(false);
  });
});
