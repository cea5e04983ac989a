import { describe, expect, test } from "@jest/globals";
import { eSeries, nearestPreferred } from "./index.ts";

describe("IEC 60063, preferred values (tables from memory)", () => {
  test("E12, and well-known members of E96 and E192", () => {
    expect(eSeries(12)).toEqual([1, 1.2, 1.5, 1.8, 2.2, 2.7, 3.3, 3.9, 4.7, 5.6, 6.8, 8.2]);
    expect(eSeries(96)).toEqual(expect.arrayContaining([1, 1.02, 1.05, 4.75, 4.99, 9.53, 9.76]));
    expect(eSeries(192)).toContain(9.2);
    expect(eSeries(192)).not.toContain(9.19);
    for (const n of [3, 6, 12, 24, 48, 96, 192] as const) expect(eSeries(n)).toHaveLength(n);
  });

  test("neighbours, over the edge of a decade too", () => {
    expect(nearestPreferred(4800, 24)).toEqual({ below: 4300, nearest: 4700, above: 5100 });
    expect(nearestPreferred(9900, 12)).toEqual({ below: 8200, nearest: 10000, above: 12000 });
  });
});
