import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { eSeries, nearestPreferred } from "./eSeries.ts";
import { judgeBridge, SIX } from "./bridges.ts";
import { nextInChain } from "./coilsAndSwitches.ts";
import { cableDrop, crossSectionFor } from "./joints.ts";
import { bandsFor, chipCode, readBands, readChip } from "./markings.ts";
import { findTerminals } from "./motors.ts";
import { findPinout } from "./relays.ts";
import { findBase } from "./semiconductors.ts";
import { judgeSupply } from "./supplies.ts";
import { betaFrom, ntcCelsius, platinumCelsius } from "./temperature.ts";

describe("IEC 60063, preferred values (tables from memory)", () => {
  test("E12, and well-known members of E96 and E192", () => {
    expect(eSeries(12)).toEqual([1, 1.2, 1.5, 1.8, 2.2, 2.7, 3.3, 3.9, 4.7, 5.6, 6.8, 8.2]);
    expect(eSeries(96)).toEqual(expect.arrayContaining([1, 1.02, 1.05, 4.75, 4.99, 9.53, 9.76]));
    expect(eSeries(192)).toContain(9.2);
    expect(eSeries(192)).not.toContain(9.19);
    for (const n of [3, 6, 12, 24, 48, 96, 192] as const) expect(eSeries(n)).toHaveLength(n);
  });

  test("neighbours, over the edge of a decade too", () => {
    expect(nearestPreferred(4800, 24)).toEqual({ below: 4300, nearest: 4700, above: 5100 });
    expect(nearestPreferred(9900, 12)).toEqual({ below: 8200, nearest: 10000, above: 12000 });
  });
});

describe("IEC 60062, colour bands and markings", () => {
  const value = (bands: string) => {
    const read = readBands(bands.split(" "));
    return read.ok ? [read.marking.ohms, read.marking.tolerance] : read.problem;
  };
  test.each([
    ["brown black brown", [100, 0.2]],
    ["yellow violet red gold", [4700, 0.05]],
    ["green blue gold gold", [5.6, 0.05]],
    ["red red black black brown", [220, 0.01]],
    ["brown green silver silver", [0.15, 0.1]],
  ])("%s", (bands, wanted) => expect(value(bands)).toEqual(wanted));

  test("a sixth band is the temperature coefficient", () => {
    expect(readBands("orange orange black brown brown red".split(" "))).toEqual({
      ok: true,
      marking: { ohms: 3300, tolerance: 0.01, ppm: 50 },
    });
  });

  test("every E24 and E96 value reads back from its bands and its marking", () => {
    fc.assert(
      fc.property(
        fc.constantFrom<24 | 96>(24, 96),
        fc.nat(95),
        fc.integer({ min: 0, max: 5 }),
        (series, i, power) => {
          const values = eSeries(series);
          const ohms = Number((values[i % series]! * 10 ** power).toPrecision(4));
          const tolerance = series === 24 ? 0.05 : 0.01;
          const bands = bandsFor(ohms, tolerance)!;
          const read = readBands(bands);
          expect(read.ok && read.marking.ohms).toBeCloseTo(ohms, 6);
          expect(read.ok && read.marking.tolerance).toBe(tolerance);
          const code = chipCode(ohms, series === 24 ? 2 : 3);
          const chip = readChip(code!, eSeries(96));
          expect(chip.ok && chip.marking.ohms).toBeCloseTo(ohms, 6);
        },
      ),
      { seed: 7, numRuns: 300 },
    );
  });

  test.each([
    ["4R7", 4.7],
    ["R10", 0.1],
    ["0", 0],
    ["4702", 47_000],
    // EIA-96: 01 is 100, 68 is 499; C is ×100, X ×0.1 (table from memory)
    ["68X", 49.9],
    ["01C", 10_000],
  ])("%s is %d Ω", (code, ohms) => {
    const read = readChip(code, eSeries(96));
    expect(read.ok && read.marking.ohms).toBe(ohms);
  });
});

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
          expect(findTerminals(ohms)).toEqual({
            kind: "split",
            terminals: { common, run: runPin, start: startPin },
          });
        },
      ),
      { seed: 3, numRuns: 100 },
    );
  });

  test("a relay without a coil, or with two, is said to be so", () => {
    expect(findPinout(["1", "2", "3"], [{ a: "1", b: "2", ohms: 0.1 }])).toMatchObject({
      trouble: expect.stringContaining("coil is open") as unknown,
    });
    expect(
      findPinout(
        ["1", "2", "3", "4"],
        [
          { a: "1", b: "2", ohms: 200 },
          { a: "3", b: "4", ohms: 300 },
        ],
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

  test("supply: what the three readings say", () => {
    expect(judgeSupply(230, 230, 229, 1)).toBe("good");
    expect(judgeSupply(230, 0, 0, 0)).toBe("open live");
    expect(judgeSupply(230, 231, 60, 60)).toBe("open earth");
    expect(judgeSupply(230, 110, 60, 60)).toBe("unclear");
  });
});

describe("cables (IEC 60228 sizes)", () => {
  test("the size chosen keeps the drop, the next smaller one does not", () => {
    const size = crossSectionFor(20, 10, 6)!;
    expect(cableDrop(20, size, 10)).toBeLessThanOrEqual(6);
    expect(cableDrop(20, size * 0.6, 10)).toBeGreaterThan(6);
    expect(crossSectionFor(1000, 100, 1)).toBeUndefined();
  });
});
