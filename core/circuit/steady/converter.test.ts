import { describe, expect, test } from "@jest/globals";
import { CircuitBuilder } from "../../../tests/support/circuits.ts";
import { openedIn, settle, voltageInto, type OperatingPoint } from "../index.ts";

const out = new Float64Array(2);
function volts(point: OperatingPoint, p: number, q = 0, domain: "ac" | "dc" = "dc"): number {
  voltageInto(out, point[domain], p, q);
  return domain === "dc" ? out[0]! : Math.hypot(out[0]!, out[1]!);
}

/** A 24 V source behind `feedOhms`, a converter to 12 V of 2 A at 80 %, a load. */
function converter(loadOhms: number, feedOhms = 0.1, sourceVolts = 24) {
  const c = new CircuitBuilder()
    .branch("s", "0", { ohms: feedOhms, dcVolts: sourceVolts })
    .branch("s", "0", { ohms: 1e10 })
    .branch("o", "0", { ohms: 1e10 })
    .branch("o", "0", { ohms: loadOhms });
  c.control({
    kind: "converter",
    id: "PS",
    input: [c.node("s"), 0],
    domain: "dc",
    minimum: 15,
    source: 2,
    sourceOhms: 0.02,
    load: 1,
    volts: 12,
    limit: 2,
    efficiency: 0.8,
  });
  return { circuit: c.build(), s: c.node("s"), o: c.node("o") };
}

describe("a switching supply", () => {
  test("holds its volts and takes its output's power over its efficiency from the input", () => {
    const { circuit, s, o } = converter(12);
    const point = settle(circuit);
    expect(point.status).toBe("settled");
    const output = volts(point, o);
    expect(output).toBeCloseTo(12 - 0.02 * (output / 12), 3);
    // The EMF's power, 12 V · I, over 0.8, at the input's volts.
    const input = volts(point, s);
    const amps = (24 - input) / 0.1;
    expect(input * amps).toBeCloseTo((12 * (output / 12)) / 0.8, 1);
  });

  test.each([3, 1, 0.1, 0.005])("into %d Ω it gives its 2 A and no more", (loadOhms) => {
    const { circuit, o } = converter(loadOhms);
    const point = settle(circuit);
    expect(point.status).toBe("settled");
    expect(volts(point, o) / loadOhms).toBeCloseTo(2, 3);
  });

  test("below its least input it gives nothing", () => {
    const { circuit, o } = converter(12, 0.1, 14);
    expect(Math.abs(volts(settle(circuit), o))).toBeLessThan(1e-6);
  });

  test("a feed too thin for its power lets it start and stop for ever: chatter, by name", () => {
    const { circuit } = converter(6.2, 9);
    const point = settle(circuit);
    expect(point).toMatchObject({ status: "chatter", unsettled: ["PS"] });
  });
});

describe("a regulator behind a supply at its limit", () => {
  /** 15 V of so many amperes, a regulator to 5 V that needs 1.5 V more, and 65 Ω, which take 77 mA of 5 V. */
  const rails = (limit: number) => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 0.1, dcVolts: 300 })
      .branch("s", "0", { ohms: 1e10 })
      .branch("r", "0", { ohms: 1e10 })
      .branch("x", "v", { ohms: 0.001 })
      .branch("v", "0", { ohms: 65 })
      .branch("r", "0", { ohms: 1e6 })
      .constraint({
        kind: "regulator",
        id: "U1/output",
        a: 2,
        b: 3,
        c: 0,
        region: "off",
        amps: 1,
        volts: 5,
      });
    expect([c.node("r"), c.node("x")]).toEqual([2, 3]);
    c.control({
      kind: "converter",
      id: "PS",
      input: [c.node("s"), 0],
      domain: "dc",
      minimum: 60,
      source: 2,
      sourceOhms: 0.02,
      load: 1,
      volts: 15,
      limit,
      efficiency: 0.85,
    });
    c.control({ kind: "regulator", id: "U1", constraint: 0, ground: 0, volts: 5, dropout: 1.5, limit: 1 });
    const point = settle(c.build());
    return { point, raw: volts(point, c.node("r")), rail: volts(point, c.node("v")) };
  };

  // The supply's amperes through 65 Ω, and what the regulator needs above that.
  test.each([0.02, 0.05, 0.075])("gets no more than %d A through its load, and rests there", (limit) => {
    const { point, raw, rail } = rails(limit);
    expect(point.status).toBe("settled");
    expect(rail).toBeCloseTo(65 * limit, 2);
    expect(raw).toBeCloseTo(65 * limit + 1.5, 2);
  });

  test.each([0.079, 0.2, 1])("holds its output on %d A, and the supply holds its own", (limit) => {
    const { point, raw, rail } = rails(limit);
    expect(point.status).toBe("settled");
    expect(rail).toBeCloseTo(5, 2);
    expect(raw).toBeCloseTo(15, 1);
  });
});

