import { describe, expect, test } from "@jest/globals";
import { settle } from "../circuit/index.ts";
import { CircuitBuilder } from "../../tests/support/circuits.ts";
import { averageVolts, FORM_FACTOR, predictReading, shown } from "./index.ts";

const read = (c: CircuitBuilder, fn: Parameters<typeof predictReading>[1], p: string, q = "0") =>
  predictReading(settle(c.build()), fn, c.node(p), c.node(q)).value;

describe("the other settings of the dial", () => {
  test("low impedance pulls down what stray capacitance lends an open wire; 10 MΩ does not", () => {
    // 2 m beside a live wire, 140 pF: 22.7 MΩ at 50 Hz. Hand: 230·10/√(10² + 22.7²) = 92.7 V, and 30 mV into 3 kΩ.
    const c = new CircuitBuilder()
      .branch("l", "0", { ohms: 0.3, acVolts: 230 })
      .branch("l", "w", { ohms: 1, farads: 140e-12 })
      .branch("w", "0", { ohms: 1e10 });
    expect(read(c, "vac", "w")).toBeGreaterThan(85);
    expect(read(c, "vac", "w")).toBeLessThan(97);
    expect(read(c, "lowz", "w")).toBeLessThan(0.05);
    expect(read(c, "lowz", "l")).toBeCloseTo(230, 0);
  });

  test("the millivolt range shows 20.6 mV and OL for a volt", () => {
    const c = new CircuitBuilder().branch("t", "0", { ohms: 2, dcVolts: 0.0206 });
    expect(read(c, "mv", "t")).toBeCloseTo(0.0206, 5);
    const volt = new CircuitBuilder().branch("t", "0", { ohms: 2, dcVolts: 1 });
    expect(read(volt, "mv", "t")).toBe(Infinity);
  });

  test("the diode range: a drop one way, OL the other, and the parallel resistor's where it is lower", () => {
    const c = new CircuitBuilder();
    c.diode("a", "0");
    c.branch("a", "0", { ohms: 1e9 });
    const forward = read(c, "diode", "a");
    expect(forward).toBeGreaterThan(0.5);
    expect(forward).toBeLessThan(0.65);
    expect(read(c, "diode", "0", "a")).toBe(Infinity);
    // 1.2 mA through 100 Ω is 0.12 V: the junction never turns on.
    c.branch("a", "0", { ohms: 100 });
    expect(read(c, "diode", "a")).toBeCloseTo(0.12, 2);
  });

  test("capacitance: 10 µF, two in series half of it, and a resistor of no account beside it", () => {
    const one = new CircuitBuilder().branch("a", "0", { ohms: 0.1, farads: 10e-6 });
    expect(read(one, "farad", "a") / 10e-6).toBeCloseTo(1, 2);
    const two = new CircuitBuilder()
      .branch("a", "m", { ohms: 0.1, farads: 10e-6 })
      .branch("m", "0", { ohms: 0.1, farads: 10e-6 })
      .branch("m", "0", { ohms: 1e8 });
    expect(read(two, "farad", "a") / 5e-6).toBeCloseTo(1, 1);
  });

  test("a clamp around the only wire between two points reads its current, AC and DC", () => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 1, acVolts: 230, dcVolts: 0 })
      .branch("s", "x", { ohms: 0.01 })
      .branch("x", "0", { ohms: 22 });
    expect(read(c, "aac", "s", "x")).toBeCloseTo(230 / 23.01, 3);
    const dc = new CircuitBuilder()
      .branch("s", "0", { ohms: 1, dcVolts: 24 })
      .branch("s", "x", { ohms: 0.01 })
      .branch("x", "0", { ohms: 11 });
    expect(read(dc, "adc", "s", "x")).toBeCloseTo(24 / 12.01, 3);
    expect(read(dc, "adc", "x", "s")).toBeCloseTo(-24 / 12.01, 3);
  });

  test("microamperes in series, the meter's own 100 Ω in the loop", () => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 1e5, dcVolts: 1 })
      .branch("s", "r", { ohms: 1e10 })
      .branch("r", "0", { ohms: 1e4 });
    expect(read(c, "ua", "s", "r") / (1 / 110_100)).toBeCloseTo(1, 3);
  });

  test("frequency: the mains on a live wire, none on a dead one, twice the mains behind a bridge", () => {
    const c = new CircuitBuilder(60)
      .branch("s", "0", { ohms: 1, acVolts: 120 })
      .branch("s", "0", { ohms: 100 })
      .branch("d", "0", { ohms: 100 });
    expect(read(c, "hz", "s")).toBe(60);
    expect(read(c, "hz", "d")).toBe(0);
    // Full-wave: two humps a cycle, 2 · 60 = 120 Hz.
    const bridge = new CircuitBuilder(60)
      .branch("a", "b", { ohms: 1, acVolts: 24 })
      .branch("b", "0", { ohms: 1e6 })
      .branch("p", "n", { ohms: 100 });
    for (const leg of ["a", "b"]) bridge.diode(leg, "p").diode("n", leg);
    expect(read(bridge, "hz", "p", "n")).toBe(120);
  });
});

describe("average-responding and true-RMS meters", () => {
  test("agree on a sine", () => {
    const c = new CircuitBuilder().branch("s", "0", { ohms: 1, acVolts: 24 }).branch("s", "0", { ohms: 100 });
    const point = settle(c.build());
    expect(averageVolts(point, c.node("s"), 0)).toBe(predictReading(point, "vac", c.node("s"), 0).value);
  });

  test("on a half-wave rectified sine, less its mean, average reads 94 % of true RMS", () => {
    // Half sine of peak 1 less its mean 1/π: RMS √(1/4 − 1/π²) = 0.3856. Mean of |v − 1/π| by quadrature, times 1.1107.
    let rectified = 0;
    const steps = 20_000;
    for (let i = 0; i < steps; i++) {
      const v = Math.max(0, Math.sin((2 * Math.PI * (i + 0.5)) / steps));
      rectified += Math.abs(v - 1 / Math.PI) / steps;
    }
    const wanted = (FORM_FACTOR * rectified) / Math.sqrt(1 / 4 - 1 / Math.PI ** 2);
    const c = new CircuitBuilder().branch("s", "0", { ohms: 0.1, acVolts: 230 });
    c.diode("s", "x");
    c.branch("x", "0", { ohms: 1e4 });
    const point = settle(c.build());
    const ratio = averageVolts(point, c.node("x"), 0) / predictReading(point, "vac", c.node("x"), 0).value;
    expect(ratio / wanted).toBeCloseTo(1, 1);
    expect(FORM_FACTOR).toBeCloseTo(1.1107, 4);
  });
});

test.each([
  ["vac", 229.84, 229.8],
  ["vac", 5.1234, 5.123],
  ["vdc", -11.864, -11.86],
  ["ohm", 26.4412, 26.4],
  ["ohm", 4723.4, 4723],
  ["ohm", 7e7, Infinity],
  ["mv", 0.020641, 0.02064],
] as const)("%s %d shows %d on 6000 counts", (fn, value, wanted) => {
  if (Number.isFinite(wanted)) expect(shown(fn, value)).toBeCloseTo(wanted, 9);
  else expect(shown(fn, value)).toBe(wanted);
});
