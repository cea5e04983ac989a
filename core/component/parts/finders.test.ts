import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { judgeBridge, SIX } from "./bridges.ts";
import { cableDrop, sizeFor } from "./joints.ts";
import { nextInChain } from "./limitChain.ts";
import { findTerminals } from "./motors.ts";
import { findPinout } from "./pinout.ts";
import { findBase } from "./semiconductors.ts";
import { platinumCelsius } from "./platinum.ts";
import { betaFrom, ntcCelsius } from "./temperature.ts";

describe("temperature", () => {
  // IEC 60751, table of Pt100, from memory
  test.each([
    [100, 0],
    [138.51, 100],
    [119.4, 50],
    [80.31, -50],
  ])("Pt100 at %d Ω is %d °C", (ohms, celsius) => expect(platinumCelsius(ohms, 100)).toBeCloseTo(celsius, 1));

  test("beta from two points gives the curve back", () => {
    const beta = betaFrom(32_650, 0, 10_000, 25);
    expect(ntcCelsius(32_650, 10_000, beta)).toBeCloseTo(0, 6);
  });
});

describe("finders", () => {
  test("every single failed device of a six-diode bridge is named, and only that", () => {
    const healthy = { forward: 0.41, reverse: Infinity };
    for (const bad of SIX)
      for (const [fault, reading] of [
        ["short", { forward: 0.0, reverse: 0.0 }],
        ["open", { forward: Infinity, reverse: Infinity }],
        ["leaky", { forward: 0.41, reverse: 1.2 }],
      ] as const)
        expect(judgeBridge(SIX, (d) => (d === bad ? reading : healthy))).toEqual([
          { diode: `${bad.anode} to ${bad.cathode}`, fault },
        ]);
  });

  test("a motor's terminals are found however they are lettered", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 50, noNaN: true }),
        fc.double({ min: 1.3, max: 4, noNaN: true }),
        fc.constantFrom("abc", "acb", "bac", "bca", "cab", "cba"),
        (run, ratio, order) => {
          const [common, runPin, startPin] = order.split("") as [string, string, string];
          const start = run * ratio;
          const key = (p: string, q: string) => {
            const pair = [p, q].sort().join("");
            return (pair === "ac" ? "ca" : pair) as "ab" | "bc" | "ca";
          };
          const ohms = { ab: 0, bc: 0, ca: 0 };
          ohms[key(common, runPin)] = run;
          ohms[key(common, startPin)] = start;
          ohms[key(runPin, startPin)] = run + start;
          expect(findTerminals(ohms)).toMatchObject({ common, run: runPin, start: startPin });
        },
      ),
      { seed: 3, numRuns: 100 },
    );
  });

  test("a relay without a coil, or with two, is said to be so", () => {
    expect(findPinout(["1", "2", "3"], [{ a: "1", b: "2", ohms: 0.1 }], 3, 1e5)).toMatchObject({
      trouble: expect.stringContaining("coil is open") as unknown,
    });
    expect(
      findPinout(
        ["1", "2", "3", "4"],
        [
          { a: "1", b: "2", ohms: 200 },
          { a: "3", b: "4", ohms: 300 },
        ],
        3,
        1e5,
      ),
    ).toMatchObject({ trouble: expect.stringContaining("2 pairs") as unknown });
  });

  test("PNP and NPN, base on any pin", () => {
    for (const base of ["1", "2", "3"])
      for (const polarity of ["NPN", "PNP"] as const) {
        const volts: Record<string, number> = {};
        for (const p of ["1", "2", "3"])
          for (const q of ["1", "2", "3"])
            if (p !== q) volts[p + q] = (polarity === "NPN" ? p : q) === base ? 0.65 : Infinity;
        expect(findBase(volts)).toEqual({ base, polarity });
      }
  });

  test("a chain of n contacts needs no more than ⌈log₂ n⌉ readings wherever it is open", () => {
    const points = Array.from({ length: 14 }, (_, i) => `S${i}`);
    for (let open = 0; open < 13; open++) {
      const readings: Record<string, boolean> = { S0: true, S13: false };
      let count = 0;
      for (
        let next = nextInChain(points, readings);
        "measure" in next;
        next = nextInChain(points, readings)
      ) {
        readings[next.measure] = points.indexOf(next.measure) <= open;
        count++;
      }
      expect(nextInChain(points, readings)).toEqual({ between: [`S${open}`, `S${open + 1}`] });
      expect(count).toBeLessThanOrEqual(4);
    }
  });
});

describe("cables (IEC 60228 sizes)", () => {
  test("the size chosen keeps the drop, the next smaller one does not", () => {
    const size = sizeFor(20, 10, 6)!;
    expect(cableDrop(20, size, 10)).toBeLessThanOrEqual(6);
    expect(cableDrop(20, size * 0.6, 10)).toBeGreaterThan(6);
    expect(sizeFor(1000, 100, 1)).toBeUndefined();
  });
});
