import { describe, expect, test } from "@jest/globals";
import { runSequence, World, type Run } from "#core/sequence/index.ts";
import { demoUnits } from "../support/demoUnits.ts";

/**
 * Which outputs a board may drive, written down by hand from its steps: environment and failures in, outputs driven at
 * any time, code and end out.
 */
const units = demoUnits();

type Row = readonly [
  environment: Readonly<Record<string, string>>,
  faults: readonly string[],
  drives: string,
  code: string,
];

const TABLES: Readonly<Record<string, readonly Row[]>> = {
  // key, stop, edge, command → K1 by Q1, K2 by Q2
  "gate-cg2": [
    [{}, [], "Q1 Q2", ""],
    [{ command: "none" }, [], "", ""],
    [{ command: "close" }, [], "Q2", ""],
    [{ key: "off" }, [], "", "A1"],
    [{ key: "off", command: "none" }, [], "", "A1"],
    [{}, ["PB1:open"], "", "A1"],
    [{}, ["SE1:welded"], "", "A2"],
    [{}, ["R20:open"], "", "A2"],
    [{ key: "off" }, ["SE1:welded"], "", "A1"],
    [{}, ["LS1:open"], "Q1 Q2", ""],
    [{}, ["M1:jammed"], "Q1", "A3"],
    [{ command: "close" }, ["M1:jammed"], "Q2", "A3"],
  ],
  // call, gas, drawer, limits, airflow → fan Q2, igniter Q3, gas Q4, drum Q1
  "roaster-dr6": [
    [{}, [], "Q1 Q2 Q3 Q4", ""],
    [{ call: "idle" }, [], "", ""],
    [{ call: "idle", drawer: "out" }, [], "", ""],
    [{ drawer: "out" }, [], "Q2", "flash-4"],
    [{}, ["LS1:open"], "Q2", "flash-4"],
    [{}, ["AS1:welded"], "Q2", "flash-2"],
    [{}, ["AS1:stuck"], "Q2", "flash-2"],
    [{ gas: "off" }, [], "Q2 Q3 Q4", "flash-3"],
    [{}, ["GV1:coil-open"], "Q2 Q3 Q4", "flash-3"],
    [{ gas: "off" }, ["AS1:open"], "Q2", "flash-2"],
    [{ drawer: "out" }, ["AS1:welded"], "Q2", "flash-4"],
  ],
};

function driven(run: Run): string {
  return [...new Set(run.moments.flatMap((m) => m.situation.drives))].sort().join(" ");
}

describe.each(Object.entries(TABLES))("%s", (id, rows) => {
  const world = new World(units.get(id)!);
  test.each(rows.map((row) => [JSON.stringify(row[0]), row[1].join(" + "), row] as const))(
    "%s, %s",
    (_environment, _faults, [environment, faults, drives, code]) => {
      const run = runSequence(
        world,
        faults.map((name) => {
          const [part, mode] = name.split(":") as [string, string];
          return { part, mode };
        }),
        { environment },
      );
      expect({ drives: driven(run), code: run.code ?? "" }).toEqual({ drives, code });
    },
  );
});

test("facts of the trade: purge before the igniter, igniter before gas, gas off within the trial (common practice, no source)", () => {
  const world = new World(units.get("roaster-dr6")!);
  const from = (run: Run, output: string) => run.moments.find((m) => m.situation.drives.includes(output))!.at;
  const good = runSequence(world, []);
  expect(from(good, "Q3") - from(good, "Q2")).toBeGreaterThanOrEqual(20);
  expect(from(good, "Q4") - from(good, "Q3")).toBeGreaterThanOrEqual(10);
  const dry = runSequence(world, [], { environment: { gas: "off" } });
  const trials = dry.moments.filter((m, i) => m.step === "ignite" && dry.moments[i - 1]?.step !== "ignite");
  expect(trials).toHaveLength(3);
  for (const trial of trials) {
    const after = dry.moments.find((m) => m.at > trial.at && !m.situation.drives.includes("Q4"))!;
    expect(after.at - trial.at).toBeLessThanOrEqual(6);
  }
});
