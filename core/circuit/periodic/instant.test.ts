import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { CircuitBuilder } from "../../../tests/support/circuits.ts";
import type { Circuit } from "../model/circuit.ts";
import { changedInstant, difference, factoredInstant, type Outs } from "./instant.ts";

/** A ladder of resistors from an AC source, with a diode, a capacitor and a DC source in it. */
function ladder(ohms: readonly number[], volts: number): Circuit {
  const c = new CircuitBuilder().branch("n0", "0", { ohms: 0.5, acVolts: volts });
  ohms.forEach((r, i) =>
    c.branch(`n${i}`, `n${i + 1}`, { ohms: r }).branch(`n${i + 1}`, "0", { ohms: 10 * r }),
  );
  c.diode(`n${ohms.length}`, "p");
  c.branch("p", "0", { ohms: 0.1, farads: 1e-4 }).branch("p", "0", { ohms: 2200 });
  return c.branch("n1", "0", { ohms: 470, dcVolts: 9 }).build();
}

const outsOf = (circuit: Circuit): Outs => ({
  diodes: new Set(circuit.controls.flatMap((c) => (c.kind === "diode" ? [c.branch] : []))),
  regulators: new Set(),
  isReactive: (b) => b.farads > 0,
});

const close = (a: Float64Array, b: Float64Array) =>
  a.forEach((v, i) => expect(Math.abs(v - b[i]!)).toBeLessThan(1e-4 + 1e-5 * Math.abs(b[i]!)));

describe("a step's network as a change of one that was factored", () => {
  const root = ladder([10, 22, 47, 100], 24);
  const factored = factoredInstant(root, outsOf(root));

  test("answers as one that is factored itself, whatever has changed", () => {
    const ohms = fc.array(fc.double({ min: 0.05, max: 1e7, noNaN: true }), { minLength: 4, maxLength: 4 });
    fc.assert(
      fc.property(ohms, fc.double({ min: 0, max: 400, noNaN: true }), (sizes, volts) => {
        const circuit = ladder(sizes, volts);
        const changed = changedInstant(circuit, outsOf(circuit), factored);
        const afresh = factoredInstant(circuit, outsOf(circuit));
        close(changed.steady, afresh.steady);
        close(changed.swing, afresh.swing);
        close(changed.column(2, 0), afresh.column(2, 0));
        close(changed.column(3, 5), afresh.column(3, 5));
      }),
      { numRuns: 60 },
    );
  });

  test("without a change it is the very same", () => {
    const again = changedInstant(root, outsOf(root), factored);
    expect(again.steady).toBe(factored.steady);
    expect(again.swing).toBe(factored.swing);
  });

  test("its alternating answer has nothing of the DC sources, nor the other way round", () => {
    // 24 V behind 0.5 Ω into a ladder of 13.3 kΩ and less: the swing at the source is nearly all of it, RMS.
    expect(difference(factored.swing, 1, 0)).toBeGreaterThan(21);
    const still = factoredInstant(ladder([10, 22, 47, 100], 0), outsOf(root));
    expect(Math.max(...still.swing.map(Math.abs))).toBe(0);
    expect(still.steady).toEqual(factored.steady);
  });
});
