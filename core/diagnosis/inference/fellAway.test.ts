import { describe, expect, test } from "@jest/globals";
import { handCheck, handDictionary } from "../../../tests/support/handDictionary.ts";
import { weigh, type Evidence } from "../index.ts";

/** A joint that is loose a third of the time, the same joint open for good, and two that read otherwise. */
const base = handDictionary(
  ["volts"],
  [5],
  [
    { id: "loose", prior: 0.2, sizes: [[0]] },
    { id: "open", prior: 0.2, sizes: [[0]] },
    { id: "dim", prior: 0.2, sizes: [[5]] },
    { id: "short", prior: 0.4, sizes: [[9]] },
  ],
);
const dictionary = {
  ...base,
  suspects: base.suspects.map((s) => (s.id === "loose" ? { ...s, intermittent: 1 / 3 } : s)),
};
const reading = (value: number, away?: number): Evidence => ({
  kind: "reading",
  id: `r${value}${away}`,
  check: handCheck(["volts"], 0),
  value,
  ...(away === undefined ? {} : { away }),
});
const chances = (...findings: readonly Evidence[]) => {
  const { suspects } = weigh(dictionary, findings);
  return Object.fromEntries(dictionary.suspects.map((s, i) => [s.id, suspects[i]!]));
};

describe("a reading that fell away and came back while it was watched", () => {
  test("speaks twelve times as much for what comes and goes and would read so, as against what does not", () => {
    const [plain, watched] = [chances(reading(5)), chances(reading(5, 0))];
    const odds = (of: Record<string, number>) => of["loose"]! / of["dim"]!;
    expect(odds(watched) / odds(plain)).toBeCloseTo(0.6 / 0.05, 6);
  });

  test("says nothing between two that do not come and go", () => {
    const [plain, watched] = [chances(reading(5)), chances(reading(5, 0))];
    expect(watched["open"]! / watched["short"]!).toBeCloseTo(plain["open"]! / plain["short"]!, 6);
  });

  test("is no witness against a loose joint where the reading fell to what that joint would not give", () => {
    const [plain, watched] = [chances(reading(5)), chances(reading(5, 9))];
    expect(watched["loose"]! / watched["dim"]!).toBeCloseTo(plain["loose"]! / plain["dim"]!, 6);
  });

  test("counts once, and still counts when the pair is read again without a drop-out", () => {
    const once = chances(reading(5, 0));
    const again = chances(reading(5, 0), reading(5.01));
    const twice = chances(reading(5, 0), { ...reading(5, 0), id: "second" });
    const odds = (of: Record<string, number>) => of["loose"]! / of["dim"]!;
    expect(odds(again)).toBeGreaterThan(odds(once) * 0.9);
    expect(odds(twice)).toBeLessThan(odds(once) * 1.1);
  });
});
