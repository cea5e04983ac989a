import { describe, expect, test } from "@jest/globals";
import { accuracy, rangeFor, shown, type MeterFunction } from "./index.ts";

/** A mid-class meter of 6000 counts; its figures are common practice, no source. Worked as share of the reading and counts of its step. */
describe("a hand-held meter's ranges", () => {
  test.each<[MeterFunction, number, number]>([
    // 0.5 % and 2 counts of 1 mV; of 10 mV; of 0.1 V
    ["vdc", 5, 0.027],
    ["vdc", 24, 0.14],
    ["vdc", -230, 1.35],
    // 1 % and 3 counts of 0.1 V; 2 % and 3
    ["vac", 230, 2.6],
    ["lowz", 230, 4.9],
    // 0.9 % and 3 counts of 0.1 Ω; of 1 kΩ; 2 % and 5 counts of 10 kΩ
    ["ohm", 100, 1.2],
    ["ohm", 5e6, 48_000],
    ["ohm", 5e7, 1.05e6],
    // 1 % and 5 counts of 1 mV
    ["diode", 0.5, 0.01],
    // 2 % and 8 counts of 1 mA
    ["aac", 2, 0.048],
    ["hz", 50, 0.07],
  ])("%s %d is right within %d", (fn, value, within) => {
    expect(accuracy(fn, value)).toBeCloseTo(within, 9);
  });

  test.each<[MeterFunction, number, number]>([
    ["ohm", 6e6, 6e6],
    ["ohm", 6.1e6, 6e7],
    ["vdc", 6, 6],
    ["vdc", 6.01, 60],
    ["diode", 2.5, 2.5],
  ])("%s %d is read in the range of %d", (fn, value, limit) => {
    expect(rangeFor(fn, value)?.limit).toBe(limit);
  });

  test("what lies beyond the last range is OL, with its sign", () => {
    expect(shown("ohm", 5.9006e7)).toBe(5.901e7);
    expect(shown("ohm", 6.1e7)).toBe(Infinity);
    expect(shown("diode", 2.51)).toBe(Infinity);
    expect(shown("vdc", -700)).toBe(-Infinity);
    expect(shown("vdc", 11.996)).toBeCloseTo(12, 9);
  });
});
