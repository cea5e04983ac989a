import { describe, expect, test } from "@jest/globals";
import { COMPONENT_TESTS, readEntries, type ComponentTest } from "../index.ts";
import type { Edge } from "./test.ts";
import type { Values } from "./reckoning.ts";

/** Entries of an edge, with the moved field at any value. */
function valuesOf(of: ComponentTest, edge: Edge): (value: number) => Values {
  const { values, problems } = readEntries(of, { ...edge.with, [edge.move]: "1" });
  expect([of.id, problems, values === undefined]).toEqual([of.id, {}, false]);
  return (value) => values!.with(new Map([[edge.move, value]]));
}

/** The value of the moved field at which the quantity lies on its limit, by halving. */
function crossing(of: ComponentTest, limit: string, edge: Edge, valuesAt: (value: number) => Values): number {
  const side = (x: number) => {
    const { value, at } = of.limitsAt(valuesAt(x))[limit]!;
    return Math.sign((value ?? NaN) - (at ?? NaN));
  };
  let [from, to] = [edge.from, edge.to];
  const first = side(from);
  // The edge is a real one: its two ends lie on either side.
  expect([of.id, limit, Math.abs(first), side(to)]).toEqual([of.id, limit, 1, -first]);
  for (let i = 0; i < 50; i++) {
    const middle = (from + to) / 2;
    if (side(middle) === first) from = middle;
    else to = middle;
  }
  return (from + to) / 2;
}

/** Tests whose limits part readings that are read out of a text: they are tested where they are worked by hand. */
const READ_FROM_TEXT = new Set(["relay-pinout", "relay-module", "limit-chain"]);

describe("every limit decides where it lies", () => {
  for (const of of COMPONENT_TESTS)
    for (const [limit, edge] of Object.entries(of.edges))
      test(`${of.id}: ${limit}`, () => {
        const valuesAt = valuesOf(of, edge);
        const at = crossing(of, limit, edge, valuesAt);
        const step = Math.max(Math.abs(at) * 1e-3, 1e-9);
        const below = of.judge(valuesAt(at - step));
        const above = of.judge(valuesAt(at + step));
        expect([below.verdict, below.code]).not.toEqual([above.verdict, above.code]);
        // It is printed, and where it lies.
        expect(below.limits.find((l) => l.id === limit)).toBeDefined();
      });

  /** “At most 3” and “above 3 is bad” leave 3 on the lower side, “at least 3” and “below 3 is bad” on the upper. */
  const sideOf = (text: string): "below" | "above" | undefined =>
    /at most|up to|within|above|alike within/u.test(text)
      ? "below"
      : /at least|from|or more|below|less than/u.test(text)
        ? "above"
        : undefined;
  for (const of of COMPONENT_TESTS)
    for (const [limit, edge] of Object.entries(of.edges))
      test(`${of.id}: ${limit}, at the limit itself it is as the words say`, () => {
        const valuesAt = valuesOf(of, edge);
        const { at } = of.limitsAt(valuesAt((edge.from + edge.to) / 2))[limit]!;
        const { value } = of.limitsAt(valuesAt(at!))[limit]!;
        // Only where the moved field is what is held against the limit, and nothing rounds on the way.
        if (value !== at) return;
        const line = of.judge(valuesAt(at!)).limits.find((l) => l.id === limit)!.text;
        const side = sideOf(line);
        if (!side) return;
        const step = Math.abs(at!) * 1e-6;
        const there = of.judge(valuesAt(at!));
        const beside = of.judge(valuesAt(side === "below" ? at! - step : at! + step));
        expect([line, there.verdict, there.code]).toEqual([line, beside.verdict, beside.code]);
      });

  test("no limit is left without its edge", () => {
    const bare = COMPONENT_TESTS.filter((of) => !READ_FROM_TEXT.has(of.id)).flatMap((of) => {
      const [edge] = Object.values(of.edges);
      if (!edge) return [];
      const stated = Object.keys(of.limitsAt(valuesOf(of, edge)((edge.from + edge.to) / 2)));
      return stated.filter((id) => !of.edges[id]).map((id) => `${of.id}: ${id}`);
    });
    expect(bare).toEqual([]);
  });
});
