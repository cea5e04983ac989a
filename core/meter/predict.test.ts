import { describe, expect, test } from "@jest/globals";
import { settle, type Circuit } from "../circuit/index.ts";
import { CircuitBuilder } from "../../tests/support/circuits.ts";
import { normal, seeded } from "../../tests/support/random.ts";
import { predictReading, type MeterFunction } from "./index.ts";

function predict(circuit: Circuit, fn: MeterFunction, p: number, q = 0) {
  const point = settle(circuit);
  return predictReading(point, fn, p, q);
}

describe("the meter is part of the circuit", () => {
  test("10 MΩ on a 10 MΩ divider reads a third, not a half", () => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 1, dcVolts: 9 })
      .branch("s", "m", { ohms: 1e7 })
      .branch("m", "0", { ohms: 1e7 });
    // 10 MΩ ∥ 10 MΩ = 5 MΩ below 10 MΩ.
    expect(predict(c.build(), "vdc", c.node("m")).value).toBeCloseTo(3, 4);
  });

  test("red and black swapped turn the sign of DC and leave AC as it is", () => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 1, dcVolts: 12, acVolts: 24 })
      .branch("s", "0", { ohms: 1000 });
    const s = c.node("s");
    expect(predict(c.build(), "vdc", 0, s).value).toBeCloseTo(-predict(c.build(), "vdc", s).value, 9);
    expect(predict(c.build(), "vac", 0, s).value).toBeCloseTo(predict(c.build(), "vac", s).value, 9);
  });

  test("ohms: parallel paths count, and nothing is OL", () => {
    const c = new CircuitBuilder()
      .branch("a", "0", { ohms: 17 })
      .branch("a", "0", { ohms: 170 })
      .branch("x", "0", { ohms: 1e10 });
    expect(predict(c.build(), "ohm", c.node("a")).value).toBeCloseTo((17 * 170) / 187, 6);
    expect(predict(c.build(), "ohm", c.node("x")).value).toBe(Infinity);
  });

  test("AC readings follow the mains one to one", () => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 1, acVolts: 230 })
      .branch("s", "0", { ohms: 100 });
    const { value, supplySlope } = predict(c.build(), "vac", c.node("s"));
    expect(supplySlope).toBeCloseTo(value, 9);
  });

  test("an unconnected conductor may show ghost volts; one with a load may not", () => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 1, acVolts: 230 })
      .branch("s", "w", { ohms: 1e10 })
      .branch("s", "v", { ohms: 1e10 })
      .branch("v", "0", { ohms: 1000 });
    expect(predict(c.build(), "vac", c.node("w")).spread).toBeGreaterThan(5);
    expect(predict(c.build(), "vac", c.node("v")).spread).toBeLessThan(0.3);
  });
});

/** Sensitivities against seeded Monte Carlo: tolerances drawn as normal with sd = half the tolerance. */
describe("spread from tolerances", () => {
  const build = (factors: readonly number[]) =>
    new CircuitBuilder()
      .branch("s", "0", { ohms: 0.5, acVolts: 230, dcVolts: 12 })
      .branch("s", "m", { ohms: 40 * factors[0]!, tolerance: 0.1 })
      .branch("m", "0", { ohms: 60 * factors[1]!, henries: 0.1 * factors[1]!, tolerance: 0.2 })
      .branch("m", "n", { ohms: 25 * factors[2]!, tolerance: 0.05 })
      .branch("n", "0", { ohms: 80 });

  test.each(["vac", "vdc", "ohm"] as const)("%s", (fn) => {
    const random = seeded(42);
    const node = build([1, 1, 1]).node("m");
    const drawn = Array.from(
      { length: 3000 },
      () =>
        predict(
          build([1 + 0.05 * normal(random), 1 + 0.1 * normal(random), 1 + 0.025 * normal(random)]).build(),
          fn,
          node,
        ).value,
    );
    const mean = drawn.reduce((a, b) => a + b) / drawn.length;
    const sd = Math.sqrt(drawn.reduce((a, b) => a + (b - mean) ** 2, 0) / (drawn.length - 1));
    const { spread, value } = predict(build([1, 1, 1]).build(), fn, node);
    expect(Math.abs(value / mean - 1)).toBeLessThan(0.01);
    // Leads and layout add their own 0.1 % of the supply, which no part here draws.
    expect(Math.abs(spread / sd - 1)).toBeLessThan(0.1);
  });
});
