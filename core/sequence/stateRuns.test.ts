import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import type { Fault } from "../unit/index.ts";
import { unlistedFaults } from "../diagnosis/suspects/unlisted.ts";
import { StateRuns, stateRuns } from "./index.ts";

const roaster = stateRuns(demoUnits().get("roaster-dr6")!);
const prover = stateRuns(demoUnits().get("prover-pc2")!);
const fault = (part: string, mode: string, severity?: number): Fault => ({
  part,
  mode,
  ...(severity ? { severity } : {}),
});
const at = (state: string) => ({ state, lifts: [] });

describe("a state is what is asked of the unit", () => {
  const dead = [fault("M2", "winding-open")];

  test("with the exhaust fan dead the roaster never roasts, and is read where it locks out", () => {
    expect(roaster.stand(at("roast"), []).reached).toBe(true);
    const { reached, state } = roaster.stand(at("roast"), dead);
    expect(reached).toBe(false);
    expect(state.drives).toEqual([]);
  });

  test("in purge it stands with the fan called and the airflow switch open", () => {
    const { reached, state } = roaster.stand(at("purge"), dead);
    expect(reached).toBe(true);
    expect(state.drives.map((d) => d.output)).toEqual(["Q2"]);
    expect(state.positions["AS1"]).toBeUndefined();
    expect(roaster.stand(at("purge"), []).state.positions["AS1"]).toBe("closed");
  });

  test("the drum of a later step does not turn; the relay of the after-run is heard", () => {
    expect(roaster.seen("roast", []).working.get("M1")?.how).toBe("well");
    expect(roaster.seen("roast", dead).working.has("M1")).toBe(false);
    // Airflow proven before anything runs: it never purges, and clears its flue for a minute all the same.
    const welded = [fault("AS1", "welded")];
    expect(roaster.seen("purge", welded).reached).toBe(false);
    expect(roaster.seen("purge", welded).working.has("M2")).toBe(true);
  });

  test("standby is the unit at rest, however short an ordinary run stays in it", () => {
    expect(roaster.stand(at("standby"), []).seconds).toBe(Infinity);
    expect(roaster.stand(at("ignite"), []).seconds).toBeLessThan(10);
  });
});

describe("what a motor with a start winding needs", () => {
  test.each([
    ["M2", "start-open", undefined],
    ["M2", "run-open", undefined],
  ] as const)("%s:%s keeps the compressor from running", (part, mode, size) => {
    expect(prover.seen("retard", []).working.get("M2")?.how).toBe("well");
    expect(prover.seen("retard", [fault(part, mode, size)]).working.has("M2")).toBe(false);
  });

  test("40 Ω in its contact and it does not run well", () => {
    expect(prover.seen("retard", [fault("K5", "contact-pitted", 40)]).working.get("M2")?.how).not.toBe(
      "well",
    );
    expect(prover.seen("retard", [fault("K5", "contact-pitted", 0.6)]).working.get("M2")?.how).toBe("well");
  });

  test("worn mechanics are heard, and electrically as they should be", () => {
    expect(prover.seen("retard", [fault("M2", "bearing-worn")]).working.get("M2")?.how).toBe("noisy");
    expect(prover.seen("retard", [fault("M2", "stiff")]).working.get("M2")?.how).toBe("slow");
    expect(prover.seen("retard", [fault("M2", "coupling-slips")]).working.has("M2")).toBe(false);
  });
});

describe("what has opened stays open", () => {
  test("a shorted gas valve takes the control fuse with it, live and dead, and says why", () => {
    const shorted = [fault("GV1", "shorted-turns", 0.02)];
    const opened = roaster.openings(shorted);
    for (const o of opened) expect(o.why).toBe("current");
    expect(roaster.stand(at("dead"), shorted).opened.map((o) => o.part)).toEqual(opened.map((o) => o.part));
    expect(roaster.openings([])).toEqual([]);
  });
});

describe("a unit that is wired otherwise than it was meant", () => {
  const gate = demoUnits().get("gate-cg2")!;
  const netOf = (pin: string) => gate.parts.find((p) => p.id === pin)!.terminals["b"]!;
  const withPath = (a: string, b: string, ohms: number) => ({
    ...gate,
    parts: [
      ...gate.parts,
      {
        id: "PATH",
        name: "Path",
        type: "resistor",
        terminals: { a, b },
        parameters: { ohms, watts: 1000, tolerance: 0.05 },
        item: gate.items[0]!.id,
        weights: {},
      },
    ],
  });
  // Its safety edge reads closed: it stops before it has moved, and shows A2.
  const bridged = withPath(netOf("X2.3"), netOf("X2.4"), 0.1);
  const runs = new StateRuns(bridged, stateRuns(gate));

  test("is asked for what it was meant to do, and read where it then stands", () => {
    expect(runs.run([]).code).toBe("A2");
    expect(runs.stand(at("opening"), []).reached).toBe(false);
    expect(runs.seen("opening", []).working.has("M1")).toBe(false);
    expect(runs.seen("opening", []).relays.has("K1")).toBe(false);
    expect(stateRuns(gate).seen("opening", []).working.get("M1")?.how).toBe("well");
  });

  test("stands as the same path does as a fault of the unit that was meant", () => {
    const { unit } = unlistedFaults(gate);
    const gap = [netOf("X2.3"), netOf("X2.4")].sort().join("|");
    const faults = [fault(`gap:${gap}`, "bridged", 0.1)];
    const asFault = stateRuns(unit).stand(at("opening"), faults);
    expect(runs.stand(at("opening"), []).state).toEqual(asFault.state);
  });

  test("what its wiring blows has blown, and is read so when it is dead", () => {
    const shorted = new StateRuns(withPath(netOf("X1.1"), netOf("X1.2"), 0.05), stateRuns(gate));
    const opened = shorted.openings([]).map((o) => o.part);
    expect(opened.length).toBeGreaterThan(0);
    expect(shorted.stand(at("dead"), []).opened.map((o) => o.part)).toEqual(opened);
  });
});
