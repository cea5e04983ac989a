import { describe, expect, test } from "@jest/globals";
import { CircuitBuilder } from "../../../tests/support/circuits.ts";
import { dcVolts } from "../equations/solved.ts";
import { chargedPoint, chargesOf, discharged, settle } from "../index.ts";

/** A capacitor beside a resistance: v·e^(−t/RC), the textbook's. */
function bled(ohms: number, farads: number) {
  const c = new CircuitBuilder().branch("p", "0", { ohms: 0.1, farads }).branch("p", "0", { ohms });
  const circuit = c.build();
  const id = circuit.branches.find((b) => b.farads > 0)!.id;
  return { c, circuit, id };
}

describe("what is left on a capacitor", () => {
  test("470 µF at 325 V through 100 kΩ: e to the minus t over 47 s, within one percent", () => {
    const { circuit, id } = bled(1e5, 470e-6);
    const from = new Map([[id, 325]]);
    for (const t of [1, 10, 47, 88, 200])
      expect(Math.abs(discharged(circuit, from, t).get(id)! / (325 * Math.exp(-t / 47)) - 1)).toBeLessThan(
        0.01,
      );
  });

  test("in several goes it is the same as in one", () => {
    const { circuit, id } = bled(1e5, 470e-6);
    const once = discharged(circuit, new Map([[id, 325]]), 60).get(id)!;
    const half = discharged(circuit, new Map([[id, 325]]), 30);
    expect(discharged(circuit, half, 30, 30).get(id)! / once).toBeCloseTo(1, 3);
  });

  test("through 3 Ω it is gone before a probe is there, and a step far longer than RC does not ring", () => {
    const { circuit, id } = bled(3, 10e-6);
    expect(discharged(circuit, new Map([[id, 325]]), 2).has(id)).toBe(false);
  });

  test("two capacitors share a charge through a resistor: C₁v/(C₁ + C₂) on both in the end", () => {
    const c = new CircuitBuilder()
      .branch("p", "0", { ohms: 0.1, farads: 300e-6 })
      .branch("q", "0", { ohms: 0.1, farads: 100e-6 })
      .branch("p", "q", { ohms: 1e4 })
      .branch("p", "0", { ohms: 1e9 })
      .branch("q", "0", { ohms: 1e9 });
    const circuit = c.build();
    const [one, other] = circuit.branches.filter((b) => b.farads > 0).map((b) => b.id) as [string, string];
    const left = discharged(circuit, new Map([[one, 100]]), 30);
    expect(left.get(one)).toBeCloseTo(75, 0);
    expect(left.get(other)).toBeCloseTo(75, 0);
  });

  test("at the moment of switching off: direct volts as they are, alternating ones at their peak", () => {
    const build = (source: { dcVolts?: number; acVolts?: number }) => {
      const c = new CircuitBuilder()
        .branch("s", "0", { ohms: 1e-3, ...source })
        .branch("s", "p", { ohms: 1 })
        .branch("p", "0", { ohms: 0.1, farads: 1e-9 });
      return [...chargesOf(settle(c.build())).values()];
    };
    expect(build({ dcVolts: -12 })[0]).toBeCloseTo(-12, 3);
    expect(build({ acVolts: 230 })[0]).toBeCloseTo(230 * Math.SQRT2, 1);
    expect(build({})).toEqual([]);
  });

  test("the circuit stands as the charge drives it: half of it across half of the resistance", () => {
    const c = new CircuitBuilder()
      .branch("p", "0", { ohms: 0.1, farads: 1e-3 })
      .branch("p", "m", { ohms: 5000 })
      .branch("m", "0", { ohms: 5000 });
    const circuit = c.build();
    const id = circuit.branches.find((b) => b.farads > 0)!.id;
    const { dc } = chargedPoint(circuit, new Map([[id, 24]]));
    expect(dcVolts(dc, c.node("m"), 0)).toBeCloseTo(12, 2);
  });
});
