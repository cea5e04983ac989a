import { describe, expect, test } from "@jest/globals";
import { accuracy } from "../../meter/index.ts";
import { spreadOnScale } from "./scale.ts";
import { combined, rectangular } from "./uncertainty.ts";

/** JCGM 100:2008 (GUM), the voltmeter of 4.3.7 and 5.1.5; numbers from memory. */
describe("the GUM's voltmeter", () => {
  const reading = 0.928571;
  const halfWidth = 14e-6 * reading + 2e-6 * 1;

  test("accuracy of 14·10⁻⁶ of the reading and 2·10⁻⁶ of the 1 V range: ±15 µV, so u = 8.7 µV", () => {
    expect(halfWidth * 1e6).toBeCloseTo(15, 0);
    expect(rectangular(halfWidth) * 1e6).toBeCloseTo(8.7, 1);
  });

  test("with 12 µV from repeated readings it comes to 15 µV", () => {
    expect(combined(12, rectangular(halfWidth) * 1e6)).toBeCloseTo(15, 0);
  });
});

describe("the spread of a reading", () => {
  test("holds the meter's accuracy, what no running unit is free of, part tolerances, and 1.5 % for the model", () => {
    const volts = 24;
    const unrest = 0.003;
    const wanted = combined(rectangular(accuracy("vdc", volts)), rectangular(unrest), 0.2, 0.015 * volts);
    expect(spreadOnScale("vdc", volts, 0.2)).toBeCloseTo(wanted, 12);
  });

  test("grows with the parts' own spread, and never falls below the meter's", () => {
    expect(spreadOnScale("vdc", 24, 1)).toBeGreaterThan(spreadOnScale("vdc", 24, 0.1));
    expect(spreadOnScale("vac", 230, 0)).toBeGreaterThan(rectangular(accuracy("vac", 230)));
  });
});
