import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import { badlyWord, badlyWords, valueText, sizeText, stepTexts } from "./words.ts";

const roaster = demoUnits().get("roaster-dr6")!;
const prover = demoUnits().get("prover-pc2")!;

describe("how a part is said to work badly", () => {
  test.each([
    [/status lamp/, "dim"],
    [/exhaust fan/, "slow"],
    [/igniter glow\?/, "weak"],
  ])("the question about %s is answered %s", (asked, word) => {
    const { id, part } = roaster.observations.find((o) => asked.test(o.question))!;
    expect(badlyWord(roaster, part)).toBe(word);
    const check = { kind: "observation", observation: id, setup: { state: "dead", lifts: [] } } as const;
    expect(badlyWords(roaster, check)).toBe(word);
  });

  test("what is about no part has no word of its own", () => {
    expect(badlyWord(roaster, undefined)).toBe("works badly");
    expect(badlyWord(roaster, "no such part")).toBe("works badly");
  });
});

describe("a reading under the meter's last digit is plain 0", () => {
  test.each([
    ["vac", 0.049, 0.051],
    ["vdc", 0.0049, 0.0051],
    ["mv", 4.9e-5, 5.1e-5],
    ["diode", 4.9e-4, 5.1e-4],
    ["farad", 1.9e-11, 2.1e-11],
    ["adc", 0.0049, 0.0051],
    ["ua", 4.9e-9, 5.1e-9],
  ] as const)("%s: %d is 0 and %d is not, whichever way the leads lie", (fn, under, over) => {
    expect(valueText(fn, under)).toMatch(/^0 /);
    expect(valueText(fn, -under)).toMatch(/^0 /);
    expect(valueText(fn, over)).not.toMatch(/^0 /);
    expect(valueText(fn, -over)).not.toMatch(/^0 /);
  });
});

describe("how large a fault is, in words", () => {
  const ohms = (low: number, middle: number, high: number) => sizeText({ low, middle, high, as: "ohms" });

  test("one number where it is known within a factor of three, a range up to thirty, nothing beyond", () => {
    expect(ohms(250, 400, 700)).toBe("about 400 Ω");
    expect(ohms(250, 400, 760)).toBe("250 Ω to 760 Ω");
    expect(ohms(100, 400, 2900)).toBe("100 Ω to 2.9 kΩ");
    expect(ohms(100, 400, 3100)).toBeUndefined();
  });

  test("a factor is a share of what belongs there, or so many times it", () => {
    expect(sizeText({ low: 0.5, middle: 0.6, high: 0.7, as: "times" })).toBe("about 60 % of its value");
    expect(sizeText({ low: 20, middle: 25, high: 30, as: "times" })).toBe("about 25 times its value");
  });
});

describe("what is put back before a reading", () => {
  const refit = (id: string, minutes = 0.5) => ({ kind: "refit" as const, id, minutes });
  const live = { kind: "make-live" as const, minutes: 1 };
  test("is one step with its time together, both leads of a part one place, long lists cut", () => {
    expect(stepTexts(prover, [refit("HT1"), live])).toEqual([
      "put back what was lifted at HT1, 30 s",
      "go live, 1 min",
    ]);
    expect(stepTexts(prover, [refit("HT1"), refit("Y1.1"), refit("Y1.2"), live])).toEqual([
      "put back what was lifted at HT1 and Y1, 1 min 30 s",
      "go live, 1 min",
    ]);
    const many = ["HT1", "HT2", "M1", "M2", "Y1.1", "Y1.2", "LA1.1", "LA1.2"].map((id) => refit(id));
    expect(stepTexts(prover, many)).toEqual([
      "put back what was lifted at HT1, HT2, M1, M2 and 2 more, 4 min",
    ]);
  });
});
