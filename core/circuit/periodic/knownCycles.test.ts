import { describe, expect, test } from "@jest/globals";
import { CircuitBuilder } from "../../../tests/support/circuits.ts";
import { periodicState, type PeriodicState } from "../index.ts";

/** A bridge on 230 V behind so many ohms, 470 µF, and a load of so many ohms. */
function supply(loadOhms: number, lineOhms = 47, more: (c: CircuitBuilder) => void = () => undefined) {
  const c = new CircuitBuilder()
    .branch("l", "0", { ohms: 0.3, acVolts: 230 })
    .branch("l", "a", { ohms: lineOhms })
    .diode("a", "p")
    .diode("0", "p")
    .diode("m", "a")
    .diode("m", "0")
    .branch("p", "m", { ohms: 0.12, farads: 4.7e-4 })
    .branch("p", "m", { ohms: loadOhms });
  more(c);
  return { circuit: c.build(), p: c.node("p"), m: c.node("m"), a: c.node("a") };
}

const mean = (wave: Float64Array) => wave.reduce((sum, v) => sum + v, 0) / wave.length;

/** Mean current that the four diodes bring, A, from what stands for them in the mean. */
function rectified(state: PeriodicState, { circuit }: ReturnType<typeof supply>): number {
  const { equivalents } = state.carriers();
  const amps = circuit.controls.map((control, i) => {
    const { dcOhms, dcVolts } = equivalents.get(i)!;
    const { a, b } = circuit.branches[(control as { branch: number }).branch]!;
    return (mean(state.wave(a, b)) - dcVolts) / dcOhms!;
  });
  return amps[0]! + amps[1]!;
}

describe("cycles that are shared", () => {
  test.each([3300, 22_000, 52_000, 56_000, 80_000, 150_000])(
    "%d Ω: what the diodes bring is what the load takes, whatever was solved before",
    (ohms) => {
      const made = supply(ohms);
      const state = periodicState(made.circuit)!;
      const takes = mean(state.wave(made.p, made.m)) / ohms;
      // Kirchhoff: over a settled cycle a capacitor takes nothing.
      expect(rectified(state, made) / takes).toBeCloseTo(1, 2);
    },
  );

  test("a circuit whose fault the ports cannot feel has the very same cycle", () => {
    const [one, other] = [supply(10_000), supply(10_000, 47, (c) => c.branch("x", "0", { ohms: 5 }))];
    expect(periodicState(other.circuit)!.settled).toBe(periodicState(one.circuit)!.settled);
  });

  test("a line of twice the ohms, or a load less by a thousandth, has one of its own", () => {
    const known = periodicState(supply(10_000).circuit)!;
    for (const other of [supply(10_000, 94), supply(9990)])
      expect(periodicState(other.circuit)!.settled).not.toBe(known.settled);
  });

  test("sought from a neighbour or from rest, it is the same cycle", () => {
    const near = periodicState(supply(31_000).circuit)!;
    const made = supply(30_000);
    const from = periodicState(made.circuit, near)!;
    const rest = periodicState(supply(30_000.01).circuit)!;
    expect(mean(from.wave(made.p, made.m))).toBeCloseTo(mean(rest.wave(made.p, made.m)), 1);
    expect(from.harmonics(made.p, made.m) / rest.harmonics(made.p, made.m)).toBeCloseTo(1, 2);
  });
});

describe("what a cycle reads across a fault", () => {
  test("the pulses through a joint of 160 Ω are those of the circuit that has the joint", () => {
    const plain = periodicState(supply(3300).circuit)!;
    const made = supply(3300, 160 + 47);
    const carried = periodicState(made.circuit, plain)!;
    const wave = carried.wave(made.circuit.nodeNames.indexOf("l"), made.a);
    const rms = Math.sqrt(mean(wave.map((v) => v * v)));
    const takes = mean(carried.wave(made.p, made.m)) / 3300;
    expect(rms / (207 * takes) / formFactor(207 / 3300)).toBeCloseTo(1, 1);
  });
});

/**
 * RMS over rectified mean of the current that a sine drives through a resistance R into a steady voltage x·V̂, where a
 * load draws that mean at x·V̂/RL; worked by hand from i = V̂·(sin θ − x)/R while it is positive, no drops.
 */
function formFactor(ratio: number): number {
  const angle = (x: number) => Math.PI - 2 * Math.asin(x);
  const average = (x: number) => (2 * Math.cos(Math.asin(x)) - x * angle(x)) / Math.PI;
  let [low, high] = [0, 1];
  for (let i = 0; i < 60; i++) {
    const x = (low + high) / 2;
    if (average(x) > ratio * x) low = x;
    else high = x;
  }
  const x = low;
  const theta = Math.asin(x);
  const square = angle(x) / 2 + Math.sin(2 * theta) / 2 - 4 * x * Math.cos(theta) + x * x * angle(x);
  return Math.sqrt(square / Math.PI) / average(x);
}