describe("protection", () => {
  const guarded = (loadOhms: number) => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 0.5, dcVolts: 24 })
      .branch("s", "x", { ohms: 0.01 })
      .branch("x", "0", { ohms: loadOhms });
    c.control({ kind: "fuse", id: "F1", branch: 1, carries: 3 });
    return { circuit: c.build(), x: c.node("x") };
  };

  test("a fuse opens on what would flow, and says how much that was", () => {
    const { circuit, x } = guarded(4);
    const point = settle(circuit);
    expect(Math.abs(volts(point, x))).toBeLessThan(1e-3);
    expect(openedIn(point, circuit)).toEqual([
      { id: "F1", why: "current", amps: expect.closeTo(24 / 4.51, 3) as unknown as number },
    ]);
  });

  test("one that carries is not listed", () => {
    const { circuit } = guarded(40);
    expect(openedIn(settle(circuit), circuit)).toEqual([]);
  });

  test("it waits until what it protects has come to rest: a converter's first guess blows nothing", () => {
    // Charging a battery of 13 V through 50 mΩ: unlimited, 12 V behind 20 mΩ would take tens of amperes.
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 0.1, dcVolts: 24 })
      .branch("s", "i", { ohms: 0.01 })
      .branch("i", "0", { ohms: 1e10 })
      .branch("o", "0", { ohms: 1e10 })
      .branch("o", "0", { ohms: 0.05, dcVolts: 13 });
    c.control({
      kind: "converter",
      id: "CH",
      input: [c.node("i"), 0],
      domain: "dc",
      minimum: 15,
      source: 3,
      sourceOhms: 0.02,
      load: 2,
      volts: 14.4,
      limit: 2,
      efficiency: 0.9,
    });
    c.control({ kind: "fuse", id: "F1", branch: 1, carries: 4 });
    const circuit = c.build();
    const point = settle(circuit);
    expect(point.status).toBe("settled");
    expect(openedIn(point, circuit)).toEqual([]);
    expect((volts(point, c.node("o")) - 13) / 0.05).toBeCloseTo(2, 3);
  });

  test("one that has opened is no contact that chatters: what feeds it is not blown by the way there", () => {
    // A battery shorted behind F2, and its charger behind F1, which gives 3 A: some 0.3 A from the mains, then next to none.
    const c = new CircuitBuilder()
      .branch("m", "0", { ohms: 0.1, acVolts: 230 })
      .branch("m", "i", { ohms: 0.05 })
      .branch("i", "0", { ohms: 1e10 })
      .branch("o", "0", { ohms: 1e10 })
      .branch("b", "0", { ohms: 0.03, dcVolts: 25.4 })
      .branch("b", "f", { ohms: 0.002 })
      .branch("f", "0", { ohms: 0.08 })
      .diode("o", "b");
    c.control({
      kind: "converter",
      id: "CH",
      input: [c.node("i"), 0],
      domain: "ac",
      minimum: 85,
      source: 3,
      sourceOhms: 0.02,
      load: 2,
      volts: 28.8,
      limit: 3,
      efficiency: 0.85,
    });
    c.control({ kind: "fuse", id: "F1", branch: 1, carries: 3 });
    c.control({ kind: "fuse", id: "F2", branch: 5, carries: 45 });
    const circuit = c.build();
    const point = settle(circuit);
    expect(point.status).toBe("settled");
    expect(openedIn(point, circuit).map((o) => o.id)).toEqual(["F2"]);
    expect(volts(point, c.node("i"), 0, "ac")).toBeCloseTo(230, 0);
  });
});

test("a fault is there from power-up: a relay held only by its past does not stay in", () => {
  const relay = (seriesOhms: number) => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 0.1, dcVolts: 12 })
      .branch("s", "k", { ohms: seriesOhms })
      .branch("k", "0", { ohms: 100 })
      .branch("s", "l", { ohms: 1e10 })
      .branch("l", "0", { ohms: 50 });
    c.control({
      kind: "relay",
      id: "K1",
      senses: { kind: "volts", a: c.node("k"), b: 0 },
      pullIn: 8.4,
      release: 2.4,
      contacts: [{ branch: 3, restOhms: 1e10, workOhms: 0.02 }],
    });
    return { circuit: c.build(), l: c.node("l") };
  };
  const healthy = settle(relay(0.1).circuit);
  expect(volts(healthy, relay(0.1).l)).toBeGreaterThan(11);
  // 100 Ω in series leaves 6 V on the coil: enough to hold, too little to pull in.
  const faulty = relay(100);
  expect(Math.abs(volts(settle(faulty.circuit, healthy), faulty.l))).toBeLessThan(1e-3);
});
