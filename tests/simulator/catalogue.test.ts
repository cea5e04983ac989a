import { describe, expect, test } from "@jest/globals";
import { settle, transferInto, voltageInto, type OperatingPoint } from "#core/circuit/index.ts";
import {
  CATALOGUE,
  expandUnit,
  platinumOhms,
  readUnitOrThrow,
  type Fault,
  type UnitModel,
} from "#core/unit/index.ts";
import { glasswasher } from "../support/glasswasher.ts";
import { simulate } from "./simulate.ts";

/** Every kind of part that the glasswasher lacks, on a bench of its own, healthy and in each failure mode, against ngspice. */
const out = new Float64Array(2);

interface Bench {
  readonly supply: "ac" | "dc" | "split";
  readonly parts: readonly object[];
}

const feed = (id: string, from: string, to: string, ohms = 47) => ({
  id,
  name: id,
  type: "resistor",
  terminals: { a: from, b: to },
  parameters: { ohms },
});
const part = (type: string, terminals: Record<string, string>, parameters: Record<string, unknown> = {}) => ({
  id: "X",
  name: type,
  type,
  terminals,
  parameters,
});

const BENCHES: Readonly<Record<string, Bench>> = {
  diode: { supply: "dc", parts: [part("diode", { a: "X1", k: "M" }), feed("R1", "P", "X1")] },
  led: { supply: "dc", parts: [part("led", { a: "X1", k: "M" }), feed("R1", "P", "X1", 470)] },
  zener: {
    supply: "dc",
    parts: [
      part("zener", { a: "M", k: "X1" }, { zenerVolts: 5.6 }),
      feed("R1", "P", "X1", 220),
      feed("R2", "X1", "M", 1000),
    ],
  },
  "six-diode-bridge": {
    supply: "dc",
    parts: [
      part("six-diode-bridge", { u: "P", v: "V", w: "M", p: "X1", n: "X2" }),
      feed("R1", "X1", "X2", 120),
      feed("R2", "V", "M", 330),
    ],
  },
  "dc-supply": {
    supply: "dc",
    parts: [
      part("dc-supply", { plus: "X1", minus: "M" }, { volts: 5 }),
      feed("R1", "X1", "M", 10),
      feed("R2", "P", "X1", 500),
    ],
  },
  "split-phase": {
    supply: "split",
    parts: [feed("R1", "L1", "N", 20), feed("R2", "L2", "N", 60), feed("R3", "L1", "L2", 100)],
  },
  breaker: {
    supply: "ac",
    parts: [part("breaker", { a: "P", b: "X1" }, { amps: 6 }), feed("R1", "X1", "M")],
  },
  "change-over-relay": {
    supply: "dc",
    parts: [
      part(
        "change-over-relay",
        { coilA: "P", coilB: "M", com: "P", no: "X1", nc: "X2" },
        { coilVolts: 24, coilOhms: 600 },
      ),
      feed("R1", "X1", "M"),
      feed("R2", "X2", "M", 90),
    ],
  },
  rtd: { supply: "dc", parts: [part("rtd", { a: "X1", b: "M" }), feed("R1", "P", "X1", 1000)] },
  capacitor: {
    supply: "ac",
    parts: [part("capacitor", { a: "X1", b: "M" }, { farads: 100e-6 }), feed("R1", "P", "X1", 30)],
  },
  potentiometer: {
    supply: "dc",
    parts: [
      part("potentiometer", { a: "P", w: "X1", b: "M" }, { ohms: 1000, position: 0.3 }),
      feed("R1", "X1", "M", 2200),
    ],
  },
  varistor: { supply: "ac", parts: [part("varistor", { a: "X1", b: "M" }), feed("R1", "P", "X1")] },
  "spark-gap": {
    supply: "ac",
    parts: [part("spark-gap", { electrode: "X1", earth: "M" }), feed("R1", "P", "X1", 1000)],
  },
  lamp: {
    supply: "ac",
    parts: [part("lamp", { "1": "X1", "2": "M" }, { volts: 24, watts: 5 }), feed("R1", "P", "X1", 10)],
  },
  igniter: {
    supply: "ac",
    parts: [
      part("igniter", { "1": "X1", "2": "M" }, { coldOhms: 60, hotOhms: 30 }),
      feed("R1", "P", "X1", 5),
    ],
  },
};

