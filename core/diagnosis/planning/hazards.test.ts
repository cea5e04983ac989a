import { describe, expect, test } from "@jest/globals";
import type { Hazard, UnitModel } from "#core/unit/index.ts";
import { demoUnits } from "../../../tests/support/demoUnits.ts";
import {
  hazardsMet,
  isForbidden,
  listChecks,
  observationCheck,
  readingCheck,
  trialCheck,
  type Check,
  type Situation,
} from "../index.ts";

const units = demoUnits();
const shut: Situation = { band: "unproven", lifts: [], coversOff: [] };
const met = (unit: UnitModel, check: Check, situation = shut) =>
  hazardsMet(unit, situation, check).map((h) => h.kind);
const in_ = (state: string, lifts: string[] = []) => ({ state, lifts });

describe("what a step meets", () => {
  const roaster = units.get("roaster-dr6")!;
  const extractor = units.get("extractor-sx4")!;
  const kiln = units.get("kiln-pk9")!;
  const dock = units.get("dock-bd3")!;
  const glasswasher = units.get("glasswasher-gw4")!;

  test("mains: at a live reading, and not at a dead one nor at what is watched from outside", () => {
    expect(met(roaster, readingCheck(in_("roast"), "vac", "P1.1", "P1.2"))).toContain("mains");
    expect(met(roaster, readingCheck(in_("dead"), "ohm", "P1.1", "P1.2"))).not.toContain("mains");
    expect(met(roaster, observationCheck(roaster, "drum-turns"))).not.toContain("mains");
  });

  test("mains that is named behind a cover: there, at mains points, and nowhere else", () => {
    const rail = readingCheck(in_("ready"), "vdc", "PS.P", "GND");
    expect(met(dock, rail)).not.toContain("mains");
    expect(met(dock, rail, { ...shut, coversOff: ["ground"] })).toContain("mains");
    expect(met(dock, readingCheck(in_("ready"), "vac", "F1.1", "PS.N"))).toContain("mains");
  });

  test("a stored charge comes first, dead and live, and goes with no look from outside", () => {
    expect(met(extractor, readingCheck(in_("dead"), "diode", "LP", "GL"))[0]).toBe("stored-energy");
    expect(met(extractor, readingCheck(in_("spin"), "vdc", "LP", "GL"))[0]).toBe("stored-energy");
    expect(met(extractor, observationCheck(extractor, "cap-bulged"))).toContain("stored-energy");
    expect(met(extractor, observationCheck(extractor, "display"))).not.toContain("stored-energy");
  });

  test("gas: at the burner dead, and in every state in which it is called for", () => {
    expect(met(roaster, observationCheck(roaster, "rod-crust"))).toContain("gas");
    expect(met(roaster, observationCheck(roaster, "gas-hiss"))).toContain("gas");
    expect(met(roaster, readingCheck(in_("roast"), "vac", "P1.1", "P1.2"))).toContain("gas");
    expect(met(roaster, readingCheck(in_("purge"), "vac", "P1.1", "P1.2"))).not.toContain("gas");
    expect(met(roaster, observationCheck(roaster, "limit-button"))).not.toContain("gas");
  });

  test("hot where the hands go, moving where it runs, water where something comes off", () => {
    expect(met(kiln, readingCheck(in_("dead"), "ohm", "HTA1.1", "HTA.M"))).toContain("hot");
    expect(met(kiln, readingCheck(in_("dead"), "ohm", "P1.1", "P1.2"))).not.toContain("hot");
    expect(met(roaster, readingCheck(in_("roast"), "vac", "P1.1", "P1.2"))).toContain("moving");
    expect(met(roaster, readingCheck(in_("standby"), "vac", "P1.1", "P1.2"))).not.toContain("moving");
    expect(met(extractor, observationCheck(extractor, "drum-drag"))).toContain("moving");
    expect(met(glasswasher, trialCheck(glasswasher, "bench", "Y1"))).toContain("water");
    expect(met(glasswasher, readingCheck(in_("dead"), "ohm", "Y1.1", "Y1.2"))).not.toContain("water");
    expect(met(glasswasher, trialCheck(glasswasher, "bench", "M1"))).not.toContain("water");
  });

  test("a hazard that names no place is met wherever its kind can be", () => {
    const only = (kind: Hazard["kind"]) => ({ ...glasswasher, hazards: [{ kind, text: "-" }] });
    const live = readingCheck(in_("wash"), "vac", "P4.3", "P1.2");
    const dead = readingCheck(in_("dead"), "ohm", "P4.3", "P1.2");
    const kinds = ["mains", "stored-energy", "gas", "moving", "hot", "water"] as const;
    expect(kinds.filter((k) => met(only(k), live).length > 0)).toEqual([
      "mains",
      "stored-energy",
      "gas",
      "moving",
      "hot",
    ]);
    expect(kinds.filter((k) => met(only(k), dead).length > 0)).toEqual(["stored-energy", "gas", "hot"]);
  });
});

describe("what is never proposed", () => {
  const roaster = units.get("roaster-dr6")!;

  test("a live reading behind the burner door while gas is called for; it may be read dead, or before gas comes", () => {
    const volts = (state: string) => readingCheck(in_(state), "vac", "IG1.1", "IG1.2");
    expect(isForbidden(roaster, volts("ignite"))).toBe(true);
    expect(isForbidden(roaster, volts("roast"))).toBe(true);
    expect(isForbidden(roaster, volts("purge"))).toBe(false);
    expect(isForbidden(roaster, readingCheck(in_("dead"), "ohm", "IG1.1", "IG1.2"))).toBe(false);
    expect(isForbidden(roaster, readingCheck(in_("ignite"), "vac", "P1.1", "P1.2"))).toBe(false);
    const live = listChecks(roaster).filter(
      (c) => c.kind === "reading" && ["ignite", "roast"].includes(c.setup.state),
    );
    expect(live.length).toBeGreaterThan(20);
    expect(live.filter((c) => c.kind === "reading" && /^(?:IG1|GV1|FR1)\./u.test(c.red))).toEqual([]);
  });

  test("where the gas hazard names no states, no live state is one to open the burner in", () => {
    const gas = { ...roaster.hazards.find((h) => h.kind === "gas")!, states: undefined };
    expect(
      isForbidden({ ...roaster, hazards: [gas] }, readingCheck(in_("purge"), "vac", "IG1.1", "IG1.2")),
    ).toBe(true);
    expect(
      isForbidden({ ...roaster, hazards: [] }, readingCheck(in_("ignite"), "vac", "IG1.1", "IG1.2")),
    ).toBe(false);
  });
});
