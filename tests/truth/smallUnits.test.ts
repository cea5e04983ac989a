import { describe, expect, test } from "@jest/globals";
import { openedIn } from "#core/circuit/index.ts";
import { predictReading, type MeterFunction } from "#core/meter/index.ts";
import { stateRuns } from "#core/sequence/index.ts";
import { readUnitOrThrow, type Fault, type UnitModel } from "#core/unit/index.ts";
import { demoUnit } from "../support/demoUnits.ts";

/** Small units whose answers are known by hand, or from ngspice 39 decks written by bench/truth (values written down here). */
type Part = { id: string; type: string; terminals: object; parameters?: object };

function unitOf(parts: readonly Part[], ground: string): UnitModel {
  return readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: "small",
    name: "Small unit",
    hertz: 60,
    ground,
    parts: parts.map((p) => ({ name: p.id, ...p })),
    states: [
      { id: "off", name: "Off", power: "live" },
      {
        id: "on",
        name: "On",
        power: "live",
        drives: parts.some((p) => p.id === "Q1") ? [{ output: "Q1" }] : [],
      },
      { id: "dead", name: "Dead", power: "dead" },
    ],
  });
}

function reads(
  unit: UnitModel,
  state: string,
  fn: MeterFunction,
  red: string,
  black: string,
  ...faults: Fault[]
) {
  const { expanded, point } = stateRuns(unit).point({ state, lifts: [] }, faults);
  expect(point.status).toBe("settled");
  return predictReading(point, fn, expanded.nodeOf(red), expanded.nodeOf(black)).value;
}

describe("a relay", () => {
  const unit = unitOf(
    [
      { id: "PS", type: "dc-supply", terminals: { plus: "P", minus: "N" }, parameters: { volts: 12 } },
      {
        id: "K1",
        type: "relay",
        terminals: { coilA: "P", coilB: "D", com: "P", no: "OUT" },
        parameters: { coilVolts: 12, coilOhms: 360 },
      },
      { id: "Q1", type: "low-side-output", terminals: { out: "D", ground: "N" } },
      { id: "L1", type: "resistor", terminals: { a: "OUT", b: "N" }, parameters: { ohms: 100 } },
    ],
    "N",
  );
  test("is moved by its coil's current: volts across an open coil move nothing", () => {
    expect(reads(unit, "on", "vdc", "L1.a", "L1.b")).toBeCloseTo(12, 1);
    expect(
      reads(unit, "on", "vdc", "K1.coilA", "K1.coilB", { part: "K1", mode: "coil-open" }),
    ).toBeGreaterThan(11);
    expect(reads(unit, "on", "vdc", "L1.a", "L1.b", { part: "K1", mode: "coil-open" })).toBeLessThan(0.01);
    expect(reads(unit, "off", "vdc", "L1.a", "L1.b")).toBeLessThan(0.01);
  });

  // 360 Ω at 12 V are 33.3 mA; 70 % of that, 23.3 mA, flow from 8.4 V up.
  test.each([
    [8.3, false],
    [8.6, true],
  ])("on a supply of %d V it pulls in: %p", (volts, pulls) => {
    const weak = {
      ...unit,
      parts: unit.parts.map((p) => (p.id === "PS" ? { ...p, parameters: { volts, ohms: 0.05 } } : p)),
    };
    expect(reads(weak, "on", "vdc", "L1.a", "L1.b") > 1).toBe(pulls);
  });
});

describe("a relay that bypasses its own inrush resistor", () => {
  const unit = unitOf(
    [
      {
        id: "VS",
        type: "dc-supply",
        terminals: { plus: "P", minus: "N" },
        parameters: { volts: 24, ohms: 0.1 },
      },
      { id: "RI", type: "resistor", terminals: { a: "P", b: "BUS" }, parameters: { ohms: 10 } },
      {
        id: "K1",
        type: "relay",
        terminals: { coilA: "BUS", coilB: "N", com: "P", no: "BUS" },
        parameters: { coilVolts: 24, coilOhms: 640 },
      },
      { id: "RL", type: "resistor", terminals: { a: "BUS", b: "N" }, parameters: { ohms: 100 } },
    ],
    "N",
  );
  test("never pulls in once the resistor is open: a contact cannot hold what it has never fed", () => {
    expect(reads(unit, "on", "vdc", "RL.a", "RL.b")).toBeCloseTo(23.97, 1);
    expect(Math.abs(reads(unit, "on", "vdc", "RL.a", "RL.b", { part: "RI", mode: "open" }))).toBeLessThan(
      1e-3,
    );
  });
});

