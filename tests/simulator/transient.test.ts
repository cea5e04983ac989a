import { describe, expect, test } from "@jest/globals";
import { transient, type Circuit } from "#core/circuit/index.ts";
import { CircuitBuilder } from "../support/circuits.ts";
import { simulateTransient } from "./simulate.ts";

/** Rectified supplies against ngspice's transient: mean and ripple of the last cycles within 2 %. */
interface Supply {
  readonly volts: number;
  readonly hertz: number;
  readonly sourceOhms: number;
  readonly farads: number;
  readonly esr: number;
  readonly loadOhms: number;
}

const DIODE = { saturation: 5e-9, emission: 1.8, seriesOhms: 0.04, offsetVolts: 0 };

function addDiode(c: CircuitBuilder, a: string, b: string): void {
  const branch = c.build().branches.length;
  c.branch(a, b, { ohms: 1e10 });
  c.control({ kind: "diode", id: `D${branch}`, branch, ...DIODE });
}

/** A bridge (or what is left of it), smoothing and load. `missing` diodes are left out. */
function bridge({ volts, hertz, sourceOhms, farads, esr, loadOhms }: Supply, missing = 0) {
  const c = new CircuitBuilder(hertz)
    .branch("l", "n", { ohms: sourceOhms, acVolts: volts })
    .branch("n", "0", { ohms: 1e6 });
  const pairs = [
    ["l", "p"],
    ["n", "p"],
    ["0", "l"],
    ["0", "n"],
  ] as const;
  for (const [a, b] of pairs.slice(missing)) addDiode(c, a, b);
  c.branch("p", "0", { ohms: esr, farads }).branch("p", "0", { ohms: loadOhms });
  return { circuit: c.build(), out: c.node("p") };
}

/** Time-weighted mean and peak-to-peak of the last two mains cycles. */
function lastCycles(
  time: Float64Array,
  volts: Float64Array,
  hertz: number,
): { mean: number; ripple: number } {
  const end = time.at(-1)!;
  let area = 0;
  let span = 0;
  let [low, high] = [Infinity, -Infinity];
  for (let i = 1; i < time.length; i++) {
    if (time[i - 1]! < end - 2 / hertz) continue;
    const dt = time[i]! - time[i - 1]!;
    area += (dt * (volts[i]! + volts[i - 1]!)) / 2;
    span += dt;
    low = Math.min(low, volts[i]!);
    high = Math.max(high, volts[i]!);
  }
  return { mean: area / span, ripple: high - low };
}

function compare(
  circuit: Circuit,
  node: number,
  seconds: number,
): { ours: ReturnType<typeof lastCycles>; theirs: ReturnType<typeof lastCycles> } {
  const run = transient(circuit, { seconds, nodes: [node], tolerance: 3e-5 });
  expect(run.status).toBe("done");
  const reference = simulateTransient(circuit, node, seconds);
  return {
    ours: lastCycles(run.time, run.volts[0]!, circuit.hertz),
    theirs: lastCycles(reference.time, reference.volts, circuit.hertz),
  };
}

const near = (a: number, b: number, share: number) => expect(Math.abs(a / b - 1)).toBeLessThan(share);

describe("rectified supplies", () => {
  test.each<[string, Supply, number]>([
    [
      "12 V, 1000 µF, light load",
      { volts: 12, hertz: 50, sourceOhms: 1, farads: 1e-3, esr: 0.05, loadOhms: 100 },
      0,
    ],
    [
      "12 V, 1000 µF, heavy load",
      { volts: 12, hertz: 50, sourceOhms: 1, farads: 1e-3, esr: 0.05, loadOhms: 12 },
      0,
    ],
    [
      "24 V at 60 Hz, 2200 µF",
      { volts: 24, hertz: 60, sourceOhms: 0.8, farads: 2.2e-3, esr: 0.03, loadOhms: 40 },
      0,
    ],
    [
      "an aged capacitor: a fifth of its capacitance, high ESR",
      { volts: 12, hertz: 50, sourceOhms: 1, farads: 2e-4, esr: 2, loadOhms: 40 },
      0,
    ],
    [
      "one diode open: half the pulses",
      { volts: 12, hertz: 50, sourceOhms: 1, farads: 1e-3, esr: 0.05, loadOhms: 40 },
      1,
    ],
  ])("%s", (_name, supply, missing) => {
    const { circuit, out } = bridge(supply, missing);
    const { ours, theirs } = compare(circuit, out, 0.24);
    near(ours.mean, theirs.mean, 0.01);
    near(ours.ripple, theirs.ripple, 0.02);
  });

  test("the ripple of a lightly loaded supply is about I/(2·f·C) (common approximation)", () => {
    const { circuit, out } = bridge({
      volts: 12,
      hertz: 50,
      sourceOhms: 0.2,
      farads: 2.2e-3,
      esr: 0.01,
      loadOhms: 150,
    });
    const run = transient(circuit, { seconds: 0.3, nodes: [out] });
    const { mean, ripple } = lastCycles(run.time, run.volts[0]!, 50);
    const rule = mean / 150 / (2 * 50 * 2.2e-3);
    expect(ripple).toBeGreaterThan(0.6 * rule);
    expect(ripple).toBeLessThan(rule);
  });
});
