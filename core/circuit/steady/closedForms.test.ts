import { describe, expect, test } from "@jest/globals";
import { CircuitBuilder } from "../../../tests/support/circuits.ts";
import { settle, transferInto, voltageInto, type Circuit } from "../index.ts";

/** Textbook closed forms; each value is worked by hand beside its check. */
function volts(circuit: Circuit, domain: "ac" | "dc", a: number, b: number): number {
  const out = new Float64Array(2);
  voltageInto(out, settle(circuit)[domain], a, b);
  return domain === "dc" ? out[0]! : Math.hypot(out[0]!, out[1]!);
}

function ohms(circuit: Circuit, a: number, b: number): number {
  const out = new Float64Array(2);
  transferInto(out, settle(circuit).dc, a, b, a, b);
  return out[0]!;
}

describe("resistive circuits", () => {
  test("voltage divider: 12 V · 2/(1 + 2) = 8 V behind a 1 mΩ source", () => {
    const c = new CircuitBuilder()
      .branch("in", "0", { ohms: 1e-3, dcVolts: 12 })
      .branch("in", "mid", { ohms: 1000 })
      .branch("mid", "0", { ohms: 2000 });
    const circuit = c.build();
    expect(volts(circuit, "dc", c.node("mid"), 0)).toBeCloseTo(8, 4);
    // Thévenin at the middle: 1 kΩ ∥ 2 kΩ = 666.67 Ω.
    expect(ohms(circuit, c.node("mid"), 0)).toBeCloseTo(2000 / 3, 2);
  });

  test("Wheatstone bridge: balanced 0 V; with one arm at 110 Ω, 10·(110/210 − 100/200) = 0.2381 V", () => {
    const bridge = (arm: number) =>
      new CircuitBuilder()
        .branch("t", "0", { ohms: 1e-6, dcVolts: 10 })
        .branch("t", "l", { ohms: 100 })
        .branch("l", "0", { ohms: arm })
        .branch("t", "r", { ohms: 100 })
        .branch("r", "0", { ohms: 100 })
        .branch("l", "r", { ohms: 1e9 });
    const balanced = bridge(100);
    expect(volts(balanced.build(), "dc", balanced.node("l"), balanced.node("r"))).toBeCloseTo(0, 9);
    const off = bridge(110);
    expect(volts(off.build(), "dc", off.node("l"), off.node("r"))).toBeCloseTo(10 * (110 / 210 - 0.5), 5);
  });

  test("delta of 30, 60, 90 Ω equals the wye of 30·60/180 = 10, 60·90/180 = 30, 30·90/180 = 15 Ω", () => {
    const delta = new CircuitBuilder()
      .branch("a", "b", { ohms: 30 })
      .branch("b", "c", { ohms: 90 })
      .branch("c", "a", { ohms: 60 });
    const wye = new CircuitBuilder()
      .branch("a", "m", { ohms: 10 })
      .branch("b", "m", { ohms: 15 })
      .branch("c", "m", { ohms: 30 });
    for (const [p, q] of [
      ["a", "b"],
      ["b", "c"],
      ["c", "a"],
    ] as const)
      expect(ohms(delta.build(), delta.node(p), delta.node(q))).toBeCloseTo(
        ohms(wye.build(), wye.node(p), wye.node(q)),
        6,
      );
  });

  test("superposition: two sources together give the sum of each alone", () => {
    const two = (first: number, second: number) =>
      new CircuitBuilder()
        .branch("a", "0", { ohms: 5, dcVolts: first })
        .branch("b", "0", { ohms: 7, dcVolts: second })
        .branch("a", "x", { ohms: 11 })
        .branch("b", "x", { ohms: 13 })
        .branch("x", "0", { ohms: 17 });
    const at = (first: number, second: number) => volts(two(first, second).build(), "dc", 3, 0);
    expect(at(9, 4)).toBeCloseTo(at(9, 0) + at(0, 4), 9);
  });
});

describe("supplies", () => {
  test("three-wire supply with an open neutral: 240 V over 10 Ω and 30 Ω in series is 60 V and 180 V", () => {
    const supply = (neutral: number) =>
      new CircuitBuilder(60)
        .branch("l1", "n", { ohms: 0.01, acVolts: 120 })
        .branch("l2", "n", { ohms: 0.01, acVolts: -120 })
        .branch("n", "0", { ohms: neutral })
        .branch("l1", "0", { ohms: 10 })
        .branch("l2", "0", { ohms: 30 });
    const whole = supply(0.01);
    expect(volts(whole.build(), "ac", whole.node("l1"), whole.node("l2"))).toBeCloseTo(240, 0);
    expect(volts(whole.build(), "ac", whole.node("l1"), 0)).toBeCloseTo(119.8, 0);
    const open = supply(1e10);
    expect(volts(open.build(), "ac", open.node("l1"), 0)).toBeCloseTo(240 * (10 / 40), 0);
    expect(volts(open.build(), "ac", open.node("l2"), 0)).toBeCloseTo(240 * (30 / 40), 0);
  });

  test("transformer 230 : 24 with 1 Ω secondary and 24 Ω load: 24 · 24/(24 + 1 + R₁/n²)", () => {
    // Primary resistance 50 Ω seen from the secondary is 50/(230/24)² = 0.5444 Ω; so 24·24/25.5444 = 22.549 V.
    const c = new CircuitBuilder()
      .branch("p", "0", { ohms: 1e-6, acVolts: 230 })
      .branch("p", "m", { ohms: 50 })
      .branch("s", "o", { ohms: 1 })
      .branch("o", "0", { ohms: 24 });
    c.constraint({
      kind: "transformer",
      id: "T",
      a: c.node("m"),
      b: 0,
      c: c.node("s"),
      d: 0,
      ratio: 230 / 24,
    });
    const circuit = c.build();
    expect(volts(circuit, "ac", c.node("o"), 0)).toBeCloseTo((24 * 24) / (25 + 50 / (230 / 24) ** 2), 4);
    // A transformer passes no DC, and its ideal winding has no ohms of its own at DC.
    expect(volts(circuit, "dc", c.node("o"), 0)).toBeCloseTo(0, 9);
  });

  test("series R–L at 50 Hz: 230 V over 30 Ω and 40 Ω reactance is 50 Ω, so 138 V across the resistor", () => {
    const c = new CircuitBuilder(50)
      .branch("a", "0", { ohms: 1e-6, acVolts: 230 })
      .branch("a", "x", { ohms: 1e-6, henries: 40 / (2 * Math.PI * 50) })
      .branch("x", "0", { ohms: 30 });
    expect(volts(c.build(), "ac", c.node("x"), 0)).toBeCloseTo(230 * 0.6, 3);
  });

  test("a capacitor passes AC by 1/(ωC) and blocks DC", () => {
    const c = new CircuitBuilder(50)
      .branch("a", "0", { ohms: 1, acVolts: 100, dcVolts: 20 })
      .branch("a", "x", { ohms: 1, farads: 1 / (2 * Math.PI * 50 * 100) })
      .branch("x", "0", { ohms: 100 });
    // |Z| = √(102² + 100²) = 142.84 Ω, 100 Ω of it: 70.0 V.
    expect(volts(c.build(), "ac", c.node("x"), 0)).toBeCloseTo((100 * 100) / Math.hypot(102, 100), 2);
    expect(volts(c.build(), "dc", c.node("x"), 0)).toBeCloseTo(0, 5);
  });
});