describe("an AC coil", () => {
  const coil = (inrush: number, sourceOhms: number) =>
    unitOf(
      [
        {
          id: "IN",
          type: "mains",
          terminals: { l: "L", n: "N", pe: "PE" },
          parameters: { volts: 24, ohms: sourceOhms },
        },
        {
          id: "K1",
          type: "relay",
          terminals: { coilA: "L", coilB: "N", com: "L", no: "OUT" },
          parameters: { coilVolts: 24, coilOhms: 40, coilSupply: "ac", coilAmps: 0.2, inrush },
        },
        { id: "RL", type: "resistor", terminals: { a: "OUT", b: "N" }, parameters: { ohms: 1000 } },
      ],
      "PE",
    );
  test("draws its sealed current once it is in, and a supply too weak for its inrush leaves it out", () => {
    // 24 V at 0.2 A: 120 Ω, of which 40 Ω are copper.
    expect(reads(coil(2, 0.1), "on", "vac", "RL.a", "RL.b")).toBeGreaterThan(23);
    // At 2.5 times the current the open armature leaves 48 Ω; 60 Ω in series leave it half of its volts.
    expect(reads(coil(2.5, 60), "on", "vac", "RL.a", "RL.b")).toBeLessThan(0.1);
  });
});

test("an idle leg between two blocked junctions reads what the meter's 10 MΩ lets stand: 0.0193 V by ngspice", () => {
  const junction = { forwardVolts: 0.56, emission: 1.7, seriesOhms: 0.02 };
  const unit = unitOf(
    [
      { id: "VS", type: "dc-supply", terminals: { plus: "P", minus: "N" }, parameters: { volts: 320 } },
      { id: "DU", type: "diode", terminals: { a: "U", k: "P" }, parameters: junction },
      { id: "DL", type: "diode", terminals: { a: "N", k: "U" }, parameters: junction },
    ],
    "N",
  );
  expect(Math.abs(reads(unit, "on", "vdc", "DL.k", "DL.a") - 0.0193)).toBeLessThan(0.004);
});

const BOARD: readonly Part[] = [
  {
    id: "V1",
    type: "mains",
    terminals: { l: "L", n: "N", pe: "GND" },
    parameters: { volts: 120, ohms: 0.2 },
  },
  { id: "F1", type: "fuse", terminals: { a: "L", b: "P1" }, parameters: { amps: 50, ohms: 0.4 } },
  {
    id: "T1",
    type: "transformer",
    terminals: { p1: "P1", p2: "N", s1: "AC1", s2: "AC2" },
    parameters: {
      primaryVolts: 120,
      secondaryVolts: 13.2,
      primaryOhms: 30,
      secondaryOhms: 0.5,
      magnetisingAmps: 0.04,
    },
  },
  { id: "D1", type: "diode", terminals: { a: "AC1", k: "RAW" } },
  { id: "D2", type: "diode", terminals: { a: "AC2", k: "RAW" } },
  { id: "D3", type: "diode", terminals: { a: "GND", k: "AC1" } },
  { id: "D4", type: "diode", terminals: { a: "GND", k: "AC2" } },
  {
    id: "C1",
    type: "capacitor",
    terminals: { a: "RAW", b: "GND" },
    parameters: { farads: 0.0022, esrOhms: 0.05, leakOhms: 1e9 },
  },
  { id: "RB", type: "resistor", terminals: { a: "RAW", b: "GND" }, parameters: { ohms: 10_000 } },
  {
    id: "U1",
    type: "regulator",
    terminals: { in: "RAW", out: "V12", ground: "GND" },
    parameters: { volts: 12, dropout: 1.3, limitAmps: 1.1 },
  },
  { id: "RL", type: "resistor", terminals: { a: "V12", b: "GND" }, parameters: { ohms: 30 } },
];

