import { describe, expect, test } from "@jest/globals";
import { settle, transient } from "#core/circuit/index.ts";
import { predictReading } from "#core/meter/index.ts";
import { expandUnit, readUnitOrThrow, type Fault } from "#core/unit/index.ts";
import { simulateTransient } from "./simulate.ts";

/**
 * Supplies as a board has them (transformer, bridge, smoothing, regulator), whole and with each part failed: the
 * reading of the cycle that repeats against ngspice's run through time, mean and RMS, within 2 %.
 */
const part = (
  id: string,
  type: string,
  terminals: Record<string, string>,
  parameters: Record<string, unknown> = {},
) => ({ id, name: id, type, terminals, parameters });

const load = (id: string, a: string, b: string, ohms: number) => part(id, "resistor", { a, b }, { ohms });

function supply(hertz: number, parts: readonly object[]) {
  return readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: "supply",
    name: "Supply",
    hertz,
    ground: "PE",
    parts: [part("IN", "mains", { l: "L", n: "N", pe: "PE" }, { volts: hertz === 50 ? 230 : 120 }), ...parts],
    states: [{ id: "on", name: "On", power: "live" }],
  });
}

const board = supply(50, [
  part("F1", "fuse", { a: "L", b: "LF" }, { amps: 1 }),
  part(
    "T1",
    "transformer",
    { p1: "LF", p2: "N", s1: "S1", s2: "S2" },
    // A large magnetising current, so that its start dies down within the simulator's run.
    { primaryVolts: 230, secondaryVolts: 12, primaryOhms: 280, secondaryOhms: 0.8, magnetisingAmps: 0.1 },
  ),
  part("DB1", "bridge", { a1: "S1", a2: "S2", plus: "RAW", minus: "GND" }),
  part("C1", "capacitor", { a: "RAW", b: "GND" }, { farads: 1e-3, esrOhms: 0.08 }),
  part("U1", "regulator", { in: "RAW", out: "V5", ground: "GND" }, { volts: 5 }),
  load("R12", "RAW", "GND", 120),
  load("R5", "V5", "GND", 47),
  load("RB", "GND", "PE", 1e6),
]);

const direct = supply(60, [
  part("D1", "diode", { a: "L", k: "P" }, { forwardVolts: 0.65, seriesOhms: 0.1 }),
  part("RS", "resistor", { a: "P", b: "BUS" }, { ohms: 4.7 }),
  part("C1", "capacitor", { a: "BUS", b: "N" }, { farads: 47e-6, esrOhms: 0.4 }),
  load("R1", "BUS", "N", 2200),
]);

const SECONDS = 0.8;

describe.each([
  { name: "a board's supply", unit: board, plus: "C1.a", minus: "C1.b" },
  { name: "one diode straight from the mains", unit: direct, plus: "C1.a", minus: "C1.b" },
])("$name", ({ unit, plus, minus }) => {
  const faults: (Fault | undefined)[] = [
    undefined,
    { part: "C1", mode: "low", severity: 0.3 },
    { part: "C1", mode: "high-esr", severity: 100 },
    { part: "C1", mode: "open" },
    ...(unit === board
      ? [
          { part: "DB1", mode: "a1-plus-open" },
          { part: "DB1", mode: "minus-a2-open" },
          { part: "DB1", mode: "a2-plus-shorted" },
          { part: "F1", mode: "high-resistance", severity: 160 },
          { part: "R12", mode: "open" },
          { part: "U1", mode: "dead" },
        ]
      : [{ part: "RS", mode: "open" }]),
  ];
  test.each(faults.map((fault) => [fault ? `${fault.part}:${fault.mode}` : "whole", fault] as const))(
    "%s",
    (_name, fault) => {
      const expanded = expandUnit(unit, { state: "on", lifts: [] });
      const healthy = settle(expanded.circuit);
      const point = fault ? settle(expanded.withFault(fault), healthy) : healthy;
      expect(point.status).toBe("settled");
      const [p, q] = [expanded.nodeOf(plus), expanded.nodeOf(minus)];
      const theirs = meanAndRms(simulateTransient(point.circuit, p, SECONDS, q), unit.hertz);
      const mean = predictReading(point, "vdc", p, q).value;
      const alternating = predictReading(point, "vac", p, q).value;
      expect(Math.abs(mean - theirs.mean)).toBeLessThan(0.01 * Math.abs(theirs.mean) + 0.02);
      expect(Math.abs(alternating - theirs.alternating)).toBeLessThan(0.02 * theirs.alternating + 0.01);
    },
  );
});

test("the cycle that repeats is what the run through time comes to", () => {
  const expanded = expandUnit(board, { state: "on", lifts: [] });
  const point = settle(expanded.circuit);
  const [p, q] = [expanded.nodeOf("C1.a"), expanded.nodeOf("C1.b")];
  const run = transient(point.circuit, { seconds: SECONDS, nodes: [p, q], tolerance: 5e-5 });
  expect(run.status).toBe("done");
  const volts = run.volts[0]!.map((v, i) => v - run.volts[1]![i]!);
  const { mean, alternating } = meanAndRms({ time: run.time, volts }, 50);
  expect(Math.abs(predictReading(point, "vdc", p, q).value / mean - 1)).toBeLessThan(0.005);
  expect(Math.abs(predictReading(point, "vac", p, q).value / alternating - 1)).toBeLessThan(0.02);
});

/** Mean, and RMS about it, of the last two mains cycles. */
function meanAndRms({ time, volts }: { time: Float64Array; volts: Float64Array }, hertz: number) {
  const end = time.at(-1)!;
  let [area, square, span] = [0, 0, 0];
  for (let i = 1; i < time.length; i++) {
    if (time[i - 1]! < end - 2 / hertz) continue;
    const dt = time[i]! - time[i - 1]!;
    area += (dt * (volts[i]! + volts[i - 1]!)) / 2;
    square += (dt * (volts[i]! ** 2 + volts[i - 1]! ** 2)) / 2;
    span += dt;
  }
  const mean = area / span;
  return { mean, alternating: Math.sqrt(Math.max(0, square / span - mean * mean)) };
}
