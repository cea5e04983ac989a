import { describe, expect, test } from "@jest/globals";
import { settle, transferInto, voltageInto, type OperatingPoint } from "#core/circuit/index.ts";
import { platinumOhms, typeKMillivolts } from "#core/standards/index.ts";
import {
  CATALOGUE,
  expandUnit,
  modesOf,
  readUnitOrThrow,
  type ExpandedUnit,
  type Fault,
  type UnitModel,
} from "#core/unit/index.ts";
import { predictReading } from "#core/meter/index.ts";
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
  gap: {
    supply: "dc",
    parts: [part("gap", { a: "X1", b: "M" }), feed("R1", "P", "X1"), feed("R2", "X1", "M", 1000)],
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
  rectifier: {
    supply: "ac",
    parts: [
      part("rectifier", { a1: "P", a2: "M", plus: "X1", minus: "X2" }, { sourceOhms: 4 }),
      feed("R1", "X1", "X2", 220),
      feed("R2", "X2", "M", 1e5),
    ],
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
  "screw-terminal": {
    supply: "ac",
    parts: [part("screw-terminal", { a: "P", b: "X1" }), feed("R1", "X1", "M", 5)],
  },
  splice: { supply: "dc", parts: [part("splice", { a: "P", b: "X1" }), feed("R1", "X1", "M", 5)] },
  "high-side-output": {
    supply: "dc",
    parts: [part("high-side-output", { supply: "P", out: "X1" }), feed("R1", "X1", "M")],
  },
  "triac-output": {
    supply: "ac",
    parts: [part("triac-output", { mt1: "X1", mt2: "M" }), feed("R1", "P", "X1")],
  },
  contactor: {
    supply: "ac",
    parts: [
      part(
        "contactor",
        { coilA: "P", coilB: "M", l1: "P", t1: "X1", l2: "P", t2: "X2" },
        { coilVolts: 24, coilAmps: 0.4, coilOhms: 18 },
      ),
      feed("R1", "X1", "M", 10),
      feed("R2", "X2", "M", 15),
    ],
  },
  rcd: {
    supply: "ac",
    parts: [part("rcd", { lIn: "P", nIn: "M", lOut: "X1", nOut: "X2" }), feed("R1", "X1", "X2", 24)],
  },
  rcbo: {
    supply: "ac",
    parts: [
      part("rcbo", { lIn: "P", nIn: "M", lOut: "X1", nOut: "X2" }, { amps: 16 }),
      feed("R1", "X1", "X2", 24),
    ],
  },
  "dc-motor": {
    supply: "dc",
    parts: [
      part("dc-motor", { "1": "X1", "2": "M" }, { volts: 24, amps: 2, windingOhms: 1.5 }),
      feed("R1", "P", "X1", 1),
    ],
  },
  "split-winding-motor": {
    supply: "ac",
    parts: [
      part(
        "split-winding-motor",
        { c: "X1", s: "X2", r: "M", pe: "PE" },
        { volts: 24, amps: 1.5, runOhms: 2, startOhms: 6 },
      ),
      feed("R1", "P", "X1", 0.5),
      feed("R2", "X2", "M", 30),
      feed("R3", "PE", "M", 0.1),
    ],
  },
  "three-phase-motor": {
    supply: "ac",
    parts: [
      part("three-phase-motor", { u: "X1", v: "M", w: "X2", pe: "PE" }, { windingOhms: 3 }),
      feed("R1", "P", "X1", 1),
      feed("R2", "P", "X2", 2),
      feed("R3", "PE", "M", 0.1),
    ],
  },
  thermocouple: {
    supply: "dc",
    parts: [
      part("thermocouple", { plus: "X1", minus: "M" }),
      feed("R1", "X1", "M", 1e5),
      feed("R2", "P", "M", 1e3),
    ],
  },
  ptc: {
    supply: "dc",
    parts: [
      part("ptc", { a: "X1", b: "M" }, { ohms25: 100, switchCelsius: 70 }),
      feed("R1", "P", "X1", 1000),
    ],
  },
  "pulse-sensor": {
    supply: "dc",
    parts: [
      part("pulse-sensor", { plus: "X1", minus: "M", out: "X2" }),
      feed("R1", "P", "X1", 100),
      feed("R2", "X1", "X2", 4700),
    ],
  },
  cord: {
    supply: "ac",
    parts: [
      part(
        "cord",
        { lIn: "P", lOut: "X1", nIn: "M", nOut: "X2", peIn: "M", peOut: "X3" },
        { metres: 2, awg: 16 },
      ),
      feed("R1", "X1", "X2", 12),
      feed("R2", "X1", "X3", 1000),
    ],
  },
  "soldered-fuse": {
    supply: "ac",
    parts: [part("soldered-fuse", { a: "P", b: "X1" }, { amps: 8 }), feed("R1", "X1", "M", 5)],
  },
  "thermal-fuse": {
    supply: "ac",
    parts: [part("thermal-fuse", { a: "P", b: "X1" }), feed("R1", "X1", "M", 5)],
  },
  battery: {
    supply: "dc",
    parts: [
      part("battery", { plus: "X1", minus: "M" }, { volts: 12 }),
      feed("R1", "X1", "M", 4),
      feed("R2", "P", "X1", 50),
    ],
  },
  "power-supply": {
    supply: "ac",
    parts: [
      part(
        "power-supply",
        { l: "P", n: "M", plus: "X1", minus: "X2" },
        { volts: 12, minimumVolts: 15, limitAmps: 3 },
      ),
      feed("R1", "X1", "X2", 8),
      feed("R2", "X2", "M", 1e5),
    ],
  },
  charger: {
    supply: "ac",
    parts: [
      part(
        "charger",
        { l: "P", n: "M", plus: "X1", minus: "X2" },
        { volts: 13.6, minimumVolts: 15, limitAmps: 1 },
      ),
      feed("R1", "X1", "X2", 22),
      feed("R2", "X2", "M", 1e5),
    ],
  },
  "buck-regulator": {
    supply: "dc",
    parts: [
      feed("R2", "P", "X2", 0.5),
      part("buck-regulator", { in: "X2", out: "X1", ground: "M" }, { volts: 5, limitAmps: 3 }),
      feed("R1", "X1", "M", 4),
    ],
  },
  "power-transformer": {
    supply: "ac",
    parts: [
      part(
        "power-transformer",
        { p1: "P", p2: "M", p3: "P", p4: "M", s1: "X1", tap: "X2", s2: "X3" },
        { primaryVolts: 24, secondaryVolts: 12, primaryOhms: 3, secondaryOhms: 0.8 },
      ),
      feed("R1", "X1", "X2", 20),
      feed("R2", "X2", "X3", 30),
      feed("R3", "X2", "M", 1e4),
    ],
  },
  ...Object.fromEntries(
    ["manual-switch", "door-switch", "limit-switch", "proof-switch"].map((type): [string, Bench] => [
      type,
      { supply: "ac", parts: [part(type, { a: "P", b: "X1" }, { rest: "open" }), feed("R1", "X1", "M", 5)] },
    ]),
  ),
  "double-relay": {
    supply: "dc",
    parts: [
      part(
        "double-relay",
        { coilA: "X3", coilB: "M", com1: "P", no1: "X1", nc1: "X2", com2: "P", no2: "X4", nc2: "X5" },
        { coilVolts: 12, coilOhms: 360, coilDiode: true },
      ),
      feed("R0", "P", "X3", 200),
      ...["X1", "X2", "X4", "X5"].map((net, i) => feed(`R${i + 1}`, net, "M", 50 + 20 * i)),
    ],
  },
  mosfet: {
    supply: "dc",
    parts: [
      part("mosfet", { gate: "X2", drain: "X1", source: "M" }),
      feed("R1", "P", "X1", 20),
      feed("R2", "P", "X2", 1e4),
      feed("R3", "X2", "M", 4700),
    ],
  },
  transistor: {
    supply: "dc",
    parts: [
      part("transistor", { base: "X2", collector: "X1", emitter: "M" }),
      feed("R1", "P", "X1", 220),
      feed("R2", "P", "X2", 1e4),
    ],
  },
  optotriac: {
    supply: "dc",
    parts: [
      part("optotriac", { anode: "X2", cathode: "M", mt1: "X1", mt2: "M" }),
      feed("R1", "P", "X1", 47),
      feed("R2", "P", "X2", 1500),
    ],
  },
  "inverter-bridge": {
    supply: "dc",
    parts: [
      part("inverter-bridge", { u: "P", v: "V", w: "M", p: "X1", n: "X2" }),
      feed("R1", "X1", "X2", 47e3),
      feed("R2", "V", "M", 330),
    ],
  },
  "flame-sensor": {
    supply: "dc",
    parts: [part("flame-sensor", { electrode: "X1", earth: "M" }), feed("R1", "P", "X1", 1e6)],
  },
  "gas-valve": {
    supply: "ac",
    parts: [
      part("gas-valve", { "1": "X1", "2": "M", pe: "X2" }, { volts: 24, amps: 0.3, coilOhms: 30 }),
      feed("R1", "P", "X1", 5),
      feed("R2", "X2", "M", 0.1),
    ],
  },
  "spark-driver": {
    supply: "ac",
    parts: [part("spark-driver", { "1": "X1", "2": "M" }, { volts: 24 }), feed("R1", "P", "X1", 5)],
  },
  "led-display": {
    supply: "dc",
    parts: [part("led-display", { plus: "X1", minus: "M" }, { volts: 24 }), feed("R1", "P", "X1", 20)],
  },
  "serial-port": {
    supply: "dc",
    parts: [
      part("serial-port", { plus: "X1", minus: "M", line: "X2" }),
      feed("R1", "P", "X1", 47),
      feed("R2", "X2", "M", 1e5),
    ],
  },
  peripheral: {
    supply: "dc",
    parts: [part("peripheral", { plus: "X1", minus: "M" }, { volts: 24, amps: 1 }), feed("R1", "P", "X1", 1)],
  },
  motor: {
    supply: "ac",
    parts: [
      part("motor", { "1": "X1", "2": "M", pe: "X2" }, { volts: 24, amps: 1, windingOhms: 5 }),
      feed("R1", "P", "X1", 2),
      feed("R2", "X2", "M", 0.1),
    ],
  },
  solenoid: {
    supply: "ac",
    parts: [
      part("solenoid", { "1": "X1", "2": "M", pe: "X2" }, { volts: 24, amps: 0.4, windingOhms: 12 }),
      feed("R1", "P", "X1", 2),
      feed("R2", "X2", "M", 0.1),
    ],
  },
};

/** Kinds whose position the live state sets. */
const FOLLOWS_POSITION = new Set(
  [...CATALOGUE.values()].flatMap((k) => (k.follows === "position" ? [k.type] : [])),
);

function unitOf(type: string, { supply, parts }: Bench): UnitModel {
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
      {
        id: "on",
        name: "On",
        power: "live",
        celsius: { X: 80 },
        ...(type.endsWith("-output") ? { drives: [{ output: "X" }] } : {}),
        ...(FOLLOWS_POSITION.has(type) ? { positions: { X: "closed" } } : {}),
      },
      ...(type.endsWith("-output") ? [{ id: "off", name: "Off", power: "live" }] : []),
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
  const unit = unitOf(type, bench);
  // The smallest size there is; of a charger the largest, since the reference finds no point for one so low.
  const faults: (Fault | undefined)[] = [
    undefined,
    ...modesOf(unit.parts.find((p) => p.id === "X")!).map((m) => ({
      part: "X",
      mode: m.id,
      ...(m.sizes ? { severity: type === "charger" ? m.sizes.to : m.sizes.from } : {}),
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
    const modes = modesOf(unit.parts.find((p) => p.id === "X")!);
    for (const fault of faults.slice(1)) {
      // Stuck, stiff or noisy, or letting water by: no reading tells, only what is seen, heard and felt.
      if (modes.find((m) => m.id === fault!.mode)!.works !== undefined || fault!.mode === "lets-by") continue;
      const shows = unit.states.some(({ id }) => {
        const expanded = expandUnit(unit, { state: id, lifts: [] });
        const [healthy, faulty] = [settle(expanded.circuit), settle(expanded.withFault(fault!))];
        const nodes = expanded.circuit.nodeNames.length;
        if (id === "dead" && junctionsDiffer(type, expanded, healthy, faulty)) return true;
        return Array.from({ length: nodes - 1 }, (_, i) => i + 1).some((node) =>
          (["ac", "dc"] as const).some((domain) => {
            const read = (p: OperatingPoint) => {
              voltageInto(out, p[domain], node, 0);
              const v = domain === "dc" ? out[0]! : Math.hypot(out[0]!, out[1]!);
              transferInto(out, p[domain], node, 0, node, 0);
              return [v, Math.hypot(out[0]!, out[1]!)];
            };
            const [a, b] = [read(healthy), read(faulty)];
            return a.some(
              (value, k) => Math.abs(value - b[k]!) > 0.005 * Math.max(Math.abs(value), Math.abs(b[k]!)),
            );
          }),
        );
      });
      expect({ mode: fault!.mode, shows }).toEqual({ mode: fault!.mode, shows: true });
    }
  });
});

/** Whether the diode range across any of the part's junctions, or the capacitance range, tells the two apart. */
function junctionsDiffer(
  type: string,
  expanded: ExpandedUnit,
  a: OperatingPoint,
  b: OperatingPoint,
): boolean {
  const { junctions = [], alternating = [] } = CATALOGUE.get(type)!;
  const differ = (fn: "diode" | "farad", red: string, black: string, by: (x: number) => number) => {
    const [p, q] = [expanded.nodeOf(`X.${red}`), expanded.nodeOf(`X.${black}`)];
    const [x, y] = [a, b].map((point) => predictReading(point, fn, p, q).value) as [number, number];
    return Number.isFinite(x) !== Number.isFinite(y) || Math.abs(x - y) > by(x);
  };
  return (
    junctions.some(([anode, cathode]) => differ("diode", anode, cathode, () => 0.05)) ||
    alternating.some(([red, black]) => differ("farad", red, black, (x) => 0.1 * x))
  );
}

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

describe("type K by IEC 60584-1's table (from memory)", () => {
  test.each([
    [0, 0],
    [25, 1.0],
    [100, 4.096],
    [500, 20.644],
    [1000, 41.276],
  ])("%d °C is %d mV", (celsius, millivolts) => {
    expect(Math.abs(typeKMillivolts(celsius) - millivolts)).toBeLessThan(0.002);
  });
});

describe("facts of the trade (common practice, no source)", () => {
  const ohms = (unit: UnitModel, red: string, black: string) => {
    const expanded = expandUnit(unit, { state: "dead", lifts: [] });
    const [p, q] = [expanded.nodeOf(red), expanded.nodeOf(black)];
    transferInto(out, settle(expanded.circuit).dc, p, q, p, q);
    return out[0]!;
  };
  const alone = (
    type: string,
    terminals: Record<string, string>,
    parameters: Record<string, unknown>,
    extra: readonly object[] = [],
  ) => unitOf(type, { supply: "ac", parts: [part(type, terminals, parameters), ...extra] });

  test("a compressor's windings: common–run lowest, common–start higher, run–start the sum of the two", () => {
    const unit = alone(
      "split-winding-motor",
      { c: "C", s: "S", r: "R", pe: "PE" },
      { volts: 24, amps: 1, runOhms: 2.2, startOhms: 6.1 },
    );
    const [run, start, both] = [ohms(unit, "X.c", "X.r"), ohms(unit, "X.c", "X.s"), ohms(unit, "X.r", "X.s")];
    expect(run).toBeLessThan(start);
    expect(both).toBeCloseTo(run + start, 6);
  });

  test("three equal readings mean a three-phase motor", () => {
    const unit = alone("three-phase-motor", { u: "U", v: "V", w: "W", pe: "PE" }, { windingOhms: 1.4 });
    const readings = [ohms(unit, "X.u", "X.v"), ohms(unit, "X.v", "X.w"), ohms(unit, "X.w", "X.u")];
    for (const reading of readings) expect(reading).toBeCloseTo(2.8, 6);
  });

  test("a 24 V contactor coil drawing 0.4 A reads 18 Ω where 18 is expected", () => {
    const unit = alone(
      "contactor",
      { coilA: "A", coilB: "B", l1: "P", t1: "T1", l2: "P", t2: "T2" },
      { coilVolts: 24, coilAmps: 0.4, coilOhms: 18 },
    );
    expect(ohms(unit, "X.coilA", "X.coilB")).toBeCloseTo(18, 6);
  });

  test("an earth-leakage device trips on a leak of 30 mA and not on a balanced 10 A", () => {
    const leak = (amps: number) => {
      const unit = alone("rcd", { lIn: "P", nIn: "M", lOut: "L", nOut: "N" }, {}, [
        feed("R1", "L", "N", 2.4),
        feed("R2", "L", "M", 24 / amps),
      ]);
      const expanded = expandUnit(unit, { state: "on", lifts: [] });
      voltageInto(out, settle(expanded.circuit).ac, expanded.nodeOf("R1.a"), expanded.nodeOf("R1.b"));
      return Math.hypot(out[0]!, out[1]!);
    };
    expect(leak(1e-4)).toBeGreaterThan(20);
    expect(leak(0.035)).toBeLessThan(0.01);
  });

  test("a high-impedance meter shows tens of volts on an open wire that runs 3 m beside a live one", () => {
    const unit = readUnitOrThrow({
      format: "zygodrome-unit",
      version: 1,
      id: "loom",
      name: "Loom",
      ground: "M",
      parts: [
        {
          id: "IN",
          name: "Supply",
          type: "mains",
          terminals: { l: "P", n: "M", pe: "M" },
          parameters: { volts: 230 },
        },
        {
          id: "S1",
          name: "Switch",
          type: "switch",
          terminals: { a: "P", b: "X0" },
          parameters: { rest: "open" },
        },
        {
          id: "W1",
          name: "Wire",
          type: "wire",
          terminals: { a: "X0", b: "X1", beside: "P" },
          parameters: { metres: 3, mm2: 1 },
          colour: "grey",
        },
      ],
      states: [{ id: "on", name: "On", power: "live" }],
    });
    const expanded = expandUnit(unit, { state: "on", lifts: [] });
    const point = settle(expanded.circuit);
    const reading = predictReading(point, "vac", expanded.nodeOf("W1.b"), 0).value;
    expect(reading).toBeGreaterThan(20);
    expect(reading).toBeLessThan(200);
  });
});
