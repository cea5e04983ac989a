import { describe, expect, test } from "@jest/globals";
import { glasswasher } from "../../../tests/support/glasswasher.ts";
import { stopOrCheck, type Proposal } from "../index.ts";

const unit = glasswasher();
const price = (id: string) => {
  const item = unit.items.find((i) => i.id === id)!;
  return item.price + item.minutes;
};
const economy = { labourPerHour: 60, secondVisit: 40, callChance: 0.97 };
const proposal = (minutes: number, outcomes: { chance: number; item: string }[]) =>
  ({
    cost: { steps: [], minutes, live: false },
    outcomes: outcomes.map(({ chance, item }) => ({
      label: { kind: "seen" },
      chance,
      clears: [],
      leaves: [{ item, chance: 1 }],
    })),
  }) as unknown as Proposal;

describe("replace now or check first, in money", () => {
  test("by hand: price and labour, and the chance of a second visit and the other item", () => {
    const chances = [
      { item: "board", chance: 0.9 },
      { item: "heater", chance: 0.1 },
    ];
    const { item, now, advice, checkFirst } = stopOrCheck(unit, chances, undefined, economy);
    const byBoard = price("board") + 0.1 * (40 + price("heater"));
    const byHeater = price("heater") + 0.9 * (40 + price("board"));
    expect(now).toBeCloseTo(Math.min(byBoard, byHeater), 9);
    expect(item).toBe(byBoard < byHeater ? "board" : "heater");
    expect(checkFirst).toBeUndefined();
    expect(advice).toBe("replace");
  });

  test("a quick check that settles an even chance is worth its minutes; an hour at a near certainty is not", () => {
    const even = [
      { item: "board", chance: 0.5 },
      { item: "heater", chance: 0.5 },
    ];
    const settles = (minutes: number, sure: number) =>
      proposal(minutes, [
        { chance: sure, item: "board" },
        { chance: 1 - sure, item: "heater" },
      ]);
    expect(stopOrCheck(unit, even, settles(2, 0.5), economy).advice).toBe("check");
    const near = [
      { item: "board", chance: 0.995 },
      { item: "heater", chance: 0.005 },
    ];
    expect(stopOrCheck(unit, near, settles(60, 0.995), economy).advice).toBe("replace");
  });
});
