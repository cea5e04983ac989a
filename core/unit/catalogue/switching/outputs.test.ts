import { expect, test } from "@jest/globals";
import { settle } from "../../../circuit/index.ts";
import { predictReading } from "../../../meter/index.ts";
import { expandUnit, readUnitOrThrow } from "../../index.ts";

/** 12 V, a MOSFET beside its rail with 1 kΩ as its load, and its gate tied to a net; what stands across the load. */
function acrossLoad(channel: "n" | "p", gate: string): number {
  const part = (id: string, type: string, terminals: object, parameters: object) => ({
    id,
    name: id,
    type,
    terminals,
    parameters,
  });
  const [source, load] = channel === "n" ? ["M", "P"] : ["P", "M"];
  const unit = readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: "gate",
    name: "Gate",
    ground: "M",
    parts: [
      part("S", "dc-supply", { plus: "P", minus: "M" }, { volts: 12 }),
      part("S2", "dc-supply", { plus: "M", minus: "BELOW" }, { volts: 12 }),
      part("S3", "dc-supply", { plus: "ABOVE", minus: "P" }, { volts: 12 }),
      part("Q", "mosfet", { gate, drain: "D", source }, { channel }),
      part("R", "resistor", { a: "D", b: load }, { ohms: 1000 }),
    ],
    states: [
      { id: "on", name: "On", power: "live" },
      { id: "dead", name: "Dead", power: "dead" },
    ],
  });
  const expanded = expandUnit(unit, { state: "on", lifts: [] });
  const point = settle(expanded.circuit);
  expect(point.status).toBe("settled");
  return Math.abs(predictReading(point, "vdc", expanded.nodeOf("R.a"), expanded.nodeOf("R.b")).value);
}

// Common practice, no source: an n-channel is opened by a gate above its source, a p-channel by one below.
test.each([
  ["n", "P", 12],
  ["n", "M", 0],
  ["n", "BELOW", 0],
  ["p", "M", 12],
  ["p", "P", 0],
  ["p", "ABOVE", 0],
] as const)("a MOSFET of the %s channel with its gate at %s has %d V at its load", (channel, gate, volts) => {
  expect(acrossLoad(channel, gate)).toBeCloseTo(volts, 1);
});
