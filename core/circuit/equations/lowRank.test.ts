import { describe, expect, test } from "@jest/globals";
import { CircuitBuilder } from "../../../tests/support/circuits.ts";
import { seeded } from "../../../tests/support/random.ts";
import { OPEN_OHMS, settle, transferInto, voltageInto, type Circuit, type OperatingPoint } from "../index.ts";

/** A mesh of resistors with one source, every node tied to the next and to some random others. */
function mesh(nodes: number, seed: number, grounded: boolean): Circuit {
  const random = seeded(seed);
  const c = new CircuitBuilder();
  c.branch("n0", grounded ? "0" : "n1", { ohms: 0.4, acVolts: 230, dcVolts: 12 });
  for (let i = 1; i < nodes; i++)
    c.branch(`n${i - 1}`, `n${i}`, { ohms: 10 ** (random() * 5 - 2), henries: random() < 0.2 ? 0.1 : 0 });
  for (let i = 0; i < nodes; i++)
    c.branch(`n${i}`, `n${Math.floor(random() * nodes)}x`, { ohms: 10 ** (random() * 5 - 2) });
  for (let i = 0; i < nodes; i++)
    c.branch(`n${i}x`, grounded && i % 3 === 0 ? "0" : `n${(i + 2) % nodes}`, {
      ohms: 10 ** (random() * 4 - 1),
    });
  return c.build();
}

function withOhms(circuit: Circuit, changes: ReadonlyMap<number, number>): Circuit {
  return {
    ...circuit,
    branches: circuit.branches.map((b, i) => (changes.has(i) ? { ...b, ohms: changes.get(i)! } : b)),
  };
}

/** What a 10 MΩ meter reads, and the Thévenin impedance, between two nodes. */
function read(point: OperatingPoint, domain: "ac" | "dc", p: number, q: number) {
  const v = new Float64Array(2);
  const z = new Float64Array(2);
  voltageInto(v, point[domain], p, q);
  transferInto(z, point[domain], p, q, p, q);
  const loading = 1e7 / Math.hypot(1e7 + z[0]!, z[1]!);
  return { re: v[0]! * loading, im: v[1]! * loading, ohms: Math.hypot(z[0]!, z[1]!) };
}

/** Every tenth pair of nodes read both ways: by update of the base, and factored afresh. */
function compare(base: Circuit, changed: Circuit): void {
  const fast = settle(changed, settle(base));
  const naive = settle(changed);
  const n = base.nodeNames.length;
  for (let p = 1; p < n; p++)
    for (let q = p % 7; q < p; q += 10)
      for (const domain of ["ac", "dc"] as const) {
        const a = read(fast, domain, p, q);
        const b = read(naive, domain, p, q);
        expect(Math.hypot(a.re - b.re, a.im - b.im)).toBeLessThan(1e-4 * (1 + Math.hypot(b.re, b.im)));
        expect(Math.abs(a.ohms - b.ohms)).toBeLessThan(1e-3 * b.ohms + 1e-6);
      }
}

describe("a fault as a low-rank change equals solving afresh", () => {
  test.each([1, 2, 3, 4, 5, 6])("one branch open, short or high, seed %d", (seed) => {
    const random = seeded(seed);
    const base = mesh(18, seed, true);
    const index = 1 + Math.floor(random() * (base.branches.length - 1));
    for (const ohms of [OPEN_OHMS, 5e-3, 40]) compare(base, withOhms(base, new Map([[index, ohms]])));
  });

  test.each([11, 12, 13])("several branches at once, seed %d", (seed) => {
    const base = mesh(14, seed, true);
    compare(
      base,
      withOhms(
        base,
        new Map([
          [2, OPEN_OHMS],
          [7, 5e-3],
          [19, 330],
          [25, OPEN_OHMS],
        ]),
      ),
    );
  });

  test.each([21, 22])("a circuit that floats on its gigohm leak keeps its milliohms, seed %d", (seed) => {
    const base = mesh(12, seed, false);
    compare(
      base,
      withOhms(
        base,
        new Map([
          [3, OPEN_OHMS],
          [9, 5e-3],
        ]),
      ),
    );
  });

  test("an open in the only path reads open, not a few hundred ohms", () => {
    const c = new CircuitBuilder().branch("a", "b", { ohms: 0.02 }).branch("b", "c", { ohms: 26.5 });
    const base = c.build();
    const fast = settle(withOhms(base, new Map([[0, OPEN_OHMS]])), settle(base));
    const z = new Float64Array(2);
    transferInto(z, fast.dc, c.node("a"), c.node("c"), c.node("a"), c.node("c"));
    expect(z[0]! / OPEN_OHMS).toBeCloseTo(1, 2);
  });
});
