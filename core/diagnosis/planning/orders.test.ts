import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../../tests/support/glasswasher.ts";
import { seeded } from "../../quantity/index.ts";
import {
  fromScale,
  nextByOrder,
  observationCheck,
  ORDERS,
  playFault,
  readingCheck,
  weigh,
  type Check,
  type Evidence,
  type Order,
  type Truth,
} from "../index.ts";

const dictionary = glasswasherDictionary();
const { unit } = dictionary;
const unproven = { band: "unproven", lifts: [], coversOff: [] } as const;
const heat = { state: "rinse-heat", lifts: [] };
const coldRinse: Evidence[] = [
  ["fills", true],
  ["washes", true],
  ["rinse-hot", false],
].map(([id, seen]) => ({
  kind: "seen",
  id: String(id),
  check: observationCheck(unit, String(id)),
  seen: seen === true,
}));

function proposed(order: Order, evidence: readonly Evidence[]): Check {
  const posterior = weigh(dictionary, evidence);
  const done = new Set(evidence.flatMap((e) => (e.kind === "claim" ? [] : [e.check.id])));
  return nextByOrder(order, { dictionary, posterior, situation: unproven, evidence, done })!.check;
}

const volts = (point: string, value: number): Evidence => ({
  kind: "reading",
  id: point,
  check: readingCheck(heat, "vac", point, "P1.2"),
  value,
});

describe("a cold rinse: which point of the heater's course comes next", () => {
  const course = unit.courses.find((c) => c.id === "rinse-heater")!.points;

  test("supply forward begins at the inlet and goes on from there", () => {
    expect(proposed("supply-forward", coldRinse)).toMatchObject({ red: "P1.1", black: "P1.2", setup: heat });
    expect(proposed("supply-forward", [...coldRinse, volts("P1.1", 230)])).toMatchObject({ red: "F1.2" });
  });

  test("load back begins at the heater's far end", () => {
    expect(proposed("load-back", coldRinse)).toMatchObject({ red: "HT1.2" });
    expect(proposed("load-back", [...coldRinse, volts("HT1.2", 0)])).toMatchObject({ red: "HT1.1" });
  });

  test("middle first halves what lies between good and bad", () => {
    const first = proposed("middle-first", coldRinse);
    if (first.kind !== "reading") throw new Error("a reading was expected");
    const at = course.indexOf(first.red);
    expect(at).toBeGreaterThan(3);
    expect(at).toBeLessThan(8);
    const good = proposed("middle-first", [...coldRinse, volts(first.red, 230)]);
    const bad = proposed("middle-first", [...coldRinse, volts(first.red, 0)]);
    if (good.kind !== "reading" || bad.kind !== "reading") throw new Error("readings were expected");
    expect(course.indexOf(good.red)).toBeGreaterThan(at);
    expect(course.indexOf(bad.red)).toBeLessThan(at);
  });
});

describe("a play", () => {
  const truthOf = (suspect: string): Truth => {
    const index = dictionary.cases.findIndex((c) => dictionary.suspects[c.suspect]!.id === suspect);
    return (check) => {
      const row = dictionary.row(check);
      return "chance" in row ? row.chance[index]! > 0.5 : fromScale(row.check.fn, row.mean[index]!);
    };
  };
  const options = (order: Order, seed = 1) => ({
    order,
    noise: 0.01,
    slips: 0,
    random: seeded(seed),
    complaint: ["fills", "washes", "rinse-hot"],
  });

  test.each(ORDERS)("%s finds the open cut-out, and counts its minutes", (order) => {
    const play = playFault(dictionary, truthOf("TC1:open"), options(order));
    // The walks read volts only and may end short of a call; their best guess is right all the same.
    expect(play.item).toBe("cut-out");
    if (order === "information") expect(play.ready).toBe(true);
    expect(play.minutes).toBeCloseTo(
      play.steps.reduce((sum, s) => sum + s.minutes, 0),
      9,
    );
    expect(new Set(play.steps.map((s) => s.check.id)).size).toBe(play.steps.length);
  });

  test("the most telling check takes no longer than the walks", () => {
    const minutes = (order: Order) => playFault(dictionary, truthOf("TC1:open"), options(order)).minutes;
    for (const order of ["supply-forward", "load-back"] as const)
      expect(minutes("information")).toBeLessThanOrEqual(minutes(order));
  });

  test("the same seed plays the same, slips and all", () => {
    const slippery = (seed: number) =>
      playFault(dictionary, truthOf("HT1:open"), {
        ...options("information", seed),
        noise: 0.03,
        slips: 0.3,
      });
    expect(slippery(7)).toEqual(slippery(7));
  });

  test("it ends where it is told to, with its best guess", () => {
    const play = playFault(dictionary, truthOf("HT1:open"), { ...options("supply-forward"), mostChecks: 1 });
    expect(play.steps).toHaveLength(1);
    expect(play.ready).toBe(false);
    expect(play.item).not.toBe("");
  });
});

test("what comes and goes speaks for what does so, and speaks softly", () => {
  const loose: Evidence = {
    kind: "seen",
    id: "x",
    check: observationCheck(unit, "rinse-hot"),
    seen: false,
    sometimes: true,
  };
  const before = weigh(dictionary, []);
  const after = weigh(dictionary, [loose]);
  const chance = (p: typeof before, id: string) =>
    p.suspects[dictionary.suspects.findIndex((s) => s.id === id)]!;
  const factor = (id: string) => chance(after, id) / chance(before, id);
  expect(factor("K3:joint-cracked")).toBeGreaterThan(3 * factor("HT1:open"));
  expect(chance(after, "HT1:open")).toBeGreaterThan(0);
});
