import { describe, expect, test } from "@jest/globals";
import {
  settle,
  transferInto,
  voltageInto,
  type Circuit,
  type Domain,
  type OperatingPoint,
} from "#core/circuit/index.ts";
import { expandUnit, modesOf, type Fault } from "#core/unit/index.ts";
import { CircuitBuilder } from "../support/circuits.ts";
import { glasswasher } from "../support/glasswasher.ts";
import { seeded } from "../support/random.ts";
import { simulate } from "./simulate.ts";

/** Against ngspice, a general-purpose circuit simulator: linear circuits within 0.1 %. */
const out = new Float64Array(2);

function agree(point: OperatingPoint, domain: Domain): void {
  const volts = simulate(linearised(point), domain);
  // The simulator prints six figures, so a difference of two potentials is good to a few millionths of the larger.
  const floor = 1e-6 + 6e-6 * Math.max(...volts.map((v) => Math.hypot(v.re, v.im)));
  for (let node = 1; node < volts.length; node++) {
    // Against a neighbour, so that a floating island's common potential does not matter.
    const other = node > 1 ? node - 1 : 0;
    transferInto(out, point[domain], node, other, node, other);
    if (Math.hypot(out[0]!, out[1]!) > 1e7) continue; // no meter could read it
    voltageInto(out, point[domain], node, other);
    const wanted = { re: volts[node]!.re - volts[other]!.re, im: volts[node]!.im - volts[other]!.im };
    const error = Math.hypot(out[0]! - wanted.re, out[1]! - wanted.im);
    expect({
      node: point.circuit.nodeNames[node],
      error: error < floor + 1e-3 * Math.hypot(wanted.re, wanted.im) ? 0 : error,
    }).toEqual({ node: point.circuit.nodeNames[node], error: 0 });
  }
}

/** Diodes that the mains swings stand in the circuit as their equivalents; rectified.test.ts looks at the diodes. */
function linearised({ circuit, periodic }: OperatingPoint): Circuit {
  if (!periodic) return circuit;
  return { ...circuit, controls: circuit.controls.filter((c) => c.kind !== "diode") };
}

/** Random network of resistors, inductances, capacitances, sources and a transformer. */
function network(seed: number): Circuit {
  const random = seeded(seed);
  const c = new CircuitBuilder(random() < 0.5 ? 50 : 60);
  const size = 4 + Math.floor(random() * 12);
  const decade = (low: number, high: number) => 10 ** (low + random() * (high - low));
  for (let i = 1; i <= size; i++)
    c.branch(`n${i}`, i === 1 ? "0" : `n${1 + Math.floor(random() * (i - 1))}`, { ohms: decade(-1, 4) });
  for (let i = 0; i < size; i++) {
    const [a, b] = [
      `n${1 + Math.floor(random() * size)}`,
      random() < 0.3 ? "0" : `n${1 + Math.floor(random() * size)}`,
    ];
    if (a === b) continue;
    const kind = random();
    c.branch(a, b, {
      ohms: decade(-1, 3),
      ...(kind < 0.25 ? { henries: decade(-3, 0) } : kind < 0.5 ? { farads: decade(-7, -4) } : {}),
    });
  }
  c.branch("n1", "0", { ohms: decade(-1, 1), acVolts: 230, dcVolts: 12 });
  c.branch(`n${size}`, "0", { ohms: decade(0, 2), acVolts: -24, dcVolts: 5 });
  if (random() < 0.6) {
    c.branch("n2", "tp", { ohms: decade(0, 2) });
    c.branch("tp", "0", { ohms: 0.01, henries: 2 });
    c.branch("ts", "load", { ohms: decade(-1, 1) });
    c.branch("load", "0", { ohms: decade(0, 3) });
    c.branch("ts", "0", { ohms: 0.01, henries: 0.05 });
    c.constraint({
      kind: "transformer",
      id: "T",
      a: c.node("tp"),
      b: 0,
      c: c.node("ts"),
      d: 0,
      ratio: decade(-1, 1.3),
    });
  }
  return c.build();
}

describe("generated circuits", () => {
  test.each(Array.from({ length: 40 }, (_, i) => i + 1))("seed %d", (seed) => {
    const point = settle(network(seed));
    agree(point, "ac");
    agree(point, "dc");
  });
});

describe("the glasswasher, healthy and with one of every kind of failure", () => {
  const unit = glasswasher();
  // One part of each type that the unit uses, in each of its failure modes.
  const first = [...new Map([...unit.parts].reverse().map((p) => [p.type, p])).values()];
  const faults: Fault[] = first.flatMap((part) =>
    modesOf(part).map((mode) => ({
      part: part.id,
      mode: mode.id,
      ...(mode.sizes ? { severity: mode.sizes.from } : {}),
    })),
  );

  test.each(["standby", "fill", "wash", "rinse-heat", "drain"])("%s, healthy", (state) => {
    const point = settle(expandUnit(unit, { state, lifts: [] }).circuit);
    agree(point, "ac");
    agree(point, "dc");
  });

  test.each(faults.map((f) => [`${f.part}:${f.mode}`, f] as const))("%s in rinse heat", (_name, fault) => {
    const expanded = expandUnit(unit, { state: "rinse-heat", lifts: [] });
    const point = settle(expanded.withFault(fault), settle(expanded.circuit));
    // Without its smoothing capacitor the logic rail stands at the edge of what the outputs need: they chatter, rightly.
    if (fault.part === "C1" && fault.mode === "open")
      return void expect(point.unsettled.every((id) => /^[QK]/.test(id))).toBe(true);
    expect(point.status).toBe("settled");
    agree(point, "ac");
    agree(point, "dc");
  });

  test("ohms of the dead circuit: a little current driven through the pair", () => {
    const expanded = expandUnit(unit, { state: "dead", lifts: [] });
    const point = settle(expanded.circuit);
    for (const [red, black] of [
      ["HT1.1", "HT1.2"],
      ["K1.com", "K1.no"],
      ["M1.1", "M1.2"],
      ["D1.plus", "D1.minus"],
      ["T1.p1", "T1.p2"],
      ["NTC1.a", "NTC1.b"],
    ] as const) {
      const [p, q] = [expanded.nodeOf(red), expanded.nodeOf(black)];
      // 0.3 V behind 1 kΩ: too little for any junction.
      const driven: Circuit = {
        ...point.circuit,
        branches: [
          ...point.circuit.branches,
          {
            id: "meter",
            a: p,
            b: q,
            ohms: 1e3,
            henries: 0,
            farads: 0,
            acVolts: 0,
            dcVolts: 0.3,
            tolerance: 0,
          },
        ],
      };
      const volts = simulate(driven, "dc");
      const v = volts[p]!.re - volts[q]!.re;
      transferInto(out, point.dc, p, q, p, q);
      expect(out[0]! / (v / ((0.3 - v) / 1e3))).toBeCloseTo(1, 2);
    }
  });
});
