import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { bandsFor, chipCode, eSeries, readBands, readChip } from "./index.ts";

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
    [" 4r7 ", 4.7],
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

  test.each(["01CX", "101C", "97C", "00C", "01Q", "R", "4702K"])("%s is no marking", (code) =>
    expect(readChip(code, eSeries(96)).ok).toBe(false),
  );
});
