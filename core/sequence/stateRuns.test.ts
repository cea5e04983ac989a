import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import type { Fault } from "../unit/index.ts";
import { stateRuns } from "./index.ts";

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
