import { describe, expect, test } from "@jest/globals";
import { demoDictionary } from "../../tests/support/demoUnits.ts";
import { EVERYWHERE } from "../../tests/support/handDictionary.ts";
import { readingCheck, weigh, type Dictionary } from "../diagnosis/index.ts";
import { briefSeconds } from "./briefStates.ts";

const dock = demoDictionary("dock-bd3");
const nothingYet = weigh(dock, []);
const live = readingCheck({ state: "release", lifts: [] }, "vdc", "TP5", "GND");
const dead = readingCheck({ state: "dead", lifts: [] }, "ohm", "TP5", "GND");

/** The dock with every case staying so many seconds in every state. */
const staying = (seconds: (i: number) => number): Dictionary => ({
  ...dock,
  stand: (i) => ({ ...EVERYWHERE, seconds: seconds(i) }),
});

describe("a state too short to go there and look", () => {
  test("is one of less than 20 s in the middle of what is likely", () => {
    expect(
      briefSeconds(
        staying(() => 19.9),
        nothingYet,
        live,
      ),
    ).toBe(19.9);
    expect(
      briefSeconds(
        staying(() => 20),
        nothingYet,
        live,
      ),
    ).toBeUndefined();
    expect(
      briefSeconds(
        staying(() => Infinity),
        nothingYet,
        live,
      ),
    ).toBeUndefined();
  });

  test("goes by the likely cases, not by how many there are", () => {
    const likeliest = nothingYet.cases.indexOf(Math.max(...nothingYet.cases));
    const all = nothingYet.cases.reduce((sum, p) => sum + p, 0);
    // Only the likeliest case is short: it decides where it has more than half of the chance.
    const short = briefSeconds(
      staying((i) => (i === likeliest ? 3 : 600)),
      nothingYet,
      live,
    );
    expect(short).toBe(nothingYet.cases[likeliest]! > all / 2 ? 3 : undefined);
    const long = briefSeconds(
      staying((i) => (i === likeliest ? 600 : 3)),
      nothingYet,
      live,
    );
    expect(long).toBe(nothingYet.cases[likeliest]! > all / 2 ? undefined : 3);
  });

  test("is no matter for a reading of the dead unit", () => {
    expect(
      briefSeconds(
        staying(() => 1),
        nothingYet,
        dead,
      ),
    ).toBeUndefined();
  });

  test("is no matter for a unit that has no sequence: its states are held", () => {
    const held = { ...staying(() => 1), unit: { ...dock.unit, sequence: undefined } } as Dictionary;
    expect(briefSeconds(held, nothingYet, live)).toBeUndefined();
  });

  test("the dock's latch is driven for a moment only", () => {
    expect(dock.stand(0, "release").seconds).toBeLessThan(20);
    expect(briefSeconds(dock, nothingYet, live)).toBeLessThan(20);
  });
});
