import { describe, expect, test } from "@jest/globals";
import { CircuitBuilder } from "../../tests/support/circuits.ts";
import { settle, type Circuit } from "../circuit/index.ts";
import { predictPairs, predictReading, probePairsOf, type MeterFunction } from "./index.ts";

/** Many pairs are read at once in the tables of a unit; each must be what it reads alone, in any place of the row. */
function ladder(hertz = 50): { circuit: Circuit; nodes: number[] } {
  const c = new CircuitBuilder();
  c.branch("l", "0", { ohms: 0.5, acVolts: 230, dcVolts: 12 });
  c.branch("l", "a", { ohms: 100 }).branch("a", "b", { ohms: 50, henries: 0.2 });
  c.branch("b", "c", { ohms: 0.1, farads: 10e-6 }).branch("c", "0", { ohms: 470 });
  c.branch("a", "0", { ohms: 1e4 });
  return { circuit: { ...c.build(), hertz }, nodes: ["l", "a", "b", "c", "0"].map((n) => c.node(n)) };
}

const FUNCTIONS: readonly MeterFunction[] = ["vac", "vdc", "lowz", "ohm", "farad", "aac", "adc"];

describe("all pairs of a circuit at once", () => {
  test.each(FUNCTIONS)("%s: as each reads alone, whatever comes before it", (fn) => {
    const { circuit, nodes } = ladder();
    const point = settle(circuit);
    const pairs = nodes.flatMap((p) => nodes.filter((q) => q !== p).map((q) => [p, q] as const));
    for (const order of [pairs, [...pairs].reverse()]) {
      const lines = probePairsOf(order);
      predictPairs(point, fn, lines);
      order.forEach(([p, q], m) => {
        const alone = predictReading(settle(circuit), fn, p, q);
        if (Number.isFinite(alone.value)) expect(lines.value[m]).toBeCloseTo(alone.value, 6);
        else expect(lines.value[m]).toBe(alone.value);
        expect(lines.spread[m]).toBeCloseTo(alone.spread, 6);
      });
    }
  });

  test("no pair at all is no reading", () => {
    const lines = probePairsOf([]);
    predictPairs(settle(ladder().circuit), "farad", lines);
    expect(lines.value).toHaveLength(0);
  });
});

describe("a clamp", () => {
  const two = () => {
    const c = new CircuitBuilder();
    c.branch("s", "0", { ohms: 0.01, dcVolts: 12, acVolts: 24 });
    // Two wires between the same points, one entered the other way round.
    c.branch("s", "x", { ohms: 1 }).branch("x", "s", { ohms: 3 }).branch("x", "0", { ohms: 5.25 });
    return { point: settle(c.build()), s: c.node("s"), x: c.node("x") };
  };
  // 1 Ω beside 3 Ω is 0.75 Ω; with 5.25 and 0.01 Ω: 12 V / 6.01 Ω, 24 V / 6.01 Ω.
  test("around all that runs between two points adds up, with its direction for DC and none for AC", () => {
    const { point, s, x } = two();
    expect(predictReading(point, "adc", s, x).value).toBeCloseTo(12 / 6.01, 6);
    expect(predictReading(point, "adc", x, s).value).toBeCloseTo(-12 / 6.01, 6);
    expect(predictReading(point, "aac", x, s).value).toBeCloseTo(24 / 6.01, 6);
  });

  test("around nothing reads nothing", () => {
    const { point, x } = two();
    expect(predictReading(point, "adc", x, x).value).toBe(0);
    expect(predictReading(point, "aac", x, 0).spread).toBeGreaterThan(0);
  });
});

describe("capacitance", () => {
  const across = (farads: number, ohms?: number) => {
    const c = new CircuitBuilder();
    c.branch("a", "b", { ohms: 0.01, farads }).branch("b", "0", { ohms: 1e6 });
    if (ohms !== undefined) c.branch("a", "b", { ohms });
    return predictReading(settle(c.build()), "farad", c.node("a"), c.node("b"));
  };
  // The ranges end at 6 mF; what conducts ten times what it charges leaves nothing to time (common practice, no source).
  test("reads what is there, with a spread of a twentieth, and OL beyond the ranges", () => {
    expect(across(470e-6).value / 470e-6).toBeCloseTo(1, 3);
    expect(across(470e-6).spread / 470e-6).toBeCloseTo(0.05, 3);
    expect(across(5.9e-3).value).toBeCloseTo(5.9e-3, 3);
    expect(across(6.1e-3)).toMatchObject({ value: Infinity, spread: 0 });
  });

  test("a leak beside it: read up to ten times the susceptance, OL beyond", () => {
    const susceptance = 2 * Math.PI * 50 * 1e-6;
    expect(across(1e-6, 1 / (9 * susceptance)).value / 1e-6).toBeCloseTo(1, 2);
    expect(across(1e-6, 1 / (11 * susceptance)).value).toBe(Infinity);
  });
});
