import { describe, expect, test } from "@jest/globals";
import { glasswasher, glasswasherDictionary } from "../../../tests/support/glasswasher.ts";
import { ohms, seen, volts } from "../../../tests/support/glasswasherFindings.ts";
import { handCheck, handDictionary } from "../../../tests/support/handDictionary.ts";
import {
  adviseCall,
  ECONOMY,
  directParts,
  directTest,
  judge,
  proofsOf,
  sizeOf,
  weigh,
  type Evidence,
} from "../index.ts";

const unit = glasswasher();
const dictionary = glasswasherDictionary();
const cold = [seen("display-lit", true), seen("fills", true), seen("washes", true), seen("rinse-hot", false)];
const groundOf = (findings: readonly Evidence[]) => ({
  findings,
  situation: { band: "dead", lifts: [], coversOff: ["front", "board-box"] } as const,
  done: new Set(findings.flatMap((f) => (f.kind === "claim" ? [] : [f.check.id]))),
});

describe("the proof of a call", () => {
  test("a reading that was wrong and that the item explains is one; the customer's words and a right reading are none", () => {
    const findings = [...cold, volts("in", "P4.3", 230.1), ohms("open", "HT1.1", "HT1.2", Infinity)];
    const proofs = proofsOf(dictionary, weigh(dictionary, findings), findings, "heater");
    expect(proofs.map((p) => p.finding)).toEqual(["open"]);
    expect(proofs[0]!.overHealthy).toBeGreaterThan(20);
  });

  test("elimination alone is no call while the part can be put to the proof, and the direct test is what is checked next", () => {
    const findings = [
      ...cold,
      volts("in", "P4.3", 230.1),
      ohms("cut", "TC1.1", "TC1.2", 0.02),
      ohms("stat", "TH1.1", "TH1.2", 0.02),
      volts("heater", "HT1.1", 230.2),
      volts("return", "HT1.2", 0.02),
    ];
    const ground = groundOf(findings);
    const advice = adviseCall(dictionary, weigh(dictionary, findings), ground, {
      labourPerHour: 60,
      secondVisit: 35,
      downTime: 30,
      trust: 20,
      callChance: 0.6,
      lastChance: 0.6,
    });
    expect(advice).toMatchObject({ item: "heater", ready: false, waits: "proof" });
    const check = directTest(dictionary, weigh(dictionary, findings), ground, "heater")!;
    // Dead, across the heater: what every technician takes before buying one.
    expect(check.id).toBe("dead/ohm/HT1.1/HT1.2");
  });

  test("two readings that no size of the leader explains keep it from being called", () => {
    const findings = [
      ...cold,
      volts("in", "P4.3", 230.1),
      ohms("open", "HT1.1", "HT1.2", Infinity),
      ohms("again", "HT1.1", "HT1.2", Infinity),
    ];
    const { advice } = judge(dictionary, groundOf(findings));
    expect(advice).toMatchObject({ item: "heater", ready: true });
    const against = [...findings, ohms("x", "HT1.1", "P1.2", 26.4), ohms("y", "TC1.1", "P1.2", 26.5)];
    expect(judge(dictionary, groundOf(against)).advice.ready).toBe(false);
  });
});

describe("a reading that what is to be called does not explain", () => {
  // Two volts with a deviation of 0.05; the fault takes the first from 12 to 0 and leaves the second.
  const checks = ["a", "b"];
  const hand = handDictionary(
    checks,
    [12, 12],
    [
      { id: "fault", prior: 0.9, sizes: [[0, 12]] },
      { id: "other", prior: 0.1, sizes: [[6, 6]] },
    ],
  );
  const read = (id: string, check: number, value: number): Evidence => ({
    kind: "reading",
    id,
    check: handCheck(checks, check),
    value,
  });
  const waits = (...b: number[]) => {
    const findings = [read("first", 0, 0), ...b.map((value, k) => read(`b${k}`, 1, value))];
    const advice = adviseCall(hand, weigh(hand, findings), groundOf(findings));
    expect(advice.item).toBe("fault");
    return advice.waits;
  };

  test("is repeated once; where it comes out the same it was no slip, and nothing is called", () => {
    expect(waits(12)).toBeUndefined();
    expect(waits(12.4)).toBe("repeat");
    expect(waits(12.4, 12.4)).toBe("contradicted");
  });

  test("was a slip where it comes out right when it is repeated", () => {
    expect(waits(0, 12)).toBeUndefined();
  });

  test("lies five deviations off, though a stray may lie further", () => {
    expect(waits(12.24)).toBeUndefined();
    expect(waits(12.24, 12.24)).toBeUndefined();
    expect(waits(12.26)).toBe("repeat");
    expect(waits(12.26, 12.26)).toBe("contradicted");
  });
});

