import { describe, expect, test } from "@jest/globals";
import { handCheck, handDictionary } from "../../../tests/support/handDictionary.ts";
import { glasswasher } from "../../../tests/support/glasswasher.ts";
import { costOf, forecastCheck, rankChecks, situationAfter, trialCheck, weigh } from "../index.ts";
import { afterOutcome, entropy, itemBase, remainingBits, total } from "./information.ts";
import { indexItems } from "../suspects/items.ts";
import { liveCases, outcomesOf } from "./outcomes.ts";

const names = ["left", "middle", "right"];
const dictionary = handDictionary(
  names,
  [12, 12, 12],
  [
    { id: "A", prior: 0.4, sizes: [[0, 0, 12]] },
    { id: "B", prior: 0.3, sizes: [[12, 0, 0]] },
    { id: "C", prior: 0.3, sizes: [[12, 12, 0]] },
  ],
);
const posterior = weigh(dictionary, []);
const unproven = { band: "unproven", lifts: [], coversOff: [] } as const;

describe("what an outcome leaves, reckoned with the like cases pooled", () => {
  const live = liveCases(posterior);
  const items = indexItems(dictionary);
  const base = itemBase(live, items);
  const chanceOf = (weights: Float64Array, id: string) => weights[items.keys.indexOf(id)]! / total(weights);

  test("the outcomes of a check share out all there is", () => {
    for (const row of dictionary.rows) {
      const outcomes = outcomesOf(live, row);
      let sum = 0;
      for (let k = 0; k < outcomes.classes; k++)
        sum += total(afterOutcome(0, live, base, outcomes, items, k));
      expect(sum).toBeCloseTo(live.total, 9);
    }
  });

  test("12 V on the left clears A and leaves B and C as they were to each other", () => {
    const outcomes = outcomesOf(live, dictionary.rows[0]!);
    const high = afterOutcome(0, live, base, outcomes, items, outcomes.classes - 1);
    expect(chanceOf(high, "A")).toBeLessThan(0.02);
    expect(chanceOf(high, "B")).toBeCloseTo(chanceOf(high, "C"), 9);
  });

  test("no check leaves more to ask than there was, and one slip in fifty keeps it above nothing", () => {
    const bits = entropy(base);
    for (const row of dictionary.rows) {
      const left = remainingBits(0, live, base, outcomesOf(live, row), items);
      expect(left).toBeLessThan(bits);
      expect(left).toBeGreaterThan(0);
    }
  });

  test("the middle splits 0.7 from 0.3, the right 0.6 from 0.4: the right tells more", () => {
    const gain = (c: number) => forecastCheck(dictionary, posterior, unproven, handCheck(names, c)).gain;
    expect(gain(2)).toBeGreaterThan(gain(1));
    expect(rankChecks(dictionary, posterior, unproven, new Set()).length).toBeGreaterThan(0);
  });
});

describe("what a trial costs, and where it leaves the job", () => {
  const unit = glasswasher();
  const swap = trialCheck(unit, "swap", "heater");
  const labour = unit.items.find((i) => i.id === "heater")!.minutes;
  const steps = (from: Parameters<typeof costOf>[1]) => costOf(unit, from, swap).steps.map((s) => s.kind);

  test("a swap is made dead and watched live, and takes at least the item's labour", () => {
    expect(steps(unproven)).toEqual(
      expect.arrayContaining(["isolate", "prove", "fit", "make-live", "measure"]),
    );
    expect(steps({ ...unproven, band: "dead" })).not.toContain("isolate");
    expect(costOf(unit, unproven, swap).minutes).toBeGreaterThan(labour);
    expect(situationAfter(unit, unproven, swap)).toMatchObject({ band: "live", state: swap.setup.state });
  });

  test("a bench test leaves the unit dead, a strip leaves its plug off", () => {
    expect(situationAfter(unit, unproven, trialCheck(unit, "bench", "HT1")).band).toBe("dead");
    const [lift] = unit.lifts;
    const strip = trialCheck(unit, "strip", lift!.id);
    expect(situationAfter(unit, unproven, strip)).toMatchObject({ band: "live", lifts: [lift!.id] });
  });
});
