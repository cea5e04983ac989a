import { describe, expect, test } from "@jest/globals";
import { settle, transferInto, voltageInto } from "../../circuit/index.ts";
import { glasswasher } from "../../../tests/support/glasswasher.ts";
import { ntcOhms } from "#core/standards/index.ts";
import { conductorOhms } from "#core/standards/index.ts";
import { expandUnit, type Fault, type Setup } from "../index.ts";

const unit = glasswasher();
const out = new Float64Array(2);

function volts(setup: Setup, domain: "ac" | "dc", red: string, black: string, fault?: Fault): number {
  const expanded = expandUnit(unit, setup);
  const point = settle(fault ? expanded.withFault(fault) : expanded.circuit);
  voltageInto(out, point[domain], expanded.nodeOf(red), expanded.nodeOf(black));
  return Math.hypot(out[0]!, out[1]!);
}

function ohms(setup: Setup, red: string, black: string, fault?: Fault): number {
  const expanded = expandUnit(unit, setup);
  const point = settle(fault ? expanded.withFault(fault) : expanded.circuit);
  const [a, b] = [expanded.nodeOf(red), expanded.nodeOf(black)];
  transferInto(out, point.dc, a, b, a, b);
  return out[0]!;
}

const heat: Setup = { state: "rinse-heat", lifts: [] };
const dead: Setup = { state: "dead", lifts: [] };

describe("the glasswasher's circuit", () => {
  test("by hand: 8.7 A through the heater's course leaves it within 6 V of the 230 V supply", () => {
    // Source 0.35 Ω, cord 2 × 0.0239 Ω, wires and contacts about 0.15 Ω in all: 8.6 A · 0.55 Ω ≈ 4.7 V.
    const v = volts(heat, "ac", "HT1.1", "HT1.2");
    expect(v).toBeGreaterThan(224);
    expect(v).toBeLessThan(227);
  });

  test("rails: 5 V regulated in every live state, the 12 V rail sags as relays pull in", () => {
    const standby = volts({ state: "standby", lifts: [] }, "dc", "C1.a", "C1.b");
    const heating = volts(heat, "dc", "C1.a", "C1.b");
    expect(heating).toBeLessThan(standby);
    for (const state of ["standby", "fill", "wash", "rinse-heat", "drain"])
      expect(volts({ state, lifts: [] }, "dc", "U1.out", "U1.ground")).toBeCloseTo(5, 1);
  });

  test("only the load that is called for has voltage", () => {
    const live = (state: string) =>
      ["Y1", "M1", "HT1", "M2", "Y2"].filter(
        (part) => volts({ state, lifts: [] }, "ac", `${part}.1`, `${part}.2`) > 200,
      );
    expect(live("standby")).toEqual([]);
    expect(live("fill")).toEqual(["Y1"]);
    expect(live("wash")).toEqual(["M1"]);
    expect(live("rinse-heat")).toEqual(["HT1", "Y2"]);
    expect(live("drain")).toEqual(["M2"]);
  });

  test("what the board will not do: no heat with the tank sensor open or the level switch open", () => {
    expect(volts(heat, "ac", "HT1.1", "HT1.2", { part: "NTC1", mode: "open" })).toBeLessThan(1);
    expect(volts(heat, "ac", "HT1.1", "HT1.2", { part: "S2", mode: "open" })).toBeLessThan(1);
  });

  test("a cut-out open stops the heater and leaves full voltage across itself", () => {
    const fault = { part: "TC1", mode: "open" };
    expect(volts(heat, "ac", "HT1.1", "HT1.2", fault)).toBeLessThan(0.1);
    expect(volts(heat, "ac", "TC1.a", "TC1.b", fault)).toBeGreaterThan(225);
  });

  test("a heater shorted hard enough blows the fuse, and all behind it is dead", () => {
    const shorted = { part: "HT1", mode: "shorted-turns", severity: 0.1 };
    expect(volts(heat, "ac", "F1.a", "F1.b", shorted)).toBeGreaterThan(225);
    expect(volts(heat, "dc", "C1.a", "C1.b", shorted)).toBeLessThan(0.1);
  });

  test("ohms as wired: the heater's own 26.45 Ω, and the loop through the transformer once it is open", () => {
    expect(ohms(dead, "HT1.1", "HT1.2")).toBeCloseTo(230 ** 2 / 2000, 1);
    expect(ohms(dead, "P4.1.b", "W6.a")).toBeCloseTo(3900, -1);
    // Across the open relay contact an ohmmeter sees valve and transformer in series: 3900 + 900 Ω.
    expect(ohms(dead, "K1.com", "K1.no")).toBeCloseTo(4800, -1);
  });

  test("with the lead off HT1.1 the terminal itself still reads the element, the wire reads open", () => {
    const lifted: Setup = { state: "dead", lifts: ["HT1"] };
    expect(ohms(lifted, "HT1.1", "HT1.2")).toBeCloseTo(26.45, 1);
    expect(ohms(lifted, "TC1.b", "HT1.2")).toBeGreaterThan(1e8);
    expect(ohms(dead, "TC1.b", "HT1.2")).toBeCloseTo(26.5, 0);
  });

  test("names what it does not know", () => {
    expect(() => expandUnit(unit, { state: "spin", lifts: [] })).toThrow(/no state “spin”/);
    expect(() => expandUnit(unit, dead).withFault({ part: "XX", mode: "open" })).toThrow(/no part “XX”/);
    expect(() => expandUnit(unit, dead).withFault({ part: "F1", mode: "melted" })).toThrow(
      /no failure mode “melted”/,
    );
  });
});

describe("numbers of the trade", () => {
  test("NTC: 10 kΩ at 25 °C and about 12 kΩ at 20 °C (common practice, no source)", () => {
    expect(ntcOhms(10_000, 3950, 25)).toBe(10_000);
    expect(Math.abs(ntcOhms(10_000, 3950, 20) - 12_000)).toBeLessThan(600);
  });

  test("copper: 1.5 mm² is at most 13.3 Ω/km stranded class 5, 12.1 solid (IEC 60228, from memory)", () => {
    expect(conductorOhms(1000, 1.5)).toBeGreaterThan(11.5);
    expect(conductorOhms(1000, 1.5)).toBeLessThan(13.3);
  });

  test("heater: about 44 Ω is right for 325 W at 120 V (common practice, no source)", () => {
    expect(120 ** 2 / 325).toBeCloseTo(44.3, 1);
    const small = {
      ...unit,
      parts: unit.parts.map((p) =>
        p.id === "HT1" ? { ...p, parameters: { volts: 120, watts: 325, insulationOhms: 5e8 } } : p,
      ),
    };
    const expanded = expandUnit(small, dead);
    const [a, b] = [expanded.nodeOf("HT1.1"), expanded.nodeOf("HT1.2")];
    transferInto(out, settle(expanded.circuit).dc, a, b, a, b);
    expect(out[0]).toBeCloseTo(44.3, 0);
  });
});