function unitOf({ supply, parts }: Bench): UnitModel {
  const feedOf = {
    ac: {
      id: "IN",
      name: "Supply",
      type: "mains",
      terminals: { l: "P", n: "M", pe: "M" },
      parameters: { volts: 24, ohms: 0.3 },
    },
    dc: {
      id: "IN",
      name: "Supply",
      type: "dc-supply",
      terminals: { plus: "P", minus: "M" },
      parameters: { volts: 24 },
    },
    split: {
      id: "X",
      name: "Supply",
      type: "split-phase",
      terminals: { l1: "L1", l2: "L2", n: "N", pe: "M" },
      parameters: {},
    },
  }[supply];
  return readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: "bench",
    name: "Bench",
    ground: "M",
    parts: [feedOf, ...parts],
    states: [
      { id: "on", name: "On", power: "live", celsius: { X: 80 } },
      { id: "dead", name: "Dead", power: "dead" },
    ],
  });
}

/** Within 1 % and a millivolt, as diodes are among them. */
function agree(point: OperatingPoint): void {
  for (const domain of ["ac", "dc"] as const) {
    const volts = simulate(point.circuit, domain);
    for (let node = 1; node < volts.length; node++) {
      transferInto(out, point[domain], node, 0, node, 0);
      if (Math.hypot(out[0]!, out[1]!) > 1e7) continue; // no meter could read it
      voltageInto(out, point[domain], node, 0);
      const { re, im } = volts[node]!;
      const off = Math.hypot(out[0]! - re, out[1]! - im);
      expect({
        net: point.circuit.nodeNames[node],
        domain,
        off: off > 1e-3 + 0.01 * Math.hypot(re, im) ? off : 0,
      }).toEqual({ net: point.circuit.nodeNames[node], domain, off: 0 });
    }
  }
}

test("between the glasswasher and the benches stands the whole catalogue", () => {
  const covered = new Set([...glasswasher().parts.map((p) => p.type), ...Object.keys(BENCHES)]);
  expect([...CATALOGUE.keys()].filter((type) => !covered.has(type))).toEqual([]);
});

describe.each(Object.entries(BENCHES))("%s", (type, bench) => {
  const unit = unitOf(bench);
  const faults: (Fault | undefined)[] = [
    undefined,
    ...CATALOGUE.get(type)!.modes.map((m) => ({
      part: "X",
      mode: m.id,
      ...(m.severities ? { severity: m.severities[0]! } : {}),
    })),
  ];

  test.each(faults.map((f) => [f?.mode ?? "healthy", f] as const))("%s", (_name, fault) => {
    const expanded = expandUnit(unit, { state: "on", lifts: [] });
    const healthy = settle(expanded.circuit);
    const point = fault ? settle(expanded.withFault(fault), healthy) : healthy;
    expect(point.status).toBe("settled");
    agree(point);
  });

  test("every failure mode shows somewhere, live or dead", () => {
    for (const fault of faults.slice(1)) {
      const shows = unit.states.some(({ id }) => {
        const expanded = expandUnit(unit, { state: id, lifts: [] });
        const [healthy, faulty] = [settle(expanded.circuit), settle(expanded.withFault(fault!))];
        const nodes = expanded.circuit.nodeNames.length;
        return Array.from({ length: nodes - 1 }, (_, i) => i + 1).some((node) =>
          (["ac", "dc"] as const).some((domain) => {
            const read = (p: OperatingPoint) => {
              voltageInto(out, p[domain], node, 0);
              const v = Math.hypot(out[0]!, out[1]!);
              transferInto(out, p[domain], node, 0, node, 0);
              return [v, Math.hypot(out[0]!, out[1]!)];
            };
            const [a, b] = [read(healthy), read(faulty)];
            return a.some((value, k) => Math.abs(value - b[k]!) > 0.005 * Math.max(value, b[k]!));
          }),
        );
      });
      expect({ mode: fault!.mode, shows }).toEqual({ mode: fault!.mode, shows: true });
    }
  });
});

describe("platinum by IEC 60751's table (from memory)", () => {
  test.each([
    [-200, 18.52],
    [-50, 80.31],
    [0, 100],
    [25, 109.73],
    [100, 138.51],
    [200, 175.86],
    [850, 390.48],
  ])("%d °C is %d Ω", (celsius, ohms) => {
    expect(platinumOhms(100, celsius)).toBeCloseTo(ohms, 2);
  });
});
