import { describe, expect, test } from "@jest/globals";
import { CircuitBuilder } from "../../../tests/support/circuits.ts";
import { CircuitError, settle, voltageInto, type OperatingPoint } from "../index.ts";

const at = (point: OperatingPoint, domain: "ac" | "dc", a: number, b = 0) => {
  const out = new Float64Array(2);
  voltageInto(out, point[domain], a, b);
  return Math.hypot(out[0]!, out[1]!);
};

/** 24 V source, a relay whose contact feeds a second relay, whose contact feeds the load. */
function relayChain(volts: number) {
  const c = new CircuitBuilder();
  c.branch("s", "0", { ohms: 0.5, dcVolts: volts });
  c.branch("s", "0", { ohms: 400 }); // coil 1
  c.branch("s", "k2", { ohms: 1e10 }); // contact 1
  c.branch("k2", "0", { ohms: 400 }); // coil 2
  c.branch("s", "load", { ohms: 1e10 }); // contact 2
  c.branch("load", "0", { ohms: 50 });
  const relay = (id: string, coil: [number, number], branch: number) =>
    c.control({
      kind: "relay",
      id,
      senses: { kind: "volts", a: coil[0], b: coil[1] },
      pullIn: 16.8,
      release: 5,
      contacts: [{ branch, restOhms: 1e10, workOhms: 0.02 }],
    });
  relay("K1", [c.node("s"), 0], 2);
  relay("K2", [c.node("k2"), 0], 4);
  return c;
}

describe("controls settle", () => {
  test("a relay pulls the next one in", () => {
    const c = relayChain(24);
    const point = settle(c.build());
    expect(point.status).toBe("settled");
    // 24 V over 0.5 Ω and 400 ∥ 400 ∥ 50 = 40 Ω: 23.70 V.
    expect(at(point, "dc", c.node("load"))).toBeCloseTo((24 * 40) / 40.5, 1);
  });

  test.each([
    [24, 24],
    [-24, 0],
  ])("a gate with %d V at it lets through %d V: driven backwards it opens nothing", (gate, through) => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 0.5, dcVolts: 24 })
      .branch("g", "0", { ohms: 1, dcVolts: gate })
      .branch("s", "load", { ohms: 1e10 })
      .branch("load", "0", { ohms: 1e4 });
    c.control({
      kind: "relay",
      id: "Q1",
      senses: { kind: "volts", a: c.node("g"), b: 0 },
      pullIn: 2.5,
      release: 2.25,
      contacts: [{ branch: 2, restOhms: 1e10, workOhms: 0.05 }],
    });
    expect(at(settle(c.build()), "dc", c.node("load"))).toBeCloseTo(through, 1);
  });

  test.each([
    [0.069, "sleeps"],
    [0.071, "conducts a little"],
  ])("a junction with nothing but %d V about %s", (volts, how) => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 1, dcVolts: volts })
      .branch("x", "0", { ohms: 1e6 });
    c.diode("s", "x");
    const through = at(settle(c.build()), "dc", c.node("x"));
    if (how === "sleeps") expect(through).toBeLessThan(1e-4);
    else expect(through).toBeGreaterThan(1e-3);
  });

  test("a weak supply leaves both at rest", () => {
    const c = relayChain(16);
    expect(at(settle(c.build()), "dc", c.node("load"))).toBeLessThan(0.001);
  });

  test("a relay that cuts its own coil chatters, and is said to", () => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 1, dcVolts: 24 })
      .branch("s", "k", { ohms: 0.02 })
      .branch("k", "0", { ohms: 400 });
    c.control({
      kind: "relay",
      id: "K1",
      senses: { kind: "volts", a: c.node("k"), b: 0 },
      pullIn: 16,
      release: 5,
      contacts: [{ branch: 1, restOhms: 0.02, workOhms: 1e10 }],
    });
    const point = settle(c.build());
    expect(point.status).toBe("chatter");
    expect(point.unsettled).toEqual(["K1"]);
  });

  test("a fuse that carries too much opens and stays open", () => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 0.3, acVolts: 230 })
      .branch("s", "x", { ohms: 0.01 })
      .branch("x", "0", { ohms: 2 });
    c.control({ kind: "fuse", id: "F1", branch: 1, carries: 15 });
    const point = settle(c.build());
    expect(point.status).toBe("settled");
    expect(at(point, "ac", c.node("x"))).toBeLessThan(0.001);
    expect(at(point, "ac", c.node("s"))).toBeCloseTo(230, 3);
  });

  test("a rectifier charges to √2·V less its drops, and its load is felt on the AC side", () => {
    const c = new CircuitBuilder()
      .branch("ac", "0", { ohms: 2, acVolts: 12 })
      .branch("ac", "0", { ohms: 1e10 })
      .branch("plus", "0", { ohms: 1e10 })
      .branch("plus", "0", { ohms: 100 });
    c.control({
      kind: "rectifier",
      id: "D1",
      ac: [c.node("ac"), 0],
      source: 2,
      sourceOhms: 5,
      load: 1,
      dropVolts: 1.6,
    });
    const point = settle(c.build());
    expect(point.status).toBe("settled");
    const ac = at(point, "ac", c.node("ac"));
    expect(ac).toBeLessThan(12);
    const emf = Math.SQRT2 * ac - 1.6;
    expect(at(point, "dc", c.node("plus"))).toBeCloseTo((emf * 100) / 105, 2);
    // Power in from the AC side is the DC source's: V²/R_load = E·I.
    const load = point.settings[0]!.loadOhms!;
    expect(ac ** 2 / load).toBeCloseTo((emf * emf) / 105, 2);
  });
});

describe("values that are no values", () => {
  test.each([0, -5, NaN, Infinity])("a resistance of %d is refused by name", (ohms) => {
    const c = new CircuitBuilder().branch("a", "0", { ohms });
    expect(() => settle(c.build())).toThrow(CircuitError);
    expect(() => settle(c.build())).toThrow(/b0 has ohms/);
  });

  test.each([
    ["ohms", { ohms: 1e-300 }],
    ["ohms", { ohms: 1e300 }],
    ["dcVolts", { ohms: 1, dcVolts: 1e200 }],
    ["farads", { ohms: 1, farads: -1e-6 }],
    ["henries", { ohms: 1, henries: NaN }],
  ])("absurd %s are refused with their bounds: %j", (quantity, values) => {
    const c = new CircuitBuilder().branch("a", "0", values);
    expect(() => settle(c.build())).toThrow(new RegExp(`b0 has ${quantity} .*; it must lie between`));
  });

  test("two ideal outputs on one net are said to disagree there", () => {
    const c = new CircuitBuilder().branch("x", "0", { ohms: 100 });
    const twice = (id: string, volts: number) =>
      c.constraint({
        kind: "regulator",
        id,
        a: 0,
        b: c.node("x"),
        c: 0,
        region: "regulating",
        amps: 1,
        volts,
      });
    twice("U1/output", 5);
    twice("U2/output", 6);
    expect(() => settle(c.build())).toThrow(/no single answer/);
  });
});
