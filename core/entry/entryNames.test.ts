import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import type { EntryContext } from "./context.ts";
import { parseEntry } from "./entry.ts";
import { describeEntryProblem } from "./problems.ts";
import { findPoint, pointsMeantBy } from "./pointNames.ts";

const UNITS = demoUnits();
const unit = (id: string) => UNITS.get(id)!;
const context = (id: string, lifts: string[] = []): EntryContext => {
  const { states } = unit(id);
  return {
    liveSetup: { state: states.find((s) => s.power === "live")!.id, lifts },
    deadSetup: { state: states.find((s) => s.power === "dead")!.id, lifts },
  };
};
const enter = (id: string, line: string, lifts: string[] = []) =>
  parseEntry(unit(id), line, context(id, lifts));
const pair = (id: string, line: string) => {
  const { body } = enter(id, line) as { body: { check: { red: string; black: string } } };
  return [body.check.red, body.check.black];
};
const problem = (id: string, line: string) => {
  const result = enter(id, line);
  return result.ok ? "understood" : describeEntryProblem(result.problem);
};

describe("a conductor's name means that conductor, or is asked about", () => {
  test.each([
    ["kiln-pk9", "N", "TB.N"],
    ["kiln-pk9", "neutral", "TB.N"],
    ["glasswasher-gw4", "N", "P1.2"],
    ["extractor-sx4", "n", "TB.N"],
    ["extractor-sx4", "live", "TB.L"],
    ["glasswasher-gw4", "PE", "PE"],
    ["glasswasher-gw4", "earth", "PE"],
    ["roaster-dr6", "0V", "GND"],
    ["roaster-dr6", "ground", "GND"],
    ["extractor-sx4", "gnd", "GL"],
  ])("%s: %s is %s", (id, typed, wanted) => expect(findPoint(unit(id), typed)?.id).toBe(wanted));

  test("a second live leg is no neutral, however often readings are taken to it", () => {
    expect(unit("kiln-pk9").references[0]!.point).toBe("L2");
    expect(pair("kiln-pk9", `${unit("kiln-pk9").points[0]!.id} to N 118 vac`)[1]).toBe("TB.N");
  });

  test("several lives are asked about, by their names; none of them is taken", () => {
    expect(findPoint(unit("glasswasher-gw4"), "L")).toBeUndefined();
    expect(pointsMeantBy(unit("glasswasher-gw4"), "L").length).toBeGreaterThan(1);
    expect(problem("glasswasher-gw4", "P4.3 to L 118 vac")).toMatch(/“L” may be .*P1·1.* Which one\?/);
  });

  test("a unit without such a conductor offers what readings are taken to, and takes none of it unasked", () => {
    const dock = unit("dock-bd3");
    expect(dock.points.some((p) => /\bearth\b/i.test(p.name) || p.id === "PE")).toBe(false);
    expect(findPoint(dock, "PE")).toBeUndefined();
    expect(problem("dock-bd3", "GND to PE 0.2 vac")).not.toBe("understood");
  });
});

describe("the other probe, where only one point is named", () => {
  test("is the reference of its side that fits the dial", () => {
    expect(pair("glasswasher-gw4", "P4.3 118 vac")).toEqual(["P4.3", "P1.2"]);
    const low = unit("roaster-dr6").points.find(
      (p) => p.side === "low-voltage" && p.id !== "GND" && p.id !== "T1.S2",
    )!;
    expect(pair("roaster-dr6", `${low.id} 24 vac`)[1]).toBe("T1.S2");
    expect(pair("roaster-dr6", `${low.id} 5 vdc`)[1]).toBe("GND");
  });

  test("is asked about where two fit: a leg and a neutral", () => {
    const red = unit("kiln-pk9").points.find((p) => p.side === "mains" && p.id !== "L2" && p.id !== "TB.N")!;
    expect(problem("kiln-pk9", `${red.id} 118 vac`)).toMatch(/to which: L2 or TB·N\? Name it after/);
  });
});

describe("a bare number is in what the dial shows", () => {
  const value = (line: string) => {
    const result = enter("glasswasher-gw4", line);
    return result.ok && result.body.result.kind === "value" ? result.body.result.value : undefined;
  };
  test.each([
    ["P4.3 to N ua 2.4", 2.4e-6],
    ["P4.3 to N ua 2.4 µA", 2.4e-6],
    ["P4.3 to N ua 2.4u", 2.4e-6],
    ["P4.3 to N mv 20.6", 0.0206],
    ["P4.3 to N mv 20.6 mV", 0.0206],
    ["HT1.1 to HT1.2 cap 35", 35e-6],
    ["HT1.1 to HT1.2 cap 35 µF", 35e-6],
    ["P4.3 to N 230", 230],
    ["HT1.1 to HT1.2 ohm 26.4", 26.4],
  ])("%s", (line, wanted) => expect(value(line)).toBeCloseTo(wanted, 12));

  test("no amps at all are a clamp's, not a microammeter's", () => {
    const result = enter("glasswasher-gw4", "P4.3 to N 0 A");
    expect(result.ok && result.body.check).toMatchObject({ fn: "aac" });
    const small = enter("glasswasher-gw4", "P4.3 to N 2.4 µA");
    expect(small.ok && small.body.check).toMatchObject({ fn: "ua" });
  });
});

describe("a number that can be read two ways", () => {
  test.each([
    ["P4.3 to N 1,200 vac", /“1,200 vac” can be 1\.200 vac or 1200 vac\. Write the one it is\./],
    ["P4.3 to N -12,345", /-12\.345 or -12345/],
  ])("%s is refused with both", (line, says) => expect(problem("glasswasher-gw4", line)).toMatch(says));
  test.each(["P4.3 to N 24,6", "P4.3 to N 0,470", "P4.3 to N 1,20", "P4.3 to N 1,2000"])(
    "%s is one",
    (line) => expect(problem("glasswasher-gw4", line)).toBe("understood"),
  );
});

test("naming a state forgets no lifted plug", () => {
  const { id } = unit("glasswasher-gw4").lifts[0]!;
  const named = enter("glasswasher-gw4", "P4.3 to N 118 vac in rinse heat", [id]);
  expect(named.ok && named.body.check).toMatchObject({ setup: { state: "rinse-heat", lifts: [id] } });
});
