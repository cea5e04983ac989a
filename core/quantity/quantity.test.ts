import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { describeQuantityProblem, formatNumber, formatQuantity, parseQuantity } from "./index.ts";

describe("reading quantities", () => {
  test.each([
    ["24.6", 24.6, undefined],
    ["24,6", 24.6, undefined],
    ["4k7", 4700, "Ω"],
    ["0R22", 0.22, "Ω"],
    ["2M2", 2.2e6, "Ω"],
    ["1.2 M", 1.2e6, undefined],
    ["1.2 meg", 1.2e6, undefined],
    ["1.2m", 1.2e-3, undefined],
    ["−0.3 mV", -0.0003, "V"],
    ["230 vac", 230, "V"],
    ["35.7 µF", 35.7e-6, "F"],
    ["35.7uF", 35.7e-6, "F"],
    ["44 ohms", 44, "Ω"],
    ["1.5 kΩ", 1500, "Ω"],
    [".5", 0.5, undefined],
    ["OL", Infinity, undefined],
    ["ol ohm", Infinity, "Ω"],
    ["50Hz", 50, "Hz"],
    ["12 °C", 12, "°C"],
  ])("%s", (text, value, unit) => {
    const result = parseQuantity(text);
    expect(result.ok).toBe(true);
    if (!result.ok) return;
    if (Number.isFinite(value)) expect(result.quantity.value).toBeCloseTo(value, 12);
    else expect(result.quantity.value).toBe(value);
    expect(result.quantity.unit).toBe(unit);
  });

  test("tells AC from DC where the unit says so", () => {
    expect(parseQuantity("24 vac")).toMatchObject({ quantity: { kind: "ac" } });
    expect(parseQuantity("24 VDC")).toMatchObject({ quantity: { kind: "dc" } });
  });

  test.each([
    ["", "empty"],
    ["abc", "not-a-number"],
    ["1,200.5", "two-separators"],
    ["1.200,5", "two-separators"],
    ["12 quux", "unknown-unit"],
    ["1 2", "not-a-number"],
  ])("refuses “%s” and says why", (text, code) => {
    const result = parseQuantity(text);
    expect(result).toMatchObject({ ok: false, problem: { code } });
    if (!result.ok && text !== "")
      expect(describeQuantityProblem(result.problem)).toContain(
        result.problem.code === "unknown-unit" ? "quux" : text,
      );
  });
});

describe("writing quantities", () => {
  test.each([
    [230.34, "V", "230.3 V"],
    [0.0003, "V", "300.0 µV"],
    [4700, "Ω", "4.700 kΩ"],
    [999.96, "Ω", "1.000 kΩ"],
    [Infinity, "Ω", "OL"],
    [-12.5, "V", "−12.50 V"],
    [0, "V", "0.000 V"],
    [35.7e-6, "F", "35.70 µF"],
  ] as const)("%d %s", (value, unit, text) => {
    expect(formatQuantity(value, unit)).toBe(text);
  });

  test("chart labels keep two places at most and no minus on zero", () => {
    expect(formatNumber(231.04)).toBe("231.0");
    expect(formatNumber(0.0004)).toBe("0.00");
    expect(formatNumber(-0.0001)).toBe("0.00");
    expect(formatNumber(Infinity)).toBe("OL");
  });

  test("what is written reads back to four figures", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-9, max: 1e9, noNaN: true }),
        fc.constantFrom("Ω", "A", "F"),
        (value, unit) => {
          const back = parseQuantity(formatQuantity(value, unit));
          expect(back.ok && back.quantity.unit).toBe(unit);
          if (back.ok) expect(Math.abs(back.quantity.value / value - 1)).toBeLessThan(6e-4);
        },
      ),
      { seed: 7, numRuns: 300 },
    );
  });
});
