import { describe, expect, test } from "@jest/globals";
import { transient } from "#core/circuit/index.ts";
import { dischargeSeconds, rippleVolts, SAFE_VOLTS } from "#core/component/index.ts";
import { CircuitBuilder } from "../support/circuits.ts";
import { simulateTransient } from "./simulate.ts";

/** The bench's closed forms against the engine's own transient and against ngspice. */
const peakToPeak = (time: ArrayLike<number>, volts: ArrayLike<number>, from: number) => {
  let [low, high] = [Infinity, -Infinity];
  for (let i = 0; i < time.length; i++)
    if (time[i]! >= from) [low, high] = [Math.min(low, volts[i]!), Math.max(high, volts[i]!)];
  return { ripple: high - low, mean: (high + low) / 2 };
};

describe("ripple of a rectified rail: I/(2·f·C) is an upper estimate, and not twice the truth", () => {
  test.each([
    { volts: 10, farads: 2.2e-3, ohms: 24 },
    { volts: 24, farads: 4.7e-3, ohms: 15 },
    { volts: 10, farads: 4.7e-4, ohms: 100 },
  ])("%j", ({ volts, farads, ohms }) => {
    const c = new CircuitBuilder(50)
      .branch("l", "n", { ohms: 0.2, acVolts: volts })
      .branch("n", "0", { ohms: 1e6 })
      .diode("l", "p")
      .diode("n", "p")
      .diode("0", "l")
      .diode("0", "n")
      .branch("p", "0", { ohms: 0.01, farads })
      .branch("p", "0", { ohms });
    const circuit = c.build();
    const out = c.node("p");
    const seconds = 0.3;
    const ours = transient(circuit, { seconds, nodes: [out] });
    const theirs = simulateTransient(circuit, out, seconds);
    for (const run of [
      peakToPeak(ours.time, ours.volts[0]!, seconds - 0.04),
      peakToPeak(theirs.time, theirs.volts, seconds - 0.04),
    ]) {
      const estimate = rippleVolts(run.mean / ohms, farads, 50);
      expect(run.ripple).toBeLessThan(estimate);
      expect(run.ripple).toBeGreaterThan(0.5 * estimate);
    }
  });
});

describe("time to discharge: the same as the engine's and ngspice's charge that is still to come", () => {
  test.each([
    { farads: 470e-6, ohms: 1000, volts: 325 },
    { farads: 35e-6, ohms: 20_000, volts: 400 },
  ])("%j", ({ farads, ohms, volts }) => {
    const c = new CircuitBuilder(50)
      .branch("s", "0", { ohms: 1e-3, dcVolts: volts })
      .branch("s", "p", { ohms })
      .branch("p", "0", { ohms: 1e-3, farads });
    const circuit = c.build();
    const seconds = dischargeSeconds(farads, ohms, volts);
    const runs = [
      (() => {
        const run = transient(circuit, { seconds: 1.2 * seconds, nodes: [c.node("p")] });
        return { time: run.time, volts: run.volts[0]! };
      })(),
      simulateTransient(circuit, c.node("p"), 1.2 * seconds),
    ];
    for (const run of runs) {
      const source = Math.sign(run.volts.at(-1)!) * volts;
      const at = run.volts.findIndex((v) => Math.abs(source - v) <= SAFE_VOLTS);
      expect(run.time[at]! / seconds).toBeCloseTo(1, 1.5);
    }
  });
});