describe("a rectified supply with a regulator", () => {
  const unit = unitOf(BOARD, "GND");
  test.each<[string, Fault[]]>([
    ["whole", []],
    ["one diode open", [{ part: "D1", mode: "open" }]],
    ["one diode shorted", [{ part: "D2", mode: "shorted" }]],
    [
      "two diodes open",
      [
        { part: "D1", mode: "open" },
        { part: "D2", mode: "open" },
      ],
    ],
    ["capacitor open", [{ part: "C1", mode: "open" }]],
    [
      "capacitor open and a diode open",
      [
        { part: "C1", mode: "open" },
        { part: "D1", mode: "open" },
      ],
    ],
    [
      "diodes shorted across the winding",
      [
        { part: "D2", mode: "shorted" },
        { part: "D3", mode: "shorted" },
      ],
    ],
    ["turns shorted", [{ part: "T1", mode: "shorted-turns", severity: 1 }]],
    ["regulator shorted through", [{ part: "U1", mode: "shorted" }]],
    ["load off", [{ part: "RL", mode: "open" }]],
  ])("has a cycle: %s", (_name, faults) => {
    const volts = reads(unit, "on", "vdc", "RL.a", "RL.b", ...faults);
    expect(volts).toBeGreaterThanOrEqual(-1e-6);
    expect(volts).toBeLessThan(19);
  });

  // ngspice 39: 14.114 V and 1.379 V RMS on the reservoir, 11.708 V and 0.454 V behind the regulator.
  test("a reservoir at 23 % lets the regulator drop out on its ripple, and its rail follows", () => {
    const low = { part: "C1", mode: "low", severity: 0.23 };
    expect(reads(unit, "on", "vdc", "C1.a", "C1.b", low) / 14.114).toBeCloseTo(1, 2);
    expect(reads(unit, "on", "vac", "C1.a", "C1.b", low) / 1.379).toBeCloseTo(1, 1);
    expect(reads(unit, "on", "vdc", "RL.a", "RL.b", low) / 11.708).toBeCloseTo(1, 2);
    expect(Math.abs(reads(unit, "on", "vac", "RL.a", "RL.b", low) - 0.454)).toBeLessThan(0.02);
    expect(reads(unit, "on", "vac", "RL.a", "RL.b")).toBeLessThan(0.001);
  });

  // ngspice 39, with the meter across the pair: 5.3505 V DC and 6.7418 V AC.
  test("a winding that floats while every diode blocks reads what the meter makes of it", () => {
    const floating = unitOf(
      BOARD.filter((p) => !["RB", "U1", "RL"].includes(p.id))
        .concat([{ id: "RL", type: "resistor", terminals: { a: "RAW", b: "GND" }, parameters: { ohms: 35 } }])
        .map((p) =>
          p.id.startsWith("D")
            ? { ...p, parameters: { forwardVolts: 0.579, emission: 1.8, seriesOhms: 0.04 } }
            : p,
        ),
      "GND",
    );
    expect(reads(floating, "on", "vdc", "D1.a", "D3.a") / 5.35).toBeCloseTo(1, 1);
    expect(reads(floating, "on", "vac", "D1.a", "D3.a") / 6.742).toBeCloseTo(1, 1);
  });

  test("ohms behind an open winding are never negative", () => {
    const open = { part: "T1", mode: "secondary-open" };
    for (const [a, b] of [
      ["D1.a", "D1.k"],
      ["D1.k", "D1.a"],
      ["D1.a", "D2.a"],
      ["C1.a", "D3.k"],
    ] as const)
      expect(reads(unit, "dead", "ohm", a, b, open)).toBeGreaterThanOrEqual(0);
    // ngspice 39: 53.52 kΩ from the anode, one junction and the leaks behind it.
  });
});

test("a leak past a relay that chatters still opens the leakage device", () => {
  const unit = unitOf(
    [
      { id: "IN", type: "mains", terminals: { l: "L", n: "N", pe: "PE" }, parameters: { volts: 230 } },
      { id: "RCD", type: "rcd", terminals: { lIn: "L", nIn: "N", lOut: "LO", nOut: "NO" } },
      {
        id: "H",
        type: "heater",
        terminals: { "1": "LO", "2": "NO", pe: "PE" },
        parameters: { volts: 230, watts: 500 },
      },
    ],
    "PE",
  );
  const leak = (severity: number) => {
    const { expanded, point } = stateRuns(unit).point({ state: "on", lifts: [] }, [
      { part: "H", mode: "leak", severity },
    ]);
    return openedIn(point, expanded.withFault({ part: "H", mode: "leak", severity })).map((o) => [
      o.id,
      o.why,
    ]);
  };
  // 30 mA trips at three quarters: 22.5 mA, from 230 V through 10.2 kΩ.
  expect(leak(9_900)).toEqual([["RCD", "residual"]]);
  expect(leak(10_600)).toEqual([]);
});

// Through a regulator's half ohm a meter of 3 kΩ moves nothing; by the line through mean and fundamental it seemed 81 Ω.
test("a meter of low impedance from a regulated rail to the line reads the mains", () => {
  // ngspice: 119.394 V, and 119.418 V with 10 MΩ.
  const { expanded, point } = stateRuns(demoUnit("roaster-dr6")).point({ state: "roast", lifts: [] }, []);
  const { value, spread } = predictReading(
    point,
    "lowz",
    expanded.nodeOf("MC.plus"),
    expanded.nodeOf("W1.a"),
  );
  expect(Math.abs(value / 119.394 - 1)).toBeLessThan(0.002);
  // Nothing floats there that would make it uncertain.
  expect(spread).toBeLessThan(0.5);
});
