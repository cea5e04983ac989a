import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import { badlyWord, badlyWords, valueText } from "./words.ts";

const roaster = demoUnits().get("roaster-dr6")!;

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
