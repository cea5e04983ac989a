import { describe, expect, test } from "@jest/globals";
import { normal, seeded } from "../../quantity/index.ts";
import { AutoHold, Instrument, measureCommand, readReply } from "../index.ts";

describe("the instrument's language", () => {
  const meter = new Instrument((fn) => ({ vac: 230.1, ohm: Infinity, vdc: -5.01 })[fn as "vac"] ?? 0);

  test.each([
    ["*IDN?", "Zygodrome,Simulated meter,0,1"],
    ["MEASure:VOLTage:AC?", "+2.30100000E+2"],
    ["meas:volt:ac?", "+2.30100000E+2"],
    ["MEAS:RES?", "+9.90000000E+37"],
    ["MEAS:VOLT:DC?", "-5.01000000E+0"],
    ["SYST:ERR?", '0,"No error"'],
    ["*OPC?", "1"],
  ])("%s is answered with %s", (line, reply) => {
    expect(meter.take(line)).toBe(reply);
  });

  test("what is configured is what is read from then on, until it is reset", () => {
    expect(meter.take("CONFigure:VOLTage:AC")).toBeUndefined();
    expect(meter.take("READ?")).toBe("+2.30100000E+2");
    meter.take("*RST");
    expect(meter.take("READ?")).toBe("-5.01000000E+0");
  });

  test("what it does not know is an error, told once, oldest first", () => {
    // A form between the long and the short one is none.
    for (const line of ["MEASU:VOLT:AC?", "VOLT:AC?", "CONF:VOLT:AC?", "nonsense"])
      expect(meter.take(line)).toBeUndefined();
    const errors = Array.from({ length: 5 }, () => meter.take("SYSTem:ERRor?"));
    expect(errors).toEqual([...Array<string>(4).fill('-113,"Undefined header"'), '0,"No error"']);
  });

  test("every function that it has is asked for by its own command; the low input is none of its", () => {
    expect(measureCommand("vac")).toBe("MEASure:VOLTage:AC?");
    expect(measureCommand("farad")).toBe("MEASure:CAPacitance?");
    expect(measureCommand("lowz")).toBeUndefined();
  });

  // SCPI-1999, from memory: infinity 9.9E37, no number 9.91E37.
  test.each([
    ["+2.30100000E+2", 230.1],
    ["-5", -5],
    [" .5 ", 0.5],
    ["9.9E37", Infinity],
    ["-9.9E37", -Infinity],
    ["9.91E37", undefined],
    ["230,1", undefined],
    ["", undefined],
    ["volts", undefined],
    ["1e9999", undefined],
  ])("the reply “%s” reads %p", (text, value) => {
    expect(readReply(text)).toBe(value);
  });
});

describe("a reading is held by itself", () => {
  /** From the air, where the probes are when it begins. */
  const holds = (fn: "vac" | "ohm", samples: readonly number[]) => {
    const hold = new AutoHold(fn);
    hold.push(fn === "ohm" ? Infinity : 0);
    return samples.flatMap((s, i) => {
      const held = hold.push(s);
      return held === undefined ? [] : [[i, held]];
    });
  };

  test("once four agree, and once only while the probes stay", () => {
    expect(holds("vac", [229.9, 230.1, 230.0])).toEqual([]);
    expect(holds("vac", [229.9, 230.1, 230.0, 230.0, 230.1, 229.9])).toEqual([[3, 230]]);
  });

  test("not while it creeps, and not what shows that nothing is touched", () => {
    expect(holds("vac", [120, 180, 205, 218, 224, 227])).toEqual([]);
    expect(holds("vac", [0, 0, 0.01, 0, 0, 0])).toEqual([]);
    expect(holds("ohm", Array<number>(8).fill(Infinity))).toEqual([]);
  });

  test("the next one once the probes have left, or are somewhere else", () => {
    expect(holds("vac", [230, 230, 230, 230, 0, 230, 230, 230, 230])).toEqual([
      [3, 230],
      [8, 230],
    ]);
    expect(holds("vac", [230, 230, 230, 230, 118, 118, 118, 118]).map(([i]) => i)).toEqual([3, 7]);
    // Nine in a hundred is the same place still, eleven is another.
    expect(holds("vac", [200, 200, 200, 200, 218, 218, 218, 218])).toHaveLength(1);
    expect(holds("vac", [200, 200, 200, 200, 223, 223, 223, 223])).toHaveLength(2);
  });

  test("not what it is shown first: the probes are where they were before, until they have left", () => {
    const begun = (samples: readonly number[]) => {
      const hold = new AutoHold("vac");
      const held = samples.filter((s) => hold.push(s) !== undefined).length;
      return { held, isBefore: hold.isBefore };
    };
    expect(begun([])).toEqual({ held: 0, isBefore: false });
    expect(begun([230, 230.1, 230, 229.9, 230, 230])).toEqual({ held: 0, isBefore: true });
    expect(begun([230, 230, 0, 230, 230, 230, 230])).toEqual({ held: 1, isBefore: false });
    // Nine in a hundred is the same place still, eleven is another.
    expect(begun([200, 218, 218, 218, 218])).toEqual({ held: 0, isBefore: true });
    expect(begun([200, 223, 223, 223, 223])).toEqual({ held: 1, isBefore: false });
    expect(begun([0, 5, 5, 5, 5])).toEqual({ held: 1, isBefore: false });
  });

  test("through recorded noise: every touch is held once, within the meter's error", () => {
    const random = seeded(7);
    const truths = [230.4, 118.2, 24.05, 5.01, 12.6, 229.8];
    const samples = truths.flatMap((truth) => [
      ...Array<number>(3).fill(0),
      // The display creeps up, then rests with its own noise.
      0.4 * truth,
      0.8 * truth,
      ...Array.from({ length: 8 }, () => truth * (1 + 0.0008 * normal(random))),
    ]);
    const held = holds("vac", samples).map(([, value]) => value!);
    expect(held).toHaveLength(truths.length);
    held.forEach((value, i) => expect(Math.abs(value / truths[i]! - 1)).toBeLessThan(0.005));
  });

  test("a pair that comes and goes is not held", () => {
    const flicker = Array.from({ length: 40 }, (_, i) => (i % 3 === 0 ? 0 : 230));
    expect(holds("vac", flicker)).toEqual([]);
  });
});
