import { describe, expect, test } from "@jest/globals";
import { CARRIES_GAUGE, CARRIES_METRIC, gaugeMm2, readGauge, writtenGauge } from "#core/standards/index.ts";
import { readPairs } from "./pinout.ts";
import { componentTest } from "../index.ts";
import { readEntries } from "../entries.ts";
import { cableDrop, gaugeFor, sizeFor } from "./joints.ts";

describe("a gauge as it is written", () => {
  test.each([
    ["14", 14],
    [" 14 ", 14],
    ["AWG 14", 14],
    ["14 awg", 14],
    ["AWG14", 14],
    ["gauge 8", 8],
    ["8 ga.", 8],
    ["8ga", 8],
    ["0", 0],
    ["1/0", 0],
    ["AWG 2/0", -1],
    ["00", -1],
    ["4/0", -3],
    ["0000", -3],
    ["40", 40],
  ])("“%s” is %d", (text, gauge) => expect(readGauge(text)).toBe(gauge));

  test.each(["", "41", "5/0", "0/0", "00000", "14 mm", "1 4", "fourteen", "-1", "14.5", "awg"])(
    "“%s” is none",
    (text) => expect(readGauge(text)).toBeUndefined(),
  );

  test("what is written is read back", () => {
    expect([14, 1, 0, -3].map(writtenGauge)).toEqual(["14", "1", "1/0", "4/0"]);
    for (let gauge = -3; gauge <= 40; gauge++) expect(readGauge(writtenGauge(gauge))).toBe(gauge);
  });

  // ASTM B258, from memory: 14 AWG 2.08 mm², 10 AWG 5.26 mm², 4/0 107 mm²; six gauges double the diameter within a hair.
  test("its cross-section", () => {
    expect(gaugeMm2(14)).toBeCloseTo(2.08, 2);
    expect(gaugeMm2(10)).toBeCloseTo(5.26, 2);
    expect(gaugeMm2(-3)).toBeCloseTo(107.2, 1);
    expect(gaugeMm2(8) / gaugeMm2(14)).toBeCloseTo(4.02, 2);
  });
});

describe("the size of a run", () => {
  test("a size that carries just the current will do, a tenth of an ampere more takes the next", () => {
    for (const [i, [mm2, amps]] of CARRIES_METRIC.entries()) {
      expect(sizeFor(0.01, amps, 100)).toBe(mm2);
      expect(sizeFor(0.01, amps + 0.1, 100)).toBe(CARRIES_METRIC[i + 1]?.[0]);
    }
  });

  test("a gauge that carries just the current will do, a tenth of an ampere more takes the next thicker", () => {
    for (const [i, [gauge, amps]] of CARRIES_GAUGE.entries()) {
      expect(gaugeFor(0.01, amps, 100)).toBe(gauge);
      expect(gaugeFor(0.01, amps + 0.1, 100)).toBe(CARRIES_GAUGE[i + 1]?.[0]);
    }
    // By hand, stranded: AWG 16 has 13.7 mΩ a metre, 14 has 8.6, 12 has 5.4. Of 6 V, 20 m there and back at 10 A lose 5.5 in
    // AWG 16; 40 m lose 6.9 in AWG 14 and 4.3 in AWG 12.
    expect(gaugeFor(20, 10, 6)).toBe(16);
    expect(gaugeFor(40, 10, 6)).toBe(12);
  });

  test.each([
    ["awg", "18", /AWG 10 would do/u],
    ["mm2", "0.75", /4 mm² would do/u],
  ])("a run given in %s is answered in it", (by, size, says) => {
    const cable = componentTest("cable-drop")!;
    const run = { metres: "2", by, size, amps: "26", volts: "230" };
    expect(cable.judge(readEntries(cable, run).values!).sentence).toMatch(says);
  });

  test("a size that loses just what it may will do, a hair less allowed takes the next", () => {
    const drop = cableDrop(10, 1.5, 16);
    // By hand, IEC 60228 at 20 °C: 2 · 10 m · 16 A · 0.0121 Ω/m, near 3.9 V.
    expect(drop).toBeGreaterThan(3.6);
    expect(drop).toBeLessThan(4.1);
    expect(sizeFor(10, 16, drop)).toBe(1.5);
    expect(sizeFor(10, 16, drop * 0.999)).toBe(2.5);
  });

  test("warm copper loses more: 0.393 % a degree", () => {
    expect(cableDrop(10, 1.5, 16, 70) / cableDrop(10, 1.5, 16)).toBeCloseTo(1 + 50 * 0.00393, 3);
  });
});

describe("pairs of pins as they are written", () => {
  const pins = ["1", "2", "3", "A1"] as const;
  test("a piece that is none is named without the spaces around it", () => {
    expect(readPairs("1-2 270,   nonsense  ", pins)).toEqual({
      trouble: "“nonsense” was not understood. Write pairs like “1-2 270, 3-4 0.1”.",
    });
  });

  test("empty pieces are passed over; a colon or a dash stands between the pins", () => {
    expect(readPairs("1-2 270,, 1:3 OL;\n A1–2 0.1", pins)).toEqual({
      pairs: [
        { a: "1", b: "2", ohms: 270 },
        { a: "1", b: "3", ohms: Infinity },
        { a: "A1", b: "2", ohms: 0.1 },
      ],
    });
  });

  test("a pin that is not in the list, and a reading that is no ohms", () => {
    expect(readPairs("1-9 270", pins)).toEqual({ trouble: "Pin “9” is read but not in the list of pins." });
    expect(readPairs("1-2 5V", pins)).toMatchObject({ trouble: expect.stringContaining("is not ohms") });
  });
});
