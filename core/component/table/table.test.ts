import { describe, expect, test } from "@jest/globals";
import { readEntries, judgeEntries } from "../entries.ts";
import {
  all,
  always,
  any,
  atLeast,
  atMost,
  decided,
  found,
  given,
  is,
  missing,
  negative,
  not,
  open,
  over,
  under,
  zero,
} from "./conditions.ts";
import {
  CELSIUS,
  choice,
  MICROFARAD,
  MILLIMETRE,
  OHM,
  PERCENT,
  quantity,
  SECOND,
  text,
  VOLT,
} from "./fields.ts";
import { percent, Reckoning, show, Values } from "./reckoning.ts";
import { fromTable, type Table } from "./table.ts";

const base: Table = {
  id: "lamp",
  family: "Heaters and igniters",
  name: "Lamp",
  purpose: "Whether it lights.",
  prepare: ["Dead and proven."],
  probes: [],
  fields: [
    choice("kind", "Kind", [
      ["plain", "plain"],
      ["tube", "tube"],
    ]),
    quantity("ohms", "It reads", OHM),
    quantity("volts", "Volts", VOLT, { optional: true }),
    text("mark", "Printed", { optional: true }),
  ],
  types: ["lamp"],
  figures: { half: { shown: "Ω", of: (r) => r.get("ohms") / 2 } },
  findings: { colour: (r) => (r.word("kind") === "tube" ? "white" : undefined) },
  working: ["half is {half}", "at {volts}"],
  limits: {
    most: { of: "ohms", at: 100, text: "at most {at}", source: "a table of this test" },
    never: {
      of: "volts",
      at: (r) => (r.word("kind") === "tube" ? 5 : undefined),
      text: "up to {at}",
      source: "as well",
    },
  },
  rows: [
    { code: "open", verdict: "bad", when: open("ohms"), says: "Open." },
    { code: "high", verdict: "doubtful", when: any(over("most"), over("never")), says: "{ohms} is high." },
    { code: "good", verdict: "good", says: "Good, {colour}.", advice: ["Look at it.", "At {volts}."] },
  ],
  edges: { most: { with: { kind: "plain" }, move: "ohms", from: 50, to: 200 } },
};
const judge = (table: Table, entries: Record<string, string>) => {
  const of = fromTable(table);
  return judgeEntries(of, readEntries(of, entries))!;
};

describe("a table that does not hold together is no test", () => {
  test("a limit applied and not stated, stated and not applied, and no last word", () => {
    const more = (part: Partial<Table>) => () => fromTable({ ...base, ...part });
    expect(more({ limits: { most: base.limits!["most"]! } })).toThrow(
      "applies the limit “never” and does not state it",
    );
    expect(
      more({ limits: { ...base.limits, idle: { of: "ohms", at: 1, text: "{at}", source: "none" } } }),
    ).toThrow("states the limit “idle” and does not apply it");
    expect(more({ rows: base.rows.slice(0, 2) })).toThrow("its last row must speak always");
    expect(more({})).not.toThrow();
  });

  test("what is said of a test that is not judging is kept: live, stored, neither", () => {
    expect(fromTable({ ...base, live: true, stored: true })).toMatchObject({ live: true, stored: true });
    expect(fromTable(base)).not.toHaveProperty("live");
    expect(fromTable(base)).not.toHaveProperty("stored");
  });
});

