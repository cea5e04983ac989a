import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../tests/support/glasswasher.ts";
import {
  bestCourse,
  debrief,
  freshTruth,
  playSchool,
  signsOf,
  type Hidden,
  type PracticeAction,
  type Taken,
} from "./index.ts";

const dictionary = glasswasherDictionary();
const { unit } = dictionary;
const faults = [{ part: "TC1", mode: "open" }];
const hidden: Hidden = {
  faults,
  complaint: "Rinse stays cold.",
  signs: signsOf(unit, freshTruth(unit, faults)),
  items: ["cut-out"],
};

function backAt(...actions: readonly (PracticeAction | number)[]) {
  const taken: Taken[] = [];
  let clock = 0;
  for (const one of actions) {
    if (typeof one === "number") clock += one;
    else taken.push({ action: one, clock: (clock += 1) });
  }
  return debrief(dictionary, hidden, 3, taken);
}
const start: readonly (PracticeAction | number)[] = [
  { do: "power", on: true },
  { do: "set", input: "program", to: "started" },
  250,
];
const cutOut: PracticeAction = { do: "measure", fn: "ohm", red: "TC1.1", black: "TC1.2" };
const end: readonly PracticeAction[] = [{ do: "call", item: "cut-out" }, { do: "finish" }];

describe("looking back", () => {
  test("the reading that found it is worth most, and what is true rises with it", () => {
    const back = backAt(
      ...start,
      { do: "measure", fn: "vac", red: "P4.3", black: "P1.2" },
      { do: "power", on: false },
      cutOut,
      ...end,
    );
    const worth = back.steps.filter((s) => s.bits !== undefined);
    expect(worth.map((s) => s.action.do)).toEqual(["measure", "measure"]);
    const [volts, ohms] = worth;
    expect(ohms!.bits!).toBeGreaterThan(volts!.bits!);
    expect(ohms!.truth).toBeGreaterThan(0.9);
    expect(ohms!.truth).toBeGreaterThan(volts!.truth);
    expect(back.own).toMatchObject({ checks: 2, right: true, money: 18 });
    const led = back.suspects.find((s) => s.item === "cut-out")!;
    expect(led.chances).toHaveLength(back.steps.length + 1);
    expect(led.chances.at(-3)).toBeGreaterThan(0.9);
  });

  test("the same reading again settles whether it was a slip, and once more it is worth still less", () => {
    const back = backAt(cutOut, cutOut, cutOut, ...end);
    const [first, second, third] = back.steps;
    expect(first!.bits!).toBeGreaterThan(1);
    expect(second!.bits!).toBeLessThan(first!.bits!);
    expect(Math.abs(third!.bits!)).toBeLessThan(second!.bits!);
    expect(first!.best!.bits).toBeGreaterThan(0);
    expect(back.steps.map((s) => s.best !== undefined)).toEqual([true, true, true, false, false]);
  });

  test("a slip costs its minutes and money, and the reading it spoiled is worth nothing", () => {
    const careful = backAt(...start, { do: "power", on: false }, cutOut, ...end);
    const careless = backAt(
      ...start,
      { do: "measure", fn: "ohm", red: "P4.3", black: "P1.2" },
      { do: "power", on: false },
      cutOut,
      ...end,
    );
    expect(careless.steps[2]!.bits).toBeUndefined();
    expect(careless.own.money - careful.own.money).toBe(12);
    expect(careless.own.minutes).toBeGreaterThan(careful.own.minutes + 6);
  });

  test("with jumpers on a reading is compared with nothing", () => {
    const back = backAt({ do: "jumper", from: "Y1.1", to: "Y1.2", on: true }, cutOut, ...end);
    expect(back.steps[1]!.bits).toBeUndefined();
    expect(back.own.checks).toBe(0);
  });
});

describe("another way against the same fault", () => {
  test("the program's own comes to it, in more than the repair's minutes", () => {
    const play = playSchool(dictionary, hidden, 3, "information");
    expect(play).toMatchObject({ order: "information", right: true, money: 18 });
    expect(play.minutes).toBeGreaterThan(15);
    expect(play.checks).toBeGreaterThan(0);
  });

  test("one that calls something else is not right", () => {
    const other: Hidden = { ...hidden, items: ["heater"] };
    expect(playSchool(dictionary, other, 3, "information").right).toBe(false);
  });
});

describe("the computed best", () => {
  test("comes to the fault with no more than the program's own order needs, without the repair", () => {
    const best = bestCourse(dictionary, "TC1:open")!;
    const own = playSchool(dictionary, hidden, 3, "information");
    expect(best.minutes).toBeGreaterThan(0);
    expect(best.minutes).toBeLessThan(own.minutes);
    expect(best.checks).toBeGreaterThan(0);
  });

  test("is of single faults of parts only", () => {
    expect(bestCourse(dictionary, "not-in-model")).toBeUndefined();
    expect(bestCourse(dictionary, "as-it-should")).toBeUndefined();
    expect(bestCourse(dictionary, "no such")).toBeUndefined();
  });
});
