import { describe, expect, test } from "@jest/globals";
import { glasswasher } from "../../../tests/support/glasswasher.ts";
import { demoUnit } from "../../../tests/support/demoUnits.ts";
import { settle } from "#core/circuit/index.ts";
import { predictReading } from "#core/meter/index.ts";
import { StateRuns, stateRuns } from "#core/sequence/index.ts";
import { expandUnit, type Fault, type UnitModel } from "#core/unit/index.ts";
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

  test("a wire in another's place is put right at the plug; at the pins of a board, in its loom, for the board is sound", () => {
    const itemOf = (id: string, of: UnitModel) =>
      unlistedFaults(of).list.find((u) => u.suspect.id === id)!.suspect.item;
    expect(itemOf("wrong-pin:W12@P4.3", unit)).toBe("conn-p4");
    const prover = demoUnit("prover-pc2");
    expect(prover.parts.find((p) => p.id === "P1.2")!.item).toBe("board");
    expect(itemOf("wrong-pin:W1@P1.2", prover)).toBe("harness");
    expect(itemOf("changed-over:P1:W1/W3", prover)).toBe("harness");
  });

  test("the two ends of one wire are not changed over, for that is the same wire", () => {
    const dock = unlistedFaults(demoUnit("dock-bd3")).list.map((u) => u.suspect.id);
    expect(dock).toContain("changed-over:X7:W60/W61");
    expect(dock.filter((id) => /^changed-over:\w+:(\w+)\/\1$/u.test(id))).toEqual([]);
  });

  test("wires changed over open what the unit opens that is wired so: the battery's fuse, and not the charger's", () => {
    const gate = demoUnit("gate-cg2");
    const { unit: wider, list } = unlistedFaults(gate);
    const { sizes } = list.find((u) => u.suspect.id === "changed-over:X1:W6/W8")!;
    const wired: UnitModel = {
      ...gate,
      parts: gate.parts.map((p) => {
        const to = { W6: { ...p.terminals, b: "X1_3" }, W8: { ...p.terminals, a: "X1_1" } }[p.id];
        return to ? { ...p, terminals: to } : p;
      }),
    };
    const opened = (runs: StateRuns, faults: readonly Fault[]) => runs.openings(faults).map((o) => o.part);
    // The battery's whole current goes from its fuse through the motor's pin and the resting contact of K1 to ground.
    expect(opened(new StateRuns(wired, stateRuns(gate)), [])).toEqual(["F2"]);
    expect(opened(new StateRuns(wider, stateRuns(gate)), sizes[0]!)).toEqual(["F2"]);
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
