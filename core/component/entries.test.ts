import { describe, expect, test } from "@jest/globals";
import { BLIND_FORMS } from "../../tests/support/blindReadings.ts";
import { COMPONENT_TESTS, judgeEntries, readEntries } from "./index.ts";

const fuse = COMPONENT_TESTS.find((t) => t.id === "fuse-ohms")!;
/** The form with its one field of ohms that may be open filled in, and what is needed beside it. */
const filled = (ohms: string) => {
  const field = fuse.fields.find((f) => f.kind === "quantity" && f.unit.base === "Ω")!;
  const others = fuse.fields.flatMap((f) =>
    f !== field && f.kind === "quantity" && !f.optional ? [[f.id, String(f.usual?.[1] ?? 1)] as const] : [],
  );
  return { field: field.id, entries: { ...Object.fromEntries(others), [field.id]: ohms } };
};
const read = (ohms: string) => {
  const { field, entries } = filled(ohms);
  const it = readEntries(fuse, entries);
  return {
    problem: it.problems[field],
    range: it.ranges.get(field),
    verdict: judgeEntries(fuse, it)?.verdict,
  };
};

describe("what a meter says, in German", () => {
  test.each([
    ["offen", "OL"],
    ["Unendlich", "OL"],
    ["piept", "beep"],
    ["Durchgang", "beep"],
    ["ja", "yes"],
    ["piept nicht", "no beep"],
    ["kein Durchgang", "no beep"],
    ["nein", "no"],
  ])("“%s” is “%s”", (german, english) => {
    expect(read(english).problem).toBeUndefined();
    expect(read(german)).toEqual(read(english));
  });

  test("an open fuse is none that passes, and a word that says nothing is asked about", () => {
    expect(read("offen").verdict).not.toBe(read("piept").verdict);
    expect(read("öffnet").problem).toBeDefined();
  });
});

describe("numbers as they are typed", () => {
  const formOf = (id: string, entries: Record<string, string>) =>
    readEntries(
      COMPONENT_TESTS.find((t) => t.id === id)!,
      entries,
    );

  test("blanks around a number, and in place of one, are nothing", () => {
    expect(formOf("gauge", { awg: "  14 " }).values?.get("awg")).toBe(14);
    expect(formOf("gauge", { awg: "   " })).toMatchObject({ problems: {}, values: undefined });
  });

  test.each([
    ["cable-drop", "size", "2.5 mm²", 2.5],
    ["cable-drop", "size", "2.5 MM2", 2.5],
    ["heater", "watts", "2000 w", 2000],
    ["heater", "watts", "2000W", 2000],
    ["transformer", "va", "40 va", 40],
  ])("%s, %s: “%s”", (id, field, typed, value) => {
    const form = formOf(id, { [field]: typed });
    expect(form.problems).toEqual({});
    expect(formOf(id, { [field]: typed.replace(/\s*[a-z²]+2?$/iu, "") }).problems).toEqual({});
    expect(numberOf(id, field, typed)).toBe(value);
  });

  // 14 AWG are 2.08 mm² (ASTM B258, from memory) and carry 15 A; 14 mm² would carry 30 A and more.
  test.each([
    ["mm2", "14 AWG", "awg", "bad"],
    ["awg", "14 AWG", "awg", "bad"],
    ["awg", "14", "awg", "bad"],
    ["mm2", "14", "mm2", "good"],
    ["awg", "14 mm²", "mm2", "good"],
    ["mm2", "14 mm²", "mm2", "good"],
  ])("chosen %s, “%s” is reckoned in %s: 30 A through it are %s", (by, size, reckoned, verdict) => {
    const form = formOf("cable-drop", { metres: "5", by, size, amps: "30", volts: "230" });
    expect(form.values?.word("by")).toBe(reckoned);
    expect(form.questions.map((q) => q.field)).toEqual(by === reckoned ? [] : ["size"]);
    const cable = COMPONENT_TESTS.find((t) => t.id === "cable-drop")!;
    expect(judgeEntries(cable, form)?.verdict).toBe(verdict);
  });

  test("another unit than the field's is refused", () => {
    expect(formOf("gauge", { awg: "2.5 mm²" }).problems["awg"]).toBeDefined();
    expect(formOf("spark-gap", { gap: "4 mm²" }).problems["gap"]).toBeDefined();
    expect(formOf("heater", { watts: "2000 mm2" }).problems["watts"]).toBeDefined();
    expect(formOf("transformer", { va: "40 w" }).problems["va"]).toBeDefined();
  });

  /** What one field of a form was read as, whatever else it needs: a number to stand beside is put into all others. */
  function numberOf(id: string, field: string, typed: string): number | undefined {
    const of = COMPONENT_TESTS.find((t) => t.id === id)!;
    const others = of.fields.flatMap((f) =>
      f.kind === "quantity" && f.id !== field ? [[f.id, "1"] as const] : [],
    );
    return readEntries(of, { ...Object.fromEntries(others), [field]: typed }).values?.get(field);
  }

  // 158 °F are 70 °C and 302 °F are 150 °C, between which electrolytics are rated.
  test.each([
    ["158", /Were 158 °F meant\? Those are 70 °C/u],
    ["302", /Were 302 °F meant\? Those are 150 °C/u],
    ["157", /usually 70 °C to 150 °C/u],
    ["303", /usually 70 °C to 150 °C/u],
    ["69", /usually 70 °C to 150 °C/u],
    ["70", undefined],
    ["150", undefined],
  ])("%s in a field of °C", (typed, question) => {
    const [asked] = formOf("capacitor-replacement", { oldT: typed }).questions;
    if (question) expect(asked?.text).toMatch(question);
    else expect(asked).toBeUndefined();
  });

  // Meters show a junction as 0.55 or as 550; none shows 20 V in that range (common practice, no source).
  test.each([
    ["550", 0.55, "550 is taken for 550 mV."],
    ["20", 0.02, "20 is taken for 20 mV."],
    ["19", 19, undefined],
    ["550 mV", 0.55, undefined],
    ["OL", Infinity, undefined],
  ])("“%s” in the diode range is %d V", (typed, volts, question) => {
    const form = formOf("diode", { kind: "silicon", forward: typed, reverse: "OL" });
    expect(form.values?.get("forward")).toBeCloseTo(volts, 9);
    expect(form.questions).toEqual(question === undefined ? [] : [{ field: "forward", text: question }]);
  });
});

