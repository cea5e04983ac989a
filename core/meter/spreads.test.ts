import { describe, expect, test } from "@jest/globals";
import { CircuitBuilder } from "../../tests/support/circuits.ts";
import { settle, type Branch } from "../circuit/index.ts";
import { predictReading, type MeterFunction } from "./index.ts";

/**
 * How far a reading may be off, against sums worked by hand, and how it follows the mains, against the circuit solved again
 * with a little more and a little less of it.
 */

// Leads and layout: a thousandth of the supply (common practice, no source).
const LAYOUT = 1e-3;

describe("what drives a load has volts of its own, known within some tenths", () => {
  /** 12 V over 1 kΩ into an output of 100 Ω: its volts reach the node through 1000 / 1100. */
  const output = (values: Partial<Branch>, load: Partial<Branch> = {}) => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 1e-6, dcVolts: 12 })
      .branch("s", "o", { ohms: 1000, ...load })
      .branch("o", "0", { ohms: 100, ...values });
    return predictReading(settle(c.build()), "vdc", c.node("o"), 0);
  };
  const layout = LAYOUT * 12;

  test("a saturated transistor that is known to 0.3 V", () => {
    const { value, spread } = output({ spreadVolts: 0.3 });
    expect(value).toBeCloseTo((12 * 100) / 1100, 3);
    expect(spread).toBeCloseTo(Math.hypot((0.3 * 1000) / 1100, layout), 4);
  });

  test("one whose resistance is known to a tenth (two deviations): d ln R moves 12 V by 100·1000/1100²", () => {
    const { spread } = output({ tolerance: 0.1 });
    expect(spread).toBeCloseTo(Math.hypot((0.05 * 12 * 100 * 1000) / 1100 ** 2, layout), 4);
  });

  test("both, and a load of 20 % besides, add as squares", () => {
    const { spread } = output({ spreadVolts: 0.3, tolerance: 0.1 }, { tolerance: 0.2 });
    const moves = (share: number) => (share * 12 * 100 * 1000) / 1100 ** 2;
    expect(spread).toBeCloseTo(Math.hypot((0.3 * 1000) / 1100, moves(0.05), moves(0.1), layout), 4);
  });

  test("one that carries nothing adds nothing", () => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 1, dcVolts: 12 })
      .branch("o", "0", { ohms: 100, spreadVolts: 0.3 });
    expect(predictReading(settle(c.build()), "vdc", c.node("o"), 0).spread).toBeCloseTo(layout, 6);
  });
});

/** A change of what was solved before must be known as well as the same circuit solved by itself. */
describe("after a change of one part", () => {
  const bridged = (factor: number) => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 0.5, acVolts: 230, dcVolts: 12 })
      .branch("s", "m", { ohms: 40 * factor, tolerance: 0.1 })
      .branch("m", "0", { ohms: 60, henries: 0.1, tolerance: 0.2 })
      .branch("m", "n", { ohms: 25, tolerance: 0.05, spreadVolts: 0.2 })
      .branch("n", "0", { ohms: 80, tolerance: 0.1 });
    return { circuit: c.build(), pairs: [c.node("m"), c.node("n"), c.node("s")] };
  };
  test.each(["vac", "vdc", "ohm"] as const)("%s", (fn: MeterFunction) => {
    const { circuit: sound, pairs } = bridged(1);
    const base = settle(sound);
    for (const factor of [0.05, 0.3, 4, 1e6]) {
      const changed = { ...sound, branches: bridged(factor).circuit.branches };
      const asChange = settle(changed, base);
      const byItself = settle(changed);
      for (const [p, q] of [
        [pairs[0]!, 0],
        [pairs[1]!, 0],
        [pairs[2]!, pairs[0]!],
        [pairs[0]!, pairs[1]!],
      ] as const) {
        const [a, b] = [predictReading(asChange, fn, p, q), predictReading(byItself, fn, p, q)];
        expect(a.value / b.value).toBeCloseTo(1, 5);
        expect(a.spread / b.spread).toBeCloseTo(1, 4);
        expect(a.supplySlope).toBeCloseTo(b.supplySlope, 5);
      }
    }
  });
});

describe("how volts DC follow the mains", () => {
  const behindDiodes = (mains: number) => {
    const c = new CircuitBuilder().branch("a", "b", { ohms: 2, acVolts: 24 * mains });
    for (const leg of ["a", "b"]) c.diode(leg, "p").diode("0", leg);
    return c
      .branch("p", "0", { ohms: 0.1, farads: 1e-3 })
      .branch("p", "r", { ohms: 220 })
      .branch("r", "0", { ohms: 330 });
  };
  const behindRectifier = (mains: number) => {
    const c = new CircuitBuilder()
      .branch("a", "0", { ohms: 2, acVolts: 24 * mains })
      .branch("p", "0", { ohms: 1e10 })
      .branch("a", "0", { ohms: 1e10 })
      .branch("p", "r", { ohms: 220 })
      .branch("r", "0", { ohms: 330 });
    return c.control({
      kind: "rectifier",
      id: "BR1",
      ac: [c.node("a"), 0],
      source: 1,
      sourceOhms: 3,
      load: 2,
      dropVolts: 1.4,
    });
  };
  const steady = () =>
    new CircuitBuilder()
      .branch("p", "0", { ohms: 1, dcVolts: 24 })
      .branch("p", "r", { ohms: 220 })
      .branch("r", "0", { ohms: 330 });

  const read = (c: CircuitBuilder) => predictReading(settle(c.build()), "vdc", c.node("r"), 0);

  test.each([
    ["a bridge of diodes and its reservoir", behindDiodes],
    ["a supply given as a rectifier", behindRectifier],
  ])("%s: as the circuit solved with 1 %% more and less", (_name, build) => {
    const { value, supplySlope } = read(build(1));
    const slope = (read(build(1.01)).value - read(build(0.99)).value) / 0.02;
    expect(value).toBeGreaterThan(12);
    // A swung diode's own drop is counted as if it followed too: two of 0.7 V in 31 V are the twentieth.
    expect(Math.abs(supplySlope / slope - 1)).toBeLessThan(0.05);
  });

  test("a battery does not", () => expect(read(steady()).supplySlope).toBe(0));
});
