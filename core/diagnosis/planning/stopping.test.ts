import { describe, expect, test } from "@jest/globals";
import { glasswasher } from "../../../tests/support/glasswasher.ts";
import { minutesToSettle, stopOrCheck, type Economy, type Proposal } from "../index.ts";

const unit = glasswasher();
/** At 60 an hour a minute costs 1. */
const economy: Economy = {
  labourPerHour: 60,
  secondVisit: 40,
  downTime: 20,
  trust: 10,
  callChance: 0.97,
  lastChance: 0.95,
};
const WRONG = 70;
const price = (id: string) => {
  const item = unit.items.find((i) => i.id === id)!;
  return item.price + item.minutes;
};
const chances = (board: number) => [
  { item: "board", chance: board },
  { item: "heater", chance: 1 - board },
];

describe("replace now or check on, in money", () => {
  test("by hand, with no check left: price and labour, and where it was not it a part in vain and the other item", () => {
    const { now, checkOn, advice } = stopOrCheck(unit, chances(0.9), "board", undefined, economy)!;
    expect(now).toBeCloseTo(price("board") + 0.1 * (WRONG + price("heater")), 9);
    expect(checkOn).toBeUndefined();
    expect(advice).toBe("replace");
  });

  test("by hand, with ten minutes of checks left: those, and the right item's price in the mean", () => {
    const { now, checkOn } = stopOrCheck(unit, chances(0.6), "board", 10, economy)!;
    expect(checkOn).toBeCloseTo(10 + 0.6 * price("board") + 0.4 * price("heater"), 9);
    // Where it was not the board only the heater is left: replaced at once, since no check is needed to know it.
    expect(now).toBeCloseTo(price("board") + 0.4 * (WRONG + price("heater")), 9);
  });

  test("the advice turns where the two cost the same", () => {
    const { now } = stopOrCheck(unit, chances(0.9), "board", undefined, economy)!;
    const least = now - 0.9 * price("board") - 0.1 * price("heater");
    expect(stopOrCheck(unit, chances(0.9), "board", least - 0.1, economy)!.advice).toBe("check");
    expect(stopOrCheck(unit, chances(0.9), "board", least + 0.1, economy)!.advice).toBe("replace");
  });

  test("what is more likely good than bad is replaced only as a test, and said to be one", () => {
    expect(stopOrCheck(unit, chances(0.49), "board", 1000, economy)!.advice).toBe("test");
    expect(stopOrCheck(unit, chances(0.51), "board", 1000, economy)!.advice).toBe("replace");
  });

  test("the board at 27 % with everything open is not replaced", () => {
    const open = [
      { item: "board", chance: 0.27 },
      { item: "heater", chance: 0.25 },
      { item: "cut-out", chance: 0.24 },
      { item: "thermostat", chance: 0.24 },
    ];
    expect(stopOrCheck(unit, open, "board", 12)!.advice).toBe("check");
  });

  test("nothing is said of what has no price", () => {
    expect(stopOrCheck(unit, chances(0.9), "not-in-model", 10)).toBeUndefined();
  });

  test("minutes left: one bit at a tenth of a bit a minute is ten minutes, and never less than the check itself", () => {
    const best = (score: number, minutes: number) =>
      ({ score, cost: { steps: [], minutes, live: false } }) as unknown as Proposal;
    expect(minutesToSettle(chances(0.5), best(0.1, 2))).toBeCloseTo(10, 9);
    expect(minutesToSettle(chances(0.5), best(0.1, 30))).toBe(30);
    expect(minutesToSettle(chances(0.5), undefined)).toBeUndefined();
  });
});
