import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import { readUnitOrThrow } from "#core/unit/index.ts";
import { glasswasher } from "../../../tests/support/glasswasher.ts";
import {
  checkById,
  costOf,
  hazardMinutes,
  listChecks,
  minutesFor,
  observationCheck,
  readingCheck,
  situationAfter,
  stagePoints,
  trialCheck,
  type Situation,
} from "../index.ts";
import { stageToTouchDead, touchesLive } from "./storedEnergy.ts";

const unit = glasswasher();
const extractor = readUnitOrThrow(
  JSON.parse(readFileSync("demo/units/extractor-sx4.json", "utf8")) as unknown,
);
const closed: Situation = { band: "live", lifts: [], coversOff: [] };
const kinds = (situation: Situation, check: Parameters<typeof costOf>[2]) =>
  costOf(unit, situation, check).steps.map((s) => s.kind);

describe("what a check takes", () => {
  const volts = readingCheck({ state: "rinse-heat", lifts: [] }, "vac", "P4.3", "P1.2");

  test("a cover comes off with the supply off, also where live volts are read behind it", () => {
    expect(kinds(closed, volts)).toEqual([
      "isolate",
      "cover",
      "cover",
      "prove",
      "make-live",
      "wait",
      "measure",
    ]);
    const open = { ...closed, coversOff: ["front", "board-box"], state: "rinse-heat" };
    expect(kinds(open, volts)).toEqual(["measure"]);
  });

  test("a plug is pulled with the supply off", () => {
    const lifted = readingCheck({ state: "rinse-heat", lifts: ["P4"] }, "vac", "P4.3", "P1.2");
    const open = { ...closed, coversOff: ["front", "board-box"], state: "rinse-heat" };
    expect(kinds(open, lifted)).toEqual(["isolate", "prove", "lift", "make-live", "wait", "measure"]);
  });

  test("a look behind a cover costs the cover and the isolation, and leaves the unit dead; one from outside costs neither", () => {
    const behind = unit.observations.find((o) => o.kind === "look" && o.cover !== undefined)!;
    const look = observationCheck(unit, behind.id);
    expect(kinds(closed, look)).toEqual(expect.arrayContaining(["isolate", "cover", "prove"]));
    expect(situationAfter(unit, closed, look).band).toBe("dead");
    const outside = observationCheck(unit, "rinse-hot");
    expect(kinds(closed, outside)).not.toContain("isolate");
  });

  test("what is stored is waited for behind the open cover and before anything is proven dead", () => {
    const wait = Math.max(...extractor.hazards.map((h) => h.waitSeconds ?? 0)) / 60;
    expect(wait).toBeGreaterThan(0);
    const dead = extractor.states.find((s) => s.power === "dead")!.id;
    const { steps } = costOf(extractor, closed, readingCheck({ state: dead, lifts: [] }, "ohm", "LP", "GL"));
    expect(steps.map((s) => s.kind)).toEqual(["isolate", "cover", "discharge", "prove", "measure"]);
    expect(steps[2]!.minutes).toBe(wait);
    // Isolating and proving take two minutes together. Common practice, no source.
    expect(steps[0]!.minutes + steps[3]!.minutes).toBeCloseTo(2, 9);
  });

  test("a look at the dead unit isolates and proves it though no cover is in the way", () => {
    const look = observationCheck(unit, "strainer-blocked");
    expect(kinds(closed, look)).toEqual(["isolate", "prove", "measure"]);
    expect(kinds({ ...closed, band: "dead" }, look)).toEqual(["measure"]);
    expect(situationAfter(unit, closed, look).band).toBe("dead");
  });

  test("a live reading counts for more the more can happen: a charge above the mains alone", () => {
    const only = (kind: "mains" | "stored-energy" | "hot") =>
      hazardMinutes({ ...unit, hazards: [{ kind, text: "-" }] });
    expect([only("hot"), only("mains"), only("stored-energy")]).toEqual([0, 0.5, 2]);
    expect(hazardMinutes(extractor)).toBeGreaterThan(2);
    const cost = { steps: [], minutes: 1, live: true };
    expect(minutesFor(cost, 0.5) - minutesFor({ ...cost, live: false }, 0.5)).toBeCloseTo(0.5, 9);
  });
});

describe("what stores energy", () => {
  const stage = stagePoints(extractor);
  const live = extractor.states.find((s) => s.power === "live")!.id;
  const dead = extractor.states.find((s) => s.power === "dead")!.id;

  test("is touched dead before it is touched live", () => {
    expect(stage.has("LP")).toBe(true);
    const volts = readingCheck({ state: live, lifts: [] }, "vdc", "LP", "GL");
    const before = stageToTouchDead(extractor, new Set())!;
    expect(touchesLive(before, volts)).toBe(true);
    const diode = readingCheck({ state: dead, lifts: [] }, "diode", "GL", "LP");
    expect(touchesLive(before, diode)).toBe(false);
    expect(stageToTouchDead(extractor, new Set([volts.id]))).toBeDefined();
    expect(stageToTouchDead(extractor, new Set([diode.id]))).toBeUndefined();
  });

  test("a unit that warns of none has none", () => {
    expect(stagePoints(unit).size).toBe(0);
  });
});

describe("what can be checked", () => {
  const ids = new Set(listChecks(unit).map((c) => c.id));

  test.each([
    ["a chain of contacts in one reading", "dead/ohm/P4.3/HT1.2"],
    ["a part that comes off, on the bench", "try/bench/HT1"],
    ["a part of a sensor that comes off", "try/bench/NTC1"],
  ])("%s is listed", (_name, id) => {
    expect([...ids].filter((i) => i === id)).toEqual([id]);
  });

  test("a load to the chassis with both its leads off", () => {
    const both = listChecks(extractor).filter((c) => c.kind === "reading" && c.setup.lifts.length >= 2);
    expect(both.every((c) => c.kind === "reading" && c.fn === "ohm")).toBe(true);
  });

  test("no part of the board comes off", () => {
    expect([...ids].some((id) => id.startsWith("try/bench/K"))).toBe(false);
  });

  test("a unit's own checks are used as they are given", () => {
    const own = { state: "standby", lifts: ["P4"], function: "lowz", red: "P4.2", black: "P1.2" } as const;
    const more = { ...unit, checks: [{ ...own, lifts: [...own.lifts] }] };
    expect(listChecks(more).some((c) => c.id === "standby+P4/lowz/P4.2/P1.2")).toBe(true);
  });

  test.each([
    "rinse-heat/vac/P4.3/P1.2",
    "dead+HT1.1+HT1.2/ohm/HT1.1/P1.2",
    "see/rinse-hot",
    "try/bench/HT1",
    "try/swap/heater",
  ])("%s names a check", (id) => {
    expect(checkById(unit, id)?.id).toBe(id);
  });

  test.each([
    "nowhere/vac/P4.3/P1.2",
    "rinse-heat/volts/P4.3/P1.2",
    "rinse-heat/vac/P4.3",
    "rinse-heat/vac/P4.3/P9.9",
    "rinse-heat+P9/vac/P4.3/P1.2",
    "see/nothing",
    "try/bypass/F1",
    "try/hammer/HT1",
    "",
  ])("“%s” names none", (id) => {
    expect(checkById(unit, id)).toBeUndefined();
  });

  test("a part on the bench is tested with the unit dead, whatever state it works in", () => {
    expect(trialCheck(unit, "bench", "HT1").setup.state).toBe("dead");
  });
});
