import { describe, expect, test } from "@jest/globals";
import { glasswasher } from "../../../tests/support/glasswasher.ts";
import { settle } from "#core/circuit/index.ts";
import { predictReading } from "#core/meter/index.ts";
import { expandUnit } from "#core/unit/index.ts";
import { placeRows } from "./places.ts";
import { unlistedFaults } from "./unlisted.ts";

const unit = glasswasher();
const { unit: wide, list } = unlistedFaults(unit);
const ids = list.map((u) => u.suspect.id);

describe("places beside each other", () => {
  test("the pins of a plug in the order of their numbers, each with its wire and the net on its wire's side", () => {
    const p4 = placeRows(unit).find((r) => r.id === "P4")!;
    expect(p4.places.map((p) => [p.label, p.net, p.wire?.id])).toEqual([
      ["P4.1", "P4_1", "W11"],
      ["P4.2", "P4_2", "W12"],
      ["P4.3", "P4_3", "W13"],
      ["P4.4", "P4_4", "W16"],
      ["P4.5", "P4_5", "W17"],
    ]);
  });

  test("a block that has points and no parts of its own is a row too; a part's own terminals are none", () => {
    const rows = placeRows(unit).map((r) => r.id);
    expect(rows).toContain("P1");
    expect(rows).not.toContain("F1");
  });
});

describe("faults that no list has", () => {
  test("neighbouring pins bridge, those further apart only as wires of one loom", () => {
    expect(ids).toContain("bridge:gap:P4_2|P4_3");
    const prior = (id: string) => list.find((u) => u.suspect.id === id)!.suspect.prior;
    // W11 and W16 share a loom and are no neighbours at the plug.
    expect(prior("bridge:gap:M2_1|Y1_1")).toBeLessThan(prior("bridge:gap:P4_2|P4_3") / 2);
  });

  test("any two wires of one plug can be changed over, neighbours sooner; a wire can sit on the neighbour's pin only", () => {
    const prior = (id: string) => list.find((u) => u.suspect.id === id)!.suspect.prior;
    expect(prior("changed-over:P4:W11/W16")).toBeLessThan(prior("changed-over:P4:W11/W12"));
    expect(ids).toContain("wrong-pin:W12@P4.3");
    expect(ids).not.toContain("wrong-pin:W12@P4.5");
  });

  test("wires chafe through to the chassis, relays' joints crack, rated parts may be others; what protects is no other part", () => {
    expect(ids).toContain("chafed:gap:PE|Y1_1");
    expect(ids).toEqual(expect.arrayContaining(["poor-joint:K3.com", "other-value:HT1"]));
    expect(ids).not.toContain("other-value:F1");
  });

  test("all of them together are rarer than a twelfth of what the lists hold", () => {
    expect(list.reduce((sum, u) => sum + u.suspect.prior, 0)).toBeLessThan(1 / 12);
  });

  test("the wider unit reads like the unit itself until one of them is there", () => {
    for (const state of ["standby", "rinse-heat"]) {
      const setup = { state, lifts: [] };
      const [own, other] = [unit, wide].map((u) => {
        const expanded = expandUnit(u, setup);
        const point = settle(expanded.circuit);
        return (fn: "vac" | "vdc", red: string, black: string) =>
          predictReading(point, fn, expanded.nodeOf(red), expanded.nodeOf(black)).value;
      });
      expect(other!("vac", "HT1.1", "W6.a")).toBeCloseTo(own!("vac", "HT1.1", "W6.a"), 0);
      expect(other!("vdc", "C2.a", "C2.b")).toBeCloseTo(own!("vdc", "C2.a", "C2.b"), 2);
    }
  });

  test("two wires changed over: each load gets what the other's pin carries", () => {
    const { sizes } = list.find((u) => u.suspect.id === "changed-over:P4:W11/W12")!;
    const expanded = expandUnit(wide, { state: "wash", lifts: [] });
    const point = settle(expanded.withFaults(sizes[0]!));
    const volts = (red: string) =>
      predictReading(point, "vac", expanded.nodeOf(red), expanded.nodeOf("W6.a")).value;
    // While the wash pump is called for, its volts stand at the fill valve, and none at the pump.
    expect(volts("Y1.1")).toBeGreaterThan(220);
    expect(volts("M1.1")).toBeLessThan(5);
  });

  test("another value than belongs there: a quarter of the impedance draws four times the current", () => {
    const { sizes } = list.find((u) => u.suspect.id === "other-value:HT1")!;
    const quarter = sizes.find(([f]) => f!.severity === 0.25)!;
    const dead = expandUnit(wide, { state: "dead", lifts: ["HT1.1"] });
    const ohms = (circuit: typeof dead.circuit) =>
      predictReading(settle(circuit), "ohm", dead.nodeOf("HT1.1"), dead.nodeOf("HT1.2")).value;
    expect(ohms(dead.withFaults(quarter)) / ohms(dead.circuit)).toBeCloseTo(0.25, 2);
  });
});