describe("a slip of the prefix", () => {
  /** What is met over so many decades that no slip stands out. */
  const MANY_DECADES = [
    "breaker-curve: seconds",
    "joint: amps",
    "volts-watts-ohms: watts",
    "discharge: farads",
    "run-capacitor: reads",
    "electrolytic: reads",
  ];

  test("a hundred thousand times too much is asked about in every field but where ohms are read", () => {
    const silent = new Set<string>();
    let asked = 0;
    for (const { id, entries } of BLIND_FORMS) {
      const of = COMPONENT_TESTS.find((t) => t.id === id)!;
      const { values } = readEntries(of, entries);
      if (!values) continue;
      for (const field of of.fields) {
        if (field.kind !== "quantity" || field.unit.base === "Ω" || field.thousandthsFrom !== undefined)
          continue;
        const value = values.maybe(field.id);
        if (!value || value === Infinity) continue;
        const slipped = { ...entries, [field.id]: ((1e5 * value) / field.unit.scale).toFixed(3) };
        const { problems, questions } = readEntries(of, slipped);
        asked += 1;
        if (!problems[field.id] && !questions.some((q) => q.field === field.id))
          silent.add(`${id}: ${field.id}`);
      }
    }
    expect([...silent].filter((s) => !MANY_DECADES.includes(s))).toEqual([]);
    expect(asked).toBeGreaterThan(500);
  });
});

describe("a nothing that was read", () => {
  const battery = COMPONENT_TESTS.find((t) => t.id === "battery")!;
  const questions = (rest: string) =>
    readEntries(battery, { blocks: "1", rest }).questions.find((q) => q.field === "rest")?.text;

  test("0 V of a battery is an answer and no slip; a tenth of a volt, or a hundred, is asked about", () => {
    expect(questions("0")).toBeUndefined();
    expect(questions("12.6")).toBeUndefined();
    expect(questions("0.1")).toMatch(/unusual/);
    expect(questions("100")).toMatch(/unusual/);
  });
});
