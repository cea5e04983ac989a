import { describe, expect, test } from "@jest/globals";
import { glasswasher } from "../../../tests/support/glasswasher.ts";
import {
  observationCheck,
  readingCheck,
  stripCheck,
  trialCheck,
  type Check,
  type Suspect,
} from "../index.ts";
import { directPlace, isDirectAt } from "./directPlace.ts";

const unit = glasswasher();
const suspect = (more: Partial<Suspect>): Suspect => ({
  id: "x",
  name: "",
  modeName: "",
  looks: "",
  prior: 0.1,
  works: true,
  ...more,
});
const heater = directPlace(unit, suspect({ part: "HT1" }))!;
const dead = { state: "dead", lifts: [] };

describe("what is done at a fault's own place", () => {
  test.each<[string, Check, boolean]>([
    ["ohms across it", readingCheck(dead, "ohm", "HT1.2", "HT1.1"), true],
    ["ohms across something before it", readingCheck(dead, "ohm", "TC1.1", "TC1.2"), false],
    ["ohms across it and more", readingCheck(dead, "ohm", "HT1.1", "P1.1"), false],
    ["it on the bench", trialCheck(unit, "bench", "HT1"), true],
    ["another on the bench", trialCheck(unit, "bench", "NTC1"), false],
    ["another one in place of its item", trialCheck(unit, "swap", "heater"), true],
    ["another one in place of something else", trialCheck(unit, "swap", "board"), false],
    ["it alone off, and all others on", stripCheck(unit, ["HT1"]), true],
    ["it off, and one more", stripCheck(unit, ["HT1", "M1"]), false],
    ["what its user sees of it", observationCheck(unit, "rinse-hot"), false],
  ])("%s: %p", (_what, check, direct) => expect(isDirectAt(unit, heater, check)).toBe(direct));

  test("two faults at once, and what is in no model, have none", () => {
    expect(directPlace(unit, suspect({ both: [2, 3] }))).toBeUndefined();
    expect(directPlace(unit, suspect({}))).toBeUndefined();
  });
});
