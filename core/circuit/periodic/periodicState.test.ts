import { describe, expect, test } from "@jest/globals";
import { CircuitBuilder } from "../../../tests/support/circuits.ts";
import { periodicState, type PeriodicState } from "../index.ts";

/** A diode that drops a tenth of a volt or two, so that the textbook's ideal figures hold. */
const IDEAL = { saturation: 1e-6, emission: 0.5, seriesOhms: 1e-4 };

/** An isolated winding of so many volts RMS through four diodes, to "p" against the reference. */
function bridged(volts: number): CircuitBuilder {
  return new CircuitBuilder()
    .branch("s1", "s2", { ohms: 0.01, acVolts: volts })
    .branch("s2", "0", { ohms: 1e8 })
    .diode("s1", "p", IDEAL)
    .diode("s2", "p", IDEAL)
    .diode("0", "s1", IDEAL)
    .diode("0", "s2", IDEAL);
}

function solved(c: CircuitBuilder): PeriodicState {
  const state = periodicState(c.build());
  if (!state) throw new Error("no cycle was found");
  return state;
}

const mean = (wave: Float64Array) => wave.reduce((sum, v) => sum + v, 0) / wave.length;
const rms = (wave: Float64Array) => Math.sqrt(mean(wave.map((v) => v * v)));

describe("rectifiers of the textbook, ideal diodes", () => {
  test("half wave into a resistor: mean √2·V/π, RMS V/√2", () => {
    const c = new CircuitBuilder().branch("s", "0", { ohms: 0.01, acVolts: 100 });
    c.diode("s", "x", IDEAL);
    c.branch("x", "0", { ohms: 1000 });
    const wave = solved(c).wave(c.node("x"), 0);
    expect(mean(wave) / ((Math.SQRT2 * 100) / Math.PI)).toBeCloseTo(1, 2);
    expect(rms(wave) / (100 / Math.SQRT2)).toBeCloseTo(1, 2);
  });

  test("half wave, mean and fundamental taken away: RMS of the rest is 0.2177·√2·V", () => {
    // Mean square of a half sine of peak 1 is 1/4; less (1/π)² for the mean and (1/2)²/2 for the fundamental.
    const c = new CircuitBuilder().branch("s", "0", { ohms: 0.01, acVolts: 100 });
    c.diode("s", "x", IDEAL);
    c.branch("x", "0", { ohms: 1000 });
    const rest = Math.SQRT2 * 100 * Math.sqrt(1 / 4 - 1 / Math.PI ** 2 - 1 / 8);
    expect(solved(c).harmonics(c.node("x"), 0) / rest).toBeCloseTo(1, 1);
  });

  test("four diodes, large capacitor: peak less half the ripple, ripple I/(2·f·C)", () => {
    const c = bridged(12);
    c.branch("p", "0", { ohms: 1e-3, farads: 4.7e-3 });
    c.branch("p", "0", { ohms: 170 });
    const wave = solved(c).wave(c.node("p"), 0);
    const peak = Math.SQRT2 * 12;
    const ripple = peak / 170 / (2 * 50 * 4.7e-3);
    const swing = Math.max(...wave) - Math.min(...wave);
    expect(Math.max(...wave) / peak).toBeCloseTo(1, 1);
    expect(swing / ripple).toBeGreaterThan(0.8);
    expect(swing / ripple).toBeLessThan(1.05);
  });

  test("a choke of the critical size makes the mean of a full wave 2·√2·V/π", () => {
    const c = bridged(50);
    c.branch("p", "o", { ohms: 0.01, henries: 2 });
    c.branch("o", "0", { ohms: 100 });
    const wave = solved(c).wave(c.node("o"), 0);
    expect(mean(wave) / ((2 * Math.SQRT2 * 50) / Math.PI)).toBeCloseTo(1, 1);
  });

  test("no diode conducts: a capacitor with nothing to charge it stays empty", () => {
    const c = new CircuitBuilder().branch("s", "0", { ohms: 1, acVolts: 10 });
    c.diode("x", "y", { ...IDEAL, saturation: 1e-12 });
    c.branch("x", "0", { ohms: 100 });
    c.branch("y", "0", { ohms: 1, farads: 1e-5 });
    c.branch("s", "x", { ohms: 1e9 });
    const wave = solved(c).wave(c.node("y"), 0);
    expect(Math.abs(mean(wave))).toBeLessThan(1e-3);
  });
});

test("started from a neighbour's state it comes to the same cycle", () => {
  const supply = (loadOhms: number) => {
    const c = new CircuitBuilder().branch("s", "0", { ohms: 0.5, acVolts: 24 });
    c.diode("s", "p", { ...IDEAL, saturation: 1e-6 });
    c.branch("p", "0", { ohms: 0.1, farads: 1e-3 }).branch("p", "0", { ohms: loadOhms });
    return { circuit: c.build(), p: c.node("p") };
  };
  const [light, heavy] = [supply(1000), supply(50)];
  const afresh = periodicState(heavy.circuit)!;
  const carried = periodicState(heavy.circuit, periodicState(light.circuit))!;
  expect(mean(carried.wave(heavy.p, 0)) / mean(afresh.wave(heavy.p, 0))).toBeCloseTo(1, 3);
});
