import { describe, expect, test } from "@jest/globals";
import { CircuitBuilder } from "../../../tests/support/circuits.ts";
import { transient, type TransientResult } from "../index.ts";

/** Textbook closed forms of first- and second-order circuits. */
function at(result: TransientResult, seconds: number, node = 0): number {
  const { time, volts } = result;
  let i = time.findIndex((t) => t >= seconds);
  if (i < 0) i = time.length - 1;
  const [t0, t1] = [time[i - 1]!, time[i]!];
  return volts[node]![i - 1]! + ((volts[node]![i]! - volts[node]![i - 1]!) * (seconds - t0)) / (t1 - t0);
}

describe("closed forms", () => {
  test("RC charging: 12·(1 − e^(−t/RC)), RC = 1 kΩ · 10 µF = 10 ms", () => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 1e-3, dcVolts: 12 })
      .branch("s", "x", { ohms: 1000 })
      .branch("x", "0", { ohms: 1e-3, farads: 10e-6 });
    const run = transient(c.build(), { seconds: 0.05, nodes: [c.node("x")] });
    expect(run.status).toBe("done");
    for (const t of [0.002, 0.01, 0.02, 0.05])
      expect(at(run, t)).toBeCloseTo(12 * (1 - Math.exp(-t / 0.01)), 2);
  });

  test("RL: the current into 10 Ω and 0.2 H rises as 1.2·(1 − e^(−t·R/L))", () => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 1e-3, dcVolts: 12 })
      .branch("s", "x", { ohms: 5, henries: 0.2 })
      .branch("x", "0", { ohms: 5 });
    const run = transient(c.build(), { seconds: 0.1, nodes: [c.node("x")] });
    for (const t of [0.005, 0.02, 0.08])
      expect(at(run, t)).toBeCloseTo(5 * 1.2 * (1 - Math.exp((-t * 10) / 0.2)), 2);
  });

  test("LC: 100 mH and 10 µF ring at 159.15 Hz and barely decay", () => {
    const c = new CircuitBuilder()
      .branch("s", "0", { ohms: 1e-3, dcVolts: 10 })
      .branch("s", "x", { ohms: 0.01, henries: 0.1 })
      .branch("x", "0", { ohms: 0.01, farads: 10e-6 });
    const run = transient(c.build(), { seconds: 0.05, nodes: [c.node("x")], tolerance: 1e-5 });
    const omega = 1 / Math.sqrt(0.1 * 10e-6);
    for (const t of [0.001, 0.0123, 0.031, 0.049])
      expect(at(run, t)).toBeCloseTo(10 * (1 - Math.cos(omega * t) * Math.exp(-0.1 * t)), 0);
  });

  test("a sine through R and C settles to the phasor's amplitude: 100·√2/√(1 + (ωRC)²)", () => {
    const c = new CircuitBuilder(50)
      .branch("s", "0", { ohms: 1e-3, acVolts: 100 })
      .branch("s", "x", { ohms: 1000 })
      .branch("x", "0", { ohms: 1e-3, farads: 3.3e-6 });
    const run = transient(c.build(), { seconds: 0.2, nodes: [c.node("x")] });
    const tail = run.volts[0]!.filter((_, i) => run.time[i]! > 0.16);
    expect(Math.max(...tail)).toBeCloseTo(
      (100 * Math.SQRT2) / Math.hypot(1, 2 * Math.PI * 50 * 1000 * 3.3e-6),
      0,
    );
  });
});

describe("what it does not do", () => {
  test("a run is bounded and says when it gave up", () => {
    const c = new CircuitBuilder(50)
      .branch("s", "0", { ohms: 1, acVolts: 230 })
      .branch("s", "0", { ohms: 1e-3, farads: 1e-6 });
    const run = transient(c.build(), { seconds: 1000, maxStep: 1e-3, nodes: [1] });
    expect(run.status).toBe("too-many-steps");
  });
});