describe("one judge for all tables", () => {
  test("the first row that speaks gives the verdict; its sentence and advice are filled in, what is not known is left out", () => {
    expect(judge(base, { ohms: "OL" })).toMatchObject({ verdict: "bad", code: "open", sentence: "Open." });
    expect(judge(base, { ohms: "150" }).sentence).toBe("150 Ω is high.");
    expect(judge(base, { kind: "tube", ohms: "50", volts: "4" })).toEqual({
      verdict: "good",
      code: "good",
      sentence: "Good, white.",
      working: ["half is 25.0 Ω", "at 4.00 V"],
      limits: [
        { id: "most", at: 100, text: "at most 100 Ω", source: "a table of this test" },
        { id: "never", at: 5, text: "up to 5.00 V", source: "as well" },
      ],
      advice: ["Look at it.", "At 4.00 V."],
    });
    const bare = judge(base, { kind: "tube", ohms: "50" });
    expect(bare.working).toEqual(["half is 25.0 Ω"]);
    expect(bare.advice).toEqual(["Look at it."]);
    expect(judge(base, { ohms: "150" })).not.toHaveProperty("advice");
    expect(judge(base, { ohms: "150" })).not.toHaveProperty("questions");
  });

  test("a limit that does not apply is neither printed nor held against anything", () => {
    const plain = judge(base, { kind: "plain", ohms: "50", volts: "9" });
    expect(plain.limits.map((l) => l.id)).toEqual(["most"]);
    expect(plain.verdict).toBe("good");
    expect(judge(base, { kind: "tube", ohms: "50", volts: "9" }).verdict).toBe("doubtful");
  });

  test("collected faults are joined, the worst goes, and the rows speak only where there is none", () => {
    const gathering: Table = {
      ...base,
      gather: [
        { code: "a", verdict: "doubtful", when: over("most"), says: "it reads {ohms}" },
        {
          code: "b",
          verdict: "bad",
          when: given("volts"),
          says: "it has volts",
          questions: [{ field: "volts", text: "Why?" }],
        },
      ],
    };
    expect(judge(gathering, { ohms: "150", volts: "3" })).toMatchObject({
      verdict: "bad",
      code: "a+b",
      sentence: "It reads 150 Ω; it has volts.",
      questions: [{ field: "volts", text: "Why?" }],
    });
    expect(judge(gathering, { ohms: "150" })).toMatchObject({ verdict: "doubtful", code: "a" });
    expect(judge(gathering, { ohms: "50" })).toMatchObject({ verdict: "good", code: "good" });
  });

  test("laws that decide nothing are printed after the limits, fixed or by what was entered", () => {
    const law = { text: "Ohm", source: "closed form" };
    expect(judge({ ...base, facts: [law] }, { ohms: "1" }).limits.at(-1)).toEqual(law);
    expect(
      judge({ ...base, facts: (r) => [{ ...law, text: r.show("ohms") }] }, { ohms: "1" }).limits.at(-1)!.text,
    ).toBe("1.00 Ω");
  });
});

describe("conditions", () => {
  const named = {
    fields: base.fields,
    figures: base.figures!,
    findings: base.findings!,
    limits: { most: { of: "ohms", at: 100, text: "", source: "" } },
  };
  const at = (ohms: number | undefined, words: Record<string, string> = {}) =>
    new Reckoning(
      named,
      new Values(new Map(ohms === undefined ? [] : [["ohms", ohms]]), new Map(Object.entries(words))),
    );
  test.each([
    ["over", over("most"), [false, false, true, true]],
    ["atLeast", atLeast("most"), [false, true, true, true]],
    ["under", under("most"), [true, false, false, false]],
    ["atMost", atMost("most"), [true, true, false, false]],
    ["open", open("ohms"), [false, false, false, true]],
    ["given", given("ohms"), [true, true, true, true]],
    ["missing", missing("ohms"), [false, false, false, false]],
    ["always", always, [true, true, true, true]],
    ["not over", not(over("most")), [true, true, false, false]],
    ["over and open", all(over("most"), open("ohms")), [false, false, false, true]],
    ["under or open", any(under("most"), open("ohms")), [true, false, false, true]],
  ] as const)("%s, for 99, 100, 101 and OL", (_name, when, wanted) => {
    expect([99, 100, 101, Infinity].map((ohms) => when.holds(at(ohms)))).toEqual(wanted);
  });

  test("nothing is over or under where nothing was entered", () => {
    for (const when of [
      over("most"),
      under("most"),
      atLeast("most"),
      atMost("most"),
      open("ohms"),
      given("ohms"),
    ])
      expect(when.holds(at(undefined))).toBe(false);
    expect(missing("ohms").holds(at(undefined))).toBe(true);
  });

  test("signs, words and findings", () => {
    expect([-1, 0, 1].map((v) => negative("ohms").holds(at(v)))).toEqual([true, false, false]);
    expect([-1, 0, 1].map((v) => zero("ohms").holds(at(v)))).toEqual([false, true, false]);
    expect(negative("ohms").holds(at(undefined))).toBe(false);
    expect(is("kind", "tube", "ring").holds(at(1, { kind: "ring" }))).toBe(true);
    expect(is("kind", "tube").holds(at(1, { kind: "plain" }))).toBe(false);
    expect(found("colour").holds(at(1, { kind: "tube" }))).toBe(true);
    expect(found("colour").holds(at(1, { kind: "plain" }))).toBe(false);
  });

  test("a condition knows every limit it looks at, once", () => {
    expect(
      all(
        over("a"),
        any(under("b"), not(over("a"))),
        decided(["c"], () => true),
      ).limits,
    ).toEqual(["a", "b", "c"]);
    expect(over("most", "half").holds(at(201))).toBe(true);
    expect(over("most", "half").holds(at(199))).toBe(false);
  });
});

