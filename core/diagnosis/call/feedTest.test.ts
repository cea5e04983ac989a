import { describe, expect, test } from "@jest/globals";
import { demoDictionary, demoUnit } from "../../../tests/support/demoUnits.ts";
import { ECONOMY, observationCheck, readingCheck, weigh, type Evidence } from "../index.ts";
import { nextByOrder } from "../planning/orders.ts";
import { netOf } from "../planning/pointNets.ts";
import { judge } from "./judge.ts";
import { ownTest } from "./ownTest.ts";
import { feedBefore, feedTest, readsVolts, supplyOf } from "./feedTest.ts";

const dictionary = demoDictionary("gate-cg2");
const { unit } = dictionary;
/** The board's converter makes 5 V from 24 V; at the common the board is a wire and a pin from the unit's reference. */
const U1 = supplyOf(unit, "U1")!;
const read = (
  id: string,
  state: string,
  fn: "vdc" | "ohm",
  red: string,
  black: string,
  value: number,
): Evidence => ({
  kind: "reading",
  id,
  check: readingCheck({ state, lifts: [] }, fn, red, black),
  value,
});

/** Nothing of the gate works, its way from the battery to the board is whole, and its 5 V are not there. */
const dead: Evidence[] = [
  ...["display", "moves", "closes", "K1-clicks", "K2-clicks", "reaches-opening", "reaches-closing"].map(
    (id): Evidence => ({ kind: "seen", id, check: observationCheck(unit, id), seen: false }),
  ),
  read("way", "dead", "ohm", "BT.P", "BT.M", 1425),
  read("rail", "standby", "vdc", "TP5", "GND", 0),
];
const judged = (...more: Evidence[]) => {
  const findings = [...dead, ...more];
  const ground = {
    findings,
    situation: { band: "live", state: "standby", lifts: [], coversOff: ["cabinet"] } as const,
    done: new Set(findings.flatMap((f) => (f.kind === "claim" ? [] : [f.check.id]))),
  };
  const judgement = judge(dictionary, ground);
  const next = nextByOrder("information", { ...judgement, ...ground, evidence: findings })?.check;
  return { ...judgement, next, led: judgement.dictionary.suspects[judgement.advice.suspect]!.id };
};

describe("what gives out nothing", () => {
  test("is not called before its feed was read, however sure the rest makes it", () => {
    const { advice, led, next } = judged();
    expect(led).toBe("U1:dead");
    expect(advice.chance).toBeGreaterThan(0.99);
    expect(advice).toMatchObject({ item: "board", ready: false, waits: "feed" });
    expect(next?.id).toBe("standby/vdc/K1.no/GND");
  });

  test("is called with volts going in, and not where none do", () => {
    expect(judged(read("in", "standby", "vdc", "K1.no", "GND", 25.6)).advice).toMatchObject({
      item: "board",
      ready: true,
    });
    expect(judged(read("in", "standby", "vdc", "K1.no", "GND", 0)).advice.ready).toBe(false);
  });
});

describe("what gives out too little elsewhere", () => {
  // A plug further on carries no 12 V; the board's own test point was not read.
  const kiln = demoDictionary("kiln-pk9");
  const rail = supplyOf(kiln.unit, "D1")!.output;
  const suspect = kiln.suspects.findIndex((s) => s.id === "D1:dead");
  const ownOf = (...findings: Evidence[]) =>
    ownTest(
      kiln,
      weigh(kiln, findings),
      {
        findings,
        situation: { band: "live", state: "standby", lifts: [], coversOff: [] },
        done: new Set(findings.flatMap((f) => (f.kind === "claim" ? [] : [f.check.id]))),
      },
      suspect,
      [],
      ECONOMY,
    );

  test("is read at its own output first", () => {
    const own = ownOf(read("coil", "standby", "vdc", "K1.A", "GND", 0));
    expect(own?.waits).toBe("own");
    expect(own?.check.kind === "reading" && readsVolts(kiln.unit, rail, own.check)).toBe(true);
    expect(own?.check.id).toContain("TP12");
  });

  test("and not once more, when it was", () => {
    const situation = { band: "live", state: "standby", lifts: [], coversOff: [] } as const;
    const at = (findings: readonly Evidence[]) =>
      feedTest(kiln, weigh(kiln, findings), { findings, situation, done: new Set() }, rail)?.id;
    expect(at([])).toContain("TP12");
    expect(at([read("rail", "standby", "vdc", "TP12", "GND", 0)])).toBeUndefined();
  });
});

describe("where a supply is read", () => {
  const at = (fn: "vdc" | "vac" | "ohm", red: string, black: string) =>
    readingCheck({ state: "standby", lifts: [] }, fn, red, black);

  const live = (red: string, black: string) => at("vac", red, black);

  test("its feed at the part itself, to whatever conductors join to its common, either way round", () => {
    expect(U1).toEqual({ feed: ["V24", "G"], output: ["V5", "G"] });
    expect(readsVolts(unit, U1.feed, at("vdc", "K1.no", "GND"))).toBe(true);
    expect(readsVolts(unit, U1.feed, at("vdc", "X1.2", "K1.no"))).toBe(true);
    expect(readsVolts(unit, U1.output, at("vdc", "TP5", "GND"))).toBe(true);
  });

  test("not before the pin that may be what is open, not to another rail, not in ohms", () => {
    expect(readsVolts(unit, U1.feed, at("vdc", "X1.1", "GND"))).toBe(false);
    expect(readsVolts(unit, U1.feed, at("vdc", "K1.no", "TP5"))).toBe(false);
    expect(readsVolts(unit, U1.feed, at("ohm", "K1.no", "GND"))).toBe(false);
  });

  test("of a net that no probe reaches, at the nearest place that conductors join to it", () => {
    const roaster = demoUnit("roaster-dr6");
    const before = feedBefore(roaster, "K3", [live("K3.no", "TB.N")])!;
    expect(before[0]).toBe("B_LS");
    expect(readsVolts(roaster, before, live("P1.1", "TB.N"))).toBe(true);
    // On the same wire, but further off.
    expect(readsVolts(roaster, before, live("S1.2", "TB.N"))).toBe(false);
  });

  test("a part in series by what stands before it, where too little was read behind it to a reference", () => {
    const roaster = demoUnit("roaster-dr6");
    expect(feedBefore(roaster, "LS1", [live("LS1.2", "T1.S2")])).toEqual([netOf(roaster, "LS1.a"), "COM24"]);
    expect(feedBefore(roaster, "LS1", [live("LS1.1", "LS2.1")])).toBeUndefined();
    expect(feedBefore(roaster, "none", [live("LS1.2", "T1.S2")])).toBeUndefined();
  });

  test("a motor gives nothing out", () => {
    expect(supplyOf(unit, "M1")).toBeUndefined();
    expect(supplyOf(unit, "none")).toBeUndefined();
  });

  test("every supply that is fed gives out at another pair than it is fed at", () => {
    for (const id of ["glasswasher-gw4", "roaster-dr6", "dock-bd3", "prover-pc2", "kiln-pk9"]) {
      const of = demoUnit(id);
      const supplies = of.parts.flatMap((p) => supplyOf(of, p.id) ?? []);
      expect(supplies.length).toBeGreaterThan(0);
      for (const { feed, output } of supplies) expect(output).not.toEqual(feed);
    }
  });
});
