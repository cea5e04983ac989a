import { describe, expect, test } from "@jest/globals";
import { settle, voltageInto, type Circuit } from "#core/circuit/index.ts";
import { predictReading } from "#core/meter/index.ts";
import { expandUnit, readUnitOrThrow, type Fault } from "#core/unit/index.ts";
import { CircuitBuilder } from "../support/circuits.ts";
import { seeded } from "../support/random.ts";
import { simulate } from "./simulate.ts";

/** Diode circuits against ngspice: within 1 %, and a millivolt. */
const out = new Float64Array(2);

function agree(circuit: Circuit): void {
  const point = settle(circuit);
  expect(point.status).toBe("settled");
  const volts = simulate(point.circuit, "dc");
  for (let node = 1; node < volts.length; node++) {
    voltageInto(out, point.dc, node, 0);
    const wanted = volts[node]!.re;
    expect({
      node: circuit.nodeNames[node],
      off: Math.abs(out[0]! - wanted) > 1e-3 + 0.01 * Math.abs(wanted) ? out[0]! - wanted : 0,
    }).toEqual({ node: circuit.nodeNames[node], off: 0 });
  }
}

describe("diode circuits by hand", () => {
  test.each([0.3, 0.6, 1, 5, 24, 325, -12, -325])("one diode and 1 kΩ at %d V", (volts) => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 1, dcVolts: volts })
      .branch("s", "x", { ohms: 1000 });
    c.diode("x", "0");
    agree(c.build());
  });

  test("a silicon junction at 1 mA drops 0.4 to 0.7 V (common practice, no source)", () => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 1, dcVolts: 10 })
      .branch("s", "x", { ohms: 9400 });
    c.diode("x", "0");
    voltageInto(out, settle(c.build()).dc, c.node("x"), 0);
    expect(out[0]).toBeGreaterThan(0.4);
    expect(out[0]).toBeLessThan(0.7);
  });

  test("an or of three rails, and two diodes nose to nose", () => {
    const c = new CircuitBuilder();
    for (const [rail, volts] of [
      ["a", 5],
      ["b", 11.4],
      ["c", 12],
    ] as const) {
      c.branch(rail, "0", { ohms: 0.2, dcVolts: volts });
      c.diode(rail, "out");
    }
    c.branch("out", "0", { ohms: 47 });
    c.diode("out", "mid");
    c.diode("end", "mid");
    c.branch("end", "0", { ohms: 100 });
    agree(c.build());
  });

  test("a zener holds its voltage while there is enough to hold", () => {
    for (const volts of [6, 12, 18, 30]) {
      const c = new CircuitBuilder()
        .branch("s", "0", { ohms: 1, dcVolts: volts })
        .branch("s", "x", { ohms: 470 })
        .branch("x", "0", { ohms: 2200 });
      c.diode("0", "x");
      c.diode("x", "0", { offsetVolts: 9.1, emission: 1 });
      agree(c.build());
    }
  });
});

describe("diode networks drawn at random", () => {
  test.each(Array.from({ length: 24 }, (_, i) => i + 1))("seed %d", (seed) => {
    const random = seeded(900 + seed);
    const c = new CircuitBuilder();
    const size = 4 + Math.floor(random() * 6);
    const any = () => `n${1 + Math.floor(random() * size)}`;
    c.branch("n1", "0", { ohms: 0.5 + random(), dcVolts: 40 * random() - 10 });
    for (let i = 2; i <= size; i++)
      c.branch(`n${i}`, `n${1 + Math.floor(random() * (i - 1))}`, { ohms: 10 ** (1 + 3 * random()) });
    for (let i = 0; i < size; i++) {
      const [a, b] = [any(), random() < 0.4 ? "0" : any()];
      if (a === b) continue;
      if (random() < 0.6) c.diode(a, b, { saturation: 10 ** (-14 + 6 * random()), emission: 1 + random() });
      else c.branch(a, b, { ohms: 10 ** (1 + 3 * random()) });
    }
    c.branch(`n${size}`, "0", { ohms: 33, dcVolts: 24 * random() });
    agree(c.build());
  });
});

/** A three-phase output stage on the bench: six diodes, DC link, nothing else. */
const STAGE = readUnitOrThrow({
  format: "zygodrome-unit",
  version: 1,
  id: "stage",
  name: "Output stage",
  ground: "N",
  parts: [
    {
      id: "BR",
      name: "Bridge",
      type: "six-diode-bridge",
      terminals: { u: "U", v: "V", w: "W", p: "P", n: "N" },
    },
  ],
  states: [{ id: "dead", name: "Dead", power: "dead" }],
});

function cell(red: string, black: string, fault?: Fault): number {
  const expanded = expandUnit(STAGE, { state: "dead", lifts: [] });
  const circuit = fault ? expanded.withFault(fault) : expanded.circuit;
  return predictReading(
    settle(circuit),
    "diode",
    expanded.nodeOf(`BR.${red}`),
    expanded.nodeOf(`BR.${black}`),
  ).value;
}

describe("the six-diode bridge under the diode range (common practice, no source)", () => {
  test.each(["u", "v", "w"])("leg %s, healthy: OL from P, 0.4 V to P, 0.4 V from N, OL to N", (leg) => {
    expect(cell("p", leg)).toBe(Infinity);
    expect(cell(leg, "n")).toBe(Infinity);
    for (const drop of [cell(leg, "p"), cell("n", leg)]) {
      expect(drop).toBeGreaterThan(0.35);
      expect(drop).toBeLessThan(0.55);
    }
  });

  test("a 0.0 is a short; the others of its rail then conduct through it", () => {
    const fault = { part: "BR", mode: "p-v-shorted" };
    expect(cell("p", "v", fault)).toBeLessThan(0.01);
    expect(cell("v", "p", fault)).toBeLessThan(0.01);
    expect(cell("p", "u", fault)).toBe(Infinity);
    expect(cell("u", "v", fault)).toBeLessThan(0.55);
  });

  test("an OL where 0.4 belongs is open", () => {
    const fault = { part: "BR", mode: "n-w-open" };
    expect(cell("n", "w", fault)).toBe(Infinity);
    expect(cell("n", "u", fault)).toBeLessThan(0.55);
  });

  test("through the whole bridge from N to P two drops add up", () => {
    // Three legs share the milliamp, so a little less than twice the drop of one junction alone.
    const both = cell("n", "u") + cell("u", "p");
    expect(cell("n", "p")).toBeLessThan(both);
    expect(cell("n", "p")).toBeGreaterThan(0.8 * both);
  });
});