describe("how sure is sure enough", () => {
  const checks = ["a", "b"];
  // The first check leaves 24 to 1; the second would tell the two apart.
  const faults = [
    { id: "fault", prior: 0.96, sizes: [[0, 12]] },
    { id: "other", prior: 0.04, sizes: [[0, 6]] },
  ];
  const ready = (sure: { callChance: number; lastChance: number }, asked: readonly string[]) => {
    const hand = handDictionary(
      asked,
      asked.map(() => 12),
      faults,
    );
    const findings: Evidence[] = [{ kind: "reading", id: "first", check: handCheck(asked, 0), value: 0 }];
    const advice = adviseCall(hand, weigh(hand, findings), groundOf(findings), { ...ECONOMY, ...sure });
    expect(advice.item).toBe("fault");
    expect(advice.chance).toBeCloseTo(0.96, 3);
    return advice.ready;
  };

  test("less where nothing is left to ask than where a check would tell more", () => {
    const sure = { callChance: 0.97, lastChance: 0.95 };
    expect(ready(sure, ["a"])).toBe(true);
    expect(ready(sure, checks)).toBe(false);
  });

  test("to the hundredth, on both sides of either", () => {
    expect(ready({ callChance: 0.97, lastChance: 0.961 }, ["a"])).toBe(false);
    expect(ready({ callChance: 0.97, lastChance: 0.959 }, ["a"])).toBe(true);
    expect(ready({ callChance: 0.961, lastChance: 0.961 }, checks)).toBe(false);
    expect(ECONOMY).toMatchObject({ callChance: 0.97, lastChance: 0.95 });
  });
});

describe("the part that a finding was made on", () => {
  test.each<[string, Evidence, string[]]>([
    ["ohms across it", ohms("a", "HT1.1", "HT1.2", 26.4), ["HT1"]],
    ["it was seen at work", seen("washes", true), ["M1"]],
    ["volts to the reference are on no part", volts("b", "P4.3", 230), []],
    ["a claim is on none", { kind: "claim", id: "c", item: "heater" }, []],
  ])("%s", (_name, finding, parts) => {
    expect(directParts(unit, finding)).toEqual(parts);
  });
});

describe("how large it is", () => {
  const sizeFor = (ohmsRead: number) => {
    const findings = [...cold, ohms("joint", "P4.3", "TH1.1", ohmsRead), ohms("cut", "TC1.1", "TC1.2", 0.02)];
    const posterior = weigh(dictionary, findings);
    const w13 = dictionary.suspects.findIndex((s) => s.id === "W13:high-resistance");
    return sizeOf(dictionary, posterior, w13)!;
  };

  test.each([3, 45, 400, 2200])("a joint that reads %p Ω is about so large", (read) => {
    const { low, middle, high } = sizeFor(read);
    expect(low).toBeLessThan(read * 1.05);
    expect(high).toBeGreaterThan(read / 1.05);
    expect(Math.abs(Math.log(middle / read))).toBeLessThan(Math.log(1.7));
  });

  test("what has no size has none to say", () => {
    const open = dictionary.suspects.findIndex((s) => s.id === "W13:open");
    expect(sizeOf(dictionary, weigh(dictionary, cold), open)).toBeUndefined();
  });
});