describe("numbers as they are written", () => {
  test.each([
    [0.105, "share", "10.5 %"],
    [-0.05, "share", "−5 %"],
    [21.26, "°C", "21.3 °C"],
    [-5, "°C", "−5 °C"],
    [0.0047, "F", "4700 µF"],
    [0.1, "F", "100 mF"],
    [2.2e-7, "F", "220 nF"],
    [0, "s", "0 s"],
    [0.15, "s", "150 ms"],
    [1, "s", "1 s"],
    [120, "s", "120 s"],
    [121, "s", "2.02 min"],
    [7199, "s", "120 min"],
    [7200, "s", "2 h"],
    [Infinity, "s", "OL"],
    [Infinity, "W", "OL"],
    [0.0015875, "mm", "1.59 mm"],
    [-3855.2, "", "−3860"],
    [2.5, "times its rating", "2.5 times its rating"],
    [106.25, "W", "106 W"],
    [4700, "Ω", "4.70 kΩ"],
  ])("%p as %s: %s", (value, shown, wanted) => expect(show(value, shown)).toBe(wanted));
  test("a share to three figures", () => expect(percent(1 / 3)).toBe("33.3 %"));
  test("digits are the writer's", () => expect(show(33.2749, "mV", 5)).toBe("33.275 mV"));
});

describe("fields of other kinds", () => {
  const reader = (field: ReturnType<typeof quantity>) => (typed: string) => {
    const { values, problems, questions } = readEntries({ fields: [field] }, { [field.id]: typed });
    return { value: values?.maybe(field.id), problem: problems[field.id], question: questions[0]?.text };
  };
  test("what is hardly meant is questioned in the field's own unit, with what is usual", () => {
    const watts = reader(quantity("c", "Capacitance", MICROFARAD, { usual: [1e-6, 1e-3] }));
    expect(watts("0.2").question).toBe(
      "0.2 µF is unusual. Capacitance is usually 1 µF to 1000 µF. Check the digits and the prefix.",
    );
    expect(watts("1").question).toBeUndefined();
    expect(watts("1000").question).toBeUndefined();
    expect(watts("1001").question).toMatch(/unusual/);
    expect(watts("50000").question).toMatch(/^“50000” is 0\.05 farads, a million times a microfarad/);
  });

  test("a percent, a second, a millimetre with its own unit or without", () => {
    expect(reader(quantity("t", "Tolerance", PERCENT))("5 %").value).toBe(0.05);
    expect(reader(quantity("t", "Tolerance", PERCENT))("5").value).toBe(0.05);
    expect(reader(quantity("s", "For", SECOND))("200 ms").value).toBeCloseTo(0.2, 12);
    expect(reader(quantity("g", "Gap", MILLIMETRE, { gauge: true }))("4 mm").value).toBeCloseTo(0.004, 12);
    expect(reader(quantity("g", "Gap", MILLIMETRE))('1"').problem).toMatch(/not a number|not a unit/);
  });

  test("nothing, OL and minus where they cannot stand", () => {
    const volts = reader(quantity("v", "Rated volts", VOLT, { usual: [3, 250] }));
    expect(volts("0").problem).toBe("Rated volts cannot be 0.");
    expect(volts("OL").problem).toBe("OL cannot stand here. Write a number of V.");
    expect(volts("-12").problem).toBe("-12 cannot be negative here.");
    expect(volts("12 Ω").problem).toBe("Ω does not belong in a field of V.");
    expect(reader(quantity("v", "Volts", VOLT, { usual: [3, 250], zero: true }))("0")).toMatchObject({
      value: 0,
    });
    expect(reader(quantity("v", "Volts", VOLT, { signed: true }))("-12").value).toBe(-12);
    expect(reader(quantity("o", "It reads", OHM))("-3").problem).toMatch(/still voltage between the points/);
  });

  test("degrees: Fahrenheit by its sign is taken and said, without it asked about", () => {
    const celsius = reader(quantity("c", "Its temperature", CELSIUS, { signed: true, usual: [-30, 150] }));
    expect(celsius("-4 °F")).toMatchObject({
      value: expect.closeTo(-20, 9) as unknown,
      question: "-4 °F is -20.0 °C.",
    });
    expect(celsius("300 f").question).toBe("300 f is 148.9 °C.");
    expect(celsius("-40").question).toMatch(/Check the digits|unusual/);
    expect(celsius("200").question).toBe("200 °C is unusual. Were 200 °F meant? Those are 93 °C.");
  });
});
