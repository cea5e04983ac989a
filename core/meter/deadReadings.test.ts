import { describe, expect, test } from "@jest/globals";
import { CircuitBuilder } from "../../tests/support/circuits.ts";
import { settle } from "../circuit/index.ts";
import { predictReading, type MeterFunction } from "./index.ts";

/** What a meter shows between two nodes of a circuit without a source. */
function reads(fn: MeterFunction, red: string, black: string, build: (c: CircuitBuilder) => void): number {
  const c = new CircuitBuilder();
  // A tie to the reference, as every unit has one.
  c.branch("b", "0", { ohms: 1e6 });
  build(c);
  const [p, q] = [c.node(red), c.node(black)];
  return predictReading(settle(c.build()), fn, p, q).value;
}

describe("the diode range, about a milliampere into the junction", () => {
  const junction = (c: CircuitBuilder) => void c.diode("a", "b");

  test("a silicon junction shows its drop one way and OL the other (0.5 to 0.7 V, common practice, no source)", () => {
    const drop = reads("diode", "a", "b", junction);
    expect(drop).toBeGreaterThan(0.5);
    expect(drop).toBeLessThan(0.7);
    expect(reads("diode", "b", "a", junction)).toBe(Infinity);
  });

  test("two in a row show the sum of both", () => {
    const one = reads("diode", "a", "b", junction);
    const two = reads("diode", "a", "c", (c) => void c.diode("a", "b").diode("b", "c"));
    expect(two / one).toBeCloseTo(2, 1);
  });

  test("it shows up to 2.5 V: five in a row are just within that, six beyond", () => {
    const chain = (n: number) => (c: CircuitBuilder) =>
      void Array.from({ length: n }, (_, i) => c.diode(`n${i}`, `n${i + 1}`));
    expect(reads("diode", "n0", "n5", chain(5))).toBeLessThan(2.5);
    expect(reads("diode", "n0", "n5", chain(5))).toBeGreaterThan(2.3);
    expect(reads("diode", "n0", "n6", chain(6))).toBe(Infinity);
  });

  test("a resistor beside a junction decides where it drops less: 3 V behind 2.4 kΩ", () => {
    const beside = (ohms: number) => (c: CircuitBuilder) => void c.diode("a", "b").branch("a", "b", { ohms });
    // By hand: 3 V · 100/(100 + 2400) = 0.12 V, the junction asleep; 10 kΩ takes 0.06 mA of the milliampere.
    expect(reads("diode", "a", "b", beside(100))).toBeCloseTo(0.12, 2);
    expect(reads("diode", "b", "a", beside(100))).toBeCloseTo(0.12, 2);
    const drop = reads("diode", "a", "b", junction);
    expect(Math.abs(reads("diode", "a", "b", beside(10_000)) - drop)).toBeLessThan(0.01);
    expect(reads("diode", "b", "a", beside(10_000))).toBeCloseTo((3 * 10_000) / 12_400, 1);
  });

  test("a shorted one shows nothing, either way", () => {
    const shorted = (c: CircuitBuilder) => void c.branch("a", "b", { ohms: 5e-3 });
    expect(reads("diode", "a", "b", shorted)).toBeLessThan(0.001);
    expect(reads("diode", "b", "a", shorted)).toBeLessThan(0.001);
  });
});

