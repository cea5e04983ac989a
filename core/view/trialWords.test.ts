import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import { trialCheck, TRIALS } from "../diagnosis/index.ts";
import { TRIAL_NAME, trialWords } from "./index.ts";

const unit = demoUnits().get("glasswasher-gw4")!;
const SUBJECT = { swap: "cut-out", bypass: "P5.1", feed: "M1", strip: "P4", bench: "HT1" } as const;

describe("what a trial asks and how it is answered", () => {
  test.each(TRIALS)("%s names what it is done on, and its two answers differ", (trial) => {
    const subject =
      trial === "swap" ? unit.items.find((i) => i.spare || i.remedy === "replace")!.id : SUBJECT[trial];
    const words = trialWords(unit, trialCheck(unit, trial, subject));
    const name =
      unit.parts.find((p) => p.id === subject)?.name ??
      unit.items.find((i) => i.id === subject)?.name ??
      unit.lifts.find((l) => l.id === subject)!.name;
    expect(words.question).toContain(name);
    expect(words.question).toMatch(/\?$/);
    expect(words.yes).not.toBe(words.no);
    expect(TRIAL_NAME[trial]).toMatch(/^[A-Z]/);
  });

  test("a jumper is held for a moment, and never across what protects", () => {
    expect(trialWords(unit, trialCheck(unit, "bypass", "P5.1")).question).toMatch(/for a moment/);
    for (const [refused, why] of [
      ["F1", /protects people/],
      ["TC1", /protects people/],
      ["S2", /protects people/],
      ["K1", /Nothing says/],
    ] as const)
      expect(() => trialCheck(unit, "bypass", refused)).toThrow(why);
  });
});
