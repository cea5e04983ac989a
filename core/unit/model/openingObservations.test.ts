import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import { stateRuns } from "#core/sequence/index.ts";
import { glasswasher } from "../../../tests/support/glasswasher.ts";
import { readUnitOrThrow } from "../index.ts";

const prover = readUnitOrThrow(JSON.parse(readFileSync("demo/units/prover-pc2.json", "utf8")) as unknown);

describe("what trips or blows, as the intake asks it", () => {
  const ids = (unit: typeof prover) => unit.observations.filter((o) => o.kind === "opens").map((o) => o.id);

  test("of whatever protects against current and leakage, and whether only in the course of a run", () => {
    expect(ids(prover)).toEqual(["opens-RCD1", "opens-RCD1-later", "opens-CB1", "opens-CB1-later"]);
    const [trips] = prover.observations.filter((o) => o.id === "opens-RCD1");
    expect(trips!.question).toMatch(/trip\?$/);
  });

  test("a fuse blows; a cut-out that opens by heat is not asked about", () => {
    const unit = glasswasher();
    expect(ids(unit)).toEqual(["opens-F1", "opens-F1-later"]);
    expect(unit.observations.find((o) => o.id === "opens-F1")!.yes).toMatch(/blows$/);
  });

  test("a unit's own question of that name stays as it is", () => {
    const json = JSON.parse(readFileSync("demo/units/prover-pc2.json", "utf8")) as {
      observations: object[];
    };
    const own = {
      id: "opens-CB1",
      kind: "look",
      question: "Is the lever down?",
      yes: "down",
      no: "up",
      state: "standby",
      minutes: 0.1,
    };
    const read = readUnitOrThrow({ ...json, observations: [...json.observations, own] });
    expect(read.observations.filter((o) => o.id === "opens-CB1")).toMatchObject([{ kind: "look" }]);
  });
});

describe("what opens in a run, and when", () => {
  const runs = stateRuns(prover);
  const first = prover.sequence!.start;

  test("a load that leaks only when it is called for trips the leakage device in the course of the run", () => {
    const leak = [{ part: "HT2", mode: "leak", severity: 2000 }];
    expect(runs.opens(leak, "RCD1")).toBe(true);
    expect(runs.opens(leak, "RCD1", first)).toBe(true);
    expect(runs.opens(leak, "CB1")).toBe(false);
  });

  test("a leak too small for it does not: 230 V over 20 kΩ are 11.5 mA, and half of 30 mA always holds", () => {
    expect(runs.opens([{ part: "HT2", mode: "leak", severity: 20_000 }], "RCD1")).toBe(false);
  });

  test("the sound unit trips nothing", () => {
    expect(runs.opens([], "RCD1")).toBe(false);
  });
});