describe("the ohm ranges, 0.42 V at full scale", () => {
  test("resistors alone, in a row and side by side", () => {
    expect(reads("ohm", "a", "b", (c) => void c.branch("a", "b", { ohms: 330 }))).toBeCloseTo(330, 3);
    const row = (c: CircuitBuilder) => void c.branch("a", "m", { ohms: 330 }).branch("m", "b", { ohms: 470 });
    expect(reads("ohm", "a", "b", row)).toBeCloseTo(800, 3);
    const side = (c: CircuitBuilder) =>
      void c.branch("a", "b", { ohms: 330 }).branch("a", "b", { ohms: 470 });
    expect(reads("ohm", "a", "b", side)).toBeCloseTo((330 * 470) / 800, 3);
  });

  test("the probes may be exchanged", () => {
    const net = (c: CircuitBuilder) =>
      void c.branch("a", "m", { ohms: 12 }).branch("m", "b", { ohms: 56 }).branch("m", "x", { ohms: 9 });
    expect(reads("ohm", "x", "a", net)).toBeCloseTo(reads("ohm", "a", "x", net), 9);
  });

  test("from 60 MΩ on it is OL", () => {
    const one = (ohms: number) => reads("ohm", "a", "b", (c) => void c.branch("a", "b", { ohms }));
    expect(one(5.9e7)).toBeGreaterThan(5.8e7);
    expect(one(6.2e7)).toBe(Infinity);
  });

  test("0.42 V leave a silicon junction all but asleep: the resistor beside it is read to a per cent", () => {
    const beside = (c: CircuitBuilder) => void c.diode("a", "b").branch("a", "b", { ohms: 100 });
    const away = reads("ohm", "b", "a", beside);
    expect(Math.abs(away / 100 - 1)).toBeLessThan(0.001);
    expect(Math.abs(reads("ohm", "a", "b", beside) / away - 1)).toBeLessThan(0.01);
  });
});

describe("the capacitance range", () => {
  const farads = (value: number, more: (c: CircuitBuilder) => void = () => undefined) =>
    reads("farad", "a", "b", (c) => {
      c.branch("a", "b", { ohms: 0.1, farads: value });
      more(c);
    });

  test("side by side they add, in a row their inverses do", () => {
    expect(farads(1e-6, (c) => void c.branch("a", "b", { ohms: 0.1, farads: 2e-6 }))).toBeCloseTo(3e-6, 8);
    const row = reads(
      "farad",
      "a",
      "b",
      (c) =>
        void c.branch("a", "m", { ohms: 0.1, farads: 3e-6 }).branch("m", "b", { ohms: 0.1, farads: 6e-6 }),
    );
    expect(row).toBeCloseTo(2e-6, 8);
  });

  test("a winding or a low resistor across it hides it: OL", () => {
    expect(farads(1e-6, (c) => void c.branch("a", "b", { ohms: 10 }))).toBe(Infinity);
    expect(farads(1e-6, (c) => void c.branch("a", "b", { ohms: 10, henries: 0.05 }))).toBe(Infinity);
    // A megohm's current is a three-thousandth of the capacitor's at 50 Hz.
    expect(farads(1e-6, (c) => void c.branch("a", "b", { ohms: 1e6 }))).toBeCloseTo(1e-6, 8);
  });

  // At 50 Hz 1 µF passes 0.314 mS; ten times that is 318 Ω beside it.
  test("so much beside it as leaves nothing to time is OL, a little less is not", () => {
    const beside = (ohms: number) => farads(1e-6, (c) => void c.branch("a", "b", { ohms }));
    expect(beside(330)).toBeCloseTo(1e-6, 8);
    expect(beside(305)).toBe(Infinity);
  });

  test("the ranges end at 6 mF", () => {
    const alone = (value: number) =>
      reads("farad", "a", "b", (c) => void c.branch("a", "b", { ohms: 1e-3, farads: value }));
    expect(alone(5.9e-3) / 5.9e-3).toBeCloseTo(1, 2);
    expect(alone(6.1e-3)).toBe(Infinity);
  });

  test("what is read is known to a twentieth, OL and nothing for sure", () => {
    const spread = (build: (c: CircuitBuilder) => void) => {
      const c = new CircuitBuilder().branch("b", "0", { ohms: 1e6 });
      build(c);
      return predictReading(settle(c.build()), "farad", c.node("a"), c.node("b")).spread;
    };
    expect(spread((c) => void c.branch("a", "b", { ohms: 0.1, farads: 2e-6 }))).toBeCloseTo(1e-7, 9);
    expect(spread((c) => void c.branch("a", "b", { ohms: 10 }))).toBe(0);
    expect(spread((c) => void c.branch("a", "b", { ohms: 1e10 }))).toBe(0);
  });

  test("nothing between the probes is nothing on the display", () =>
    expect(reads("farad", "a", "b", (c) => void c.branch("a", "b", { ohms: 1e10 }))).toBe(0));
});
