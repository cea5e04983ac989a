import { describe, expect, test } from "@jest/globals";
import { demoUnit } from "../../tests/support/demoUnits.ts";
import {
  actionText,
  EXERCISE_KINDS,
  KIND_TEXT,
  shownText,
  SLIP_KINDS,
  slipText,
  type PracticeAction,
  type Shown,
} from "./index.ts";

const unit = demoUnit("glasswasher-gw4");
const lift = unit.lifts[0]!;

describe("what was done is said by the unit's own names", () => {
  test.each<[PracticeAction, string | RegExp]>([
    [{ do: "power", on: true }, "Power on"],
    [{ do: "power", on: false }, "Power off, locked off"],
    [{ do: "set", input: "program", to: "started" }, /^Program: \S/u],
    [{ do: "skip", seconds: 10 }, "Waited 10 s"],
    [{ do: "skip", seconds: 59.6 }, "Waited 60 s"],
    [{ do: "skip", seconds: 60 }, "Waited 1 min"],
    [{ do: "skip", seconds: 90 }, "Waited 1.5 min"],
    [{ do: "lift", lift: lift.id, off: true }, `${lift.name}: off`],
    [{ do: "lift", lift: lift.id, off: false }, `${lift.name}: back on`],
    [{ do: "jumper", from: "P4.1", to: "P1.2", on: true }, "Jumper P4·1 to P1·2 fitted"],
    [{ do: "jumper", from: "P4.1", to: "P1.2", on: false }, "Jumper P4·1 to P1·2 taken off"],
    [{ do: "measure", fn: "vac", red: "P4.3", black: "P1.2" }, "V AC, P4·3 to P1·2"],
    [{ do: "look", observation: "fills" }, "Does it fill with water?"],
    [{ do: "provoke", how: "wiggle" }, "Moved the looms"],
    [{ do: "feed", part: "Y1" }, "Fed Fill valve by itself"],
    [{ do: "swap", item: "cut-out" }, "Fitted a good Thermal cut-out TC1"],
    [{ do: "call", item: "cut-out" }, "Called and repaired: Thermal cut-out TC1"],
    [{ do: "finish" }, "Handed it back"],
  ])("%j", (action, text) => {
    if (typeof text === "string") expect(actionText(unit, action)).toBe(text);
    else expect(actionText(unit, action)).toMatch(text);
  });
});

describe("what it showed", () => {
  const reading = (fn: "vac" | "ohm" | "vdc", ...frames: number[]): Shown => ({
    kind: "reading",
    fn,
    frames,
  });
  const seen = (answer: "yes" | "no" | "badly" | "not yet"): Shown => ({
    kind: "seen",
    observation: "fills",
    answer,
  });

  test.each<[Shown, string]>([
    [reading("vac", 130, 229.7), "229.7 V"],
    [reading("ohm", Infinity), "OL"],
    [reading("ohm", 0.049), "0 Ω"],
    [reading("ohm", 0.051), "51.00 mΩ"],
    [reading("vdc", -5.01), "-5.010 V"],
    [seen("yes"), "fills"],
    [seen("no"), "does not fill"],
    [seen("badly"), "fills, but weakly"],
    [seen("not yet"), "It has not come to that yet: start it, and let it run."],
    [{ kind: "fed", part: "Y1", works: false }, "It does not work even so."],
    [{ kind: "reset", part: "F1", wasOpen: true }, "It was open; it is closed now."],
    [{ kind: "reset", part: "F1", wasOpen: false }, "It was not open."],
    [{ kind: "finished", right: true }, "All is well."],
    [{ kind: "finished", right: false }, "It is not as it should be."],
    [{ kind: "refused", what: "X9" }, "That cannot be done: X9."],
    [{ kind: "done" }, ""],
  ])("%j", (shown, text) => {
    expect(shownText(unit, shown).replace("−", "-")).toBe(text);
  });
});

describe("a slip", () => {
  const of = (kind: (typeof SLIP_KINDS)[number], at?: string) =>
    slipText(unit, { kind, action: 0, money: 0, minutes: 0, danger: false, ...(at ? { at } : {}) });

  test("is named with the item, the part or the point that it was about", () => {
    expect(of("bought in vain", "cut-out")).toBe("Bought in vain: Thermal cut-out TC1");
    expect(of("reset again", "F1")).toContain("Main fuse");
    expect(of("ohms on live", "P4.3")).toBe("Ohms with the power on: Connector pin P4·3");
    expect(of("left bridged")).toBe("A jumper left in");
  });

  test("of every kind, and every kind of exercise, has words of its own", () => {
    expect(new Set(SLIP_KINDS.map((k) => of(k))).size).toBe(SLIP_KINDS.length);
    expect(new Set(EXERCISE_KINDS.map((k) => KIND_TEXT[k])).size).toBe(EXERCISE_KINDS.length);
  });
});
