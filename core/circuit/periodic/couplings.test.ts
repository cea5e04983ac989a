import { describe, expect, test } from "@jest/globals";
import { CircuitBuilder } from "../../../tests/support/circuits.ts";
import type { Circuit } from "../model/circuit.ts";
import { cutFor, type Cut } from "./couplings.ts";

/**
 * Two rectified supplies on windings of their own, with nothing in common but a gap between their outputs, and two
 * capacitors across the mains, of which no diode hears anything; a gap lies from the second one's line to the first supply.
 */
function twoSupplies(gapOhms: number, filterGapOhms = 1e13): Circuit {
  const c = new CircuitBuilder();
  for (const k of ["1", "2"]) {
    c.branch(`w${k}`, `g${k}`, { ohms: 0.5, acVolts: 12 }).branch(`g${k}`, "0", { ohms: 1e9 });
    c.diode(`w${k}`, `p${k}`);
    c.branch(`p${k}`, `g${k}`, { ohms: 0.1, farads: 1e-3 }).branch(`p${k}`, `g${k}`, { ohms: 220 });
  }
  c.branch("L", "0", { ohms: 0.2, acVolts: 230 }).branch("L", "0", { ohms: 1, farads: 1e-7 });
  c.branch("F", "0", { ohms: 1e5, acVolts: 230 }).branch("F", "0", { ohms: 1, farads: 2e-7 });
  c.branch("p1", "p2", { ohms: gapOhms }).branch("g1", "g2", { ohms: gapOhms });
  return c.branch("F", "w1", { ohms: filterGapOhms }).branch("0", "g1", { ohms: filterGapOhms }).build();
}

const SOUND = twoSupplies(1e13);
const asFound = ({ couplings: { groupOf, negligible, held } }: Cut) => ({
  groups: [...groupOf.values()],
  negligible: [...negligible].sort(),
  held: [...held].sort(),
});
const solvedAnew = (circuit: Circuit) => asFound(cutFor(circuit, []));

describe("what a fault's network is cut into", () => {
  test("supplies that share nothing are two groups, and what lies across the mains is neither's", () => {
    const { groups, negligible } = solvedAnew(SOUND);
    expect(new Set(groups).size).toBe(2);
    expect(negligible).toHaveLength(2);
  });

  test.each([
    [0.05, 1],
    [30, 1],
    // Two supplies of half an ohm behind four kilohms hardly hear each other.
    [2000, 2],
  ])(
    "a bridge of %d Ω at both ends leaves %d group, reckoned from the sound cut as when it is solved",
    (ohms, groups) => {
      const cuts: Cut[] = [];
      cutFor(SOUND, cuts);
      const bridged = cutFor(twoSupplies(ohms), cuts);
      expect(bridged.conducting).toBeUndefined();
      expect(new Set(bridged.couplings.groupOf.values()).size).toBe(groups);
      expect(asFound(bridged)).toEqual(solvedAnew(twoSupplies(ohms)));
      const diode = SOUND.branches.findIndex((b) => b.farads === 1e-3);
      expect(bridged.couplings.share(diode)).toBeCloseTo(
        cutFor(twoSupplies(ohms), []).couplings.share(diode),
        6,
      );
    },
  );

  test("a bridge that brings a capacitor to a diode has it heard", () => {
    const cuts: Cut[] = [];
    cutFor(SOUND, cuts);
    const bridged = cutFor(twoSupplies(1e13, 1), cuts);
    expect(bridged.couplings.negligible.size).toBe(1);
    expect(asFound(bridged)).toEqual(solvedAnew(twoSupplies(1e13, 1)));
  });

  test("ohms in the way of a diode's current are solved anew; the same network again is not", () => {
    const cuts: Cut[] = [];
    cutFor(SOUND, cuts);
    const poor = { ...SOUND, branches: SOUND.branches.map((b, i) => (i === 0 ? { ...b, ohms: 40 } : b)) };
    expect(cutFor(poor, cuts).conducting).toBeDefined();
    expect(cuts).toHaveLength(2);
    expect(cutFor(poor, cuts)).toBe(cuts[1]);
    expect(cutFor(SOUND, cuts)).toBe(cuts[0]);
  });

  test("a branch of a tenth of a thousandth joins, one of a little more does not", () => {
    const cuts: Cut[] = [];
    cutFor(SOUND, cuts);
    expect(cutFor(twoSupplies(1.01e9), cuts)).toBe(cuts[0]);
    expect(cutFor(twoSupplies(0.99e9), cuts)).not.toBe(cuts[0]);
  });
});
