import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import type { Step } from "../diagnosis/index.ts";
import { listText, minutesText, stepText, stepTexts } from "./words.ts";

const roaster = demoUnits().get("roaster-dr6")!;
const glasswasher = demoUnits().get("glasswasher-gw4")!;

describe("the steps before a reading, in words", () => {
  test.each<[Step, string]>([
    [{ kind: "isolate", minutes: 0.6 }, "isolate and lock off, 35 s"],
    [{ kind: "cover", id: "front", minutes: 1.5 }, "take off the front cover, 1 min 30 s"],
    [{ kind: "discharge", minutes: 5 }, "wait for what is stored, 5 min"],
    [{ kind: "prove", minutes: 1.4 }, "prove dead, 1 min 25 s"],
    [{ kind: "refit", id: "P4", minutes: 0.5 }, "put back what was lifted at P4, 30 s"],
    [{ kind: "fit", id: "M1", minutes: 1.5 }, "make ready, 1 min 30 s"],
    [{ kind: "make-live", minutes: 1 }, "go live, 1 min"],
    [{ kind: "wait", id: "rinse-heat", minutes: 100 / 60 }, "wait for rinse heat, 1 min 40 s"],
    [{ kind: "measure", minutes: 0.4 }, "read, 25 s"],
  ])("%j", (step, text) => expect(stepText(glasswasher, step)).toBe(text));

  test("a unit on gas is isolated with its cock shut", () => {
    const isolate: Step = { kind: "isolate", minutes: 0.6 };
    expect(stepText(roaster, isolate)).toBe("isolate and lock off, gas cock shut, 35 s");
    expect(stepText({ ...roaster, hazards: [] }, isolate)).not.toContain("gas");
  });

  test("they stand in the order in which they are made", () => {
    const steps: Step[] = [
      { kind: "isolate", minutes: 0.6 },
      { kind: "cover", id: "board-box", minutes: 1 },
      { kind: "prove", minutes: 1.4 },
      { kind: "make-live", minutes: 1 },
    ];
    expect(stepTexts(glasswasher, steps).map((s) => s.split(",")[0])).toEqual([
      "isolate and lock off",
      "take off the board box lid",
      "prove dead",
      "go live",
    ]);
  });
});

describe("times and lists as people write them", () => {
  test.each([
    [0, "5 s"],
    [0.1, "5 s"],
    [0.125, "10 s"],
    [0.95, "55 s"],
    [0.96, "1 min"],
    [1, "1 min"],
    [1.5, "1 min 30 s"],
    [30, "30 min"],
  ])("%d minutes: %s", (minutes, text) => expect(minutesText(minutes)).toBe(text));

  test.each([
    [[], 3, "nothing"],
    [["A"], 3, "A"],
    [["A", "B"], 3, "A and B"],
    [["A", "B", "C"], 3, "A, B and C"],
    [["A", "B", "C", "D"], 3, "A, B, C and 1 more"],
  ])("%j, at most %d: %s", (names, most, text) => expect(listText(names, most)).toBe(text));
});
