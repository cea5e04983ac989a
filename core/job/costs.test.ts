import { describe, expect, test } from "@jest/globals";
import { glasswasher } from "../../tests/support/glasswasher.ts";
import { billOf, estimateOf, repairOrReplace, type Rates } from "./costs.ts";
import type { JobRecord } from "./record.ts";

/** Worked by hand on paper. */
const RATES: Rates = { labourPerHour: 60, travel: 35, partsMargin: 0.25, tax: 0.2 };
const record = (over: Partial<JobRecord> = {}): JobRecord => ({
  openedAt: "2026-03-02T09:00:00.000Z",
  closedAt: "2026-03-02T12:00:00.000Z",
  outcome: "repaired",
  proven: true,
  waived: false,
  item: "HT1",
  suspect: "HT1:open",
  repairs: [{ item: "HT1", suspect: "HT1:open", replaced: true, price: 64, held: true, waited: 0 }],
  checks: 5,
  kinds: [],
  minutes: { diagnosing: 40, waiting: 4000, repairing: 45, proving: 5 },
  ...over,
});

describe("what a job comes to", () => {
  test("is hours, travel, the part with its margin, and tax: 90 + 35 + 80, and a fifth", () => {
    expect(billOf(record(), RATES)).toEqual({
      labourHours: 1.5,
      labour: 90,
      travel: 35,
      parts: [{ item: "HT1", sum: 80 }],
      beforeTax: 205,
      tax: 41,
      total: 246,
    });
  });

  test("charges the quarter hour that was begun, and not the one that was not", () => {
    const hours = (proving: number) =>
      billOf(record({ minutes: { diagnosing: 40, waiting: 0, repairing: 45, proving } }), RATES).labourHours;
    expect(hours(5)).toBe(1.5);
    expect(hours(5.1)).toBe(1.75);
    expect(hours(20)).toBe(1.75);
    expect(
      billOf(record({ minutes: { diagnosing: 0, waiting: 9, repairing: 0, proving: 0 } }), RATES),
    ).toMatchObject({
      labourHours: 0,
      labour: 0,
    });
  });

  test("charges no part that did not mend it, and none that was only mended", () => {
    const [part] = record().repairs;
    const bill = (over: object) => billOf(record({ repairs: [{ ...part!, ...over }] }), RATES);
    expect(bill({ held: false }).parts).toEqual([]);
    expect(bill({ replaced: false }).parts).toEqual([]);
    expect(bill({}).parts).toHaveLength(1);
  });

  test("is rounded line by line, half a cent up, so that the lines add up", () => {
    const { parts, tax, beforeTax, total } = billOf(
      record({ repairs: [{ ...record().repairs[0]!, price: 1.004 }] }),
      { labourPerHour: 0, travel: 0, partsMargin: 0.25, tax: 0.1 },
    );
    // 1.255 is 1.26; a tenth of it 0.126 is 0.13.
    expect([parts[0]!.sum, beforeTax, tax, total]).toEqual([1.26, 1.26, 0.13, 1.39]);
  });

  test("was estimated at the call by the item's own minutes and price", () => {
    const unit = glasswasher();
    const heater = unit.parts.find((p) => p.id === "HT1")!.item;
    const { price, minutes } = unit.items.find((i) => i.id === heater)!;
    // 40 min until the call, the item's own, 10 for the proof.
    const quarters = Math.ceil((40 + minutes + 10) / 15);
    expect(estimateOf(unit, record({ item: heater }), RATES)).toMatchObject({
      labourHours: quarters / 4,
      parts: [{ item: heater, sum: price * 1.25 }],
    });
    expect(estimateOf(unit, record({ item: "gone" }), RATES)).toBeUndefined();
  });
});

describe("repaired or new", () => {
  test("is money a year either way", () => {
    const at = (newPrice: number) => repairOrReplace(246, { newPrice, newYears: 8, yearsLeft: 3 });
    expect(at(656)).toEqual({ repairPerYear: 82, newPerYear: 82, cheaper: "repair" });
    expect(at(655)).toMatchObject({ newPerYear: 81.88, cheaper: "replace" });
  });
});
