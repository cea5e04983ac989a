import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../../tests/support/glasswasher.ts";
import { ohms, seen, volts } from "../../../tests/support/glasswasherFindings.ts";
import { demoDictionary } from "../../../tests/support/demoUnits.ts";
import { stagePoints, touchesLive } from "../planning/storedEnergy.ts";
import { adviseCall, directTest, ECONOMY, weigh, type Evidence } from "../index.ts";
import { rivalCheck } from "./rivals.ts";

const dictionary = glasswasherDictionary();
/** Volts reach the heater, and it stays cold: the heater is open, or its way back. */
const arrives = [
  seen("display-lit", true),
  seen("fills", true),
  seen("washes", true),
  seen("rinse-hot", false),
  volts("in", "P4.3", 230.1),
  volts("at", "HT1.1", 230.2),
];
const check = (findings: readonly Evidence[], economy = ECONOMY, done = new Set<string>()) =>
  rivalCheck(
    dictionary,
    weigh(dictionary, findings),
    { band: "dead", lifts: [], coversOff: ["front", "board-box"] },
    new Set([...done, ...findings.flatMap((f) => (f.kind === "claim" ? [] : [f.check.id]))]),
    "heater",
    economy,
  );

const open = [...arrives, ohms("across", "HT1.1", "HT1.2", Infinity)];

/** What stores energy is touched dead first: no live reading at the inverter's legs or the link before that. */
describe("before an inverter is bought", () => {
  const extractor = demoDictionary("extractor-sx4");
  const posterior = weigh(extractor, []);
  const stage = stagePoints(extractor.unit);
  const atTheBench = { band: "live", state: "locked", lifts: [], coversOff: ["inverter"] } as const;
  const touches = (done: ReadonlySet<string>) =>
    extractor.unit.items.flatMap(({ id }) => {
      const checks = [
        rivalCheck(extractor, posterior, atTheBench, done, id, { ...ECONOMY, secondVisit: 2000 }),
        directTest(extractor, posterior, { findings: [], situation: atTheBench, done }, id),
      ];
      return checks.filter((c) => c !== undefined && touchesLive(stage, c));
    });

  test("neither the proof nor what tells a rival apart is a live reading on it", () => {
    expect(touches(new Set())).toEqual([]);
  });

  test("once it was touched dead, it may be", () => {
    const [red, black] = [...stage] as [string, string];
    expect(touches(new Set([`dead/diode/${red}/${black}`])).length).toBeGreaterThan(0);
  });
});

describe("what else fits as well", () => {
  test("is told apart before the heater is bought, through the heater alone: 26 Ω if it is whole, nothing if it is open", () => {
    expect(check(arrives)?.id).toBe("dead/ohm/P4.3/HT1.2");
    const next = check(arrives, ECONOMY, new Set(["dead/ohm/P4.3/HT1.2"]));
    expect(next).toBeDefined();
    expect(next!.id).not.toBe("dead/ohm/P4.3/HT1.2");
  });

  test("is left where the heater was measured open, for no check is cheap enough for what is left", () => {
    expect(check(open)).toBeUndefined();
  });

  test("is looked at all the same where a mistake is dear enough", () => {
    expect(check(open, { ...ECONOMY, secondVisit: 2000 })).toBeDefined();
    expect(check(open, { ...ECONOMY, secondVisit: 60 })).toBeUndefined();
  });

  test("keeps a call waiting, and is what is checked next", () => {
    const ground = {
      findings: arrives,
      situation: { band: "dead", lifts: [], coversOff: ["front", "board-box"] } as const,
      done: new Set(arrives.flatMap((f) => (f.kind === "claim" ? [] : [f.check.id]))),
    };
    const posterior = weigh(dictionary, arrives);
    const advice = adviseCall(dictionary, posterior, ground, { ...ECONOMY, callChance: 0.3 });
    expect(advice.ready).toBe(false);
    expect(["proof", "rival"]).toContain(advice.waits);
  });
});
