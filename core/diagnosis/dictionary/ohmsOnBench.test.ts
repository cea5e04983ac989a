import { describe, expect, test } from "@jest/globals";
import { part, unitOf } from "../../../tests/support/bareUnit.ts";
import { demoUnit } from "../../../tests/support/demoUnits.ts";
import { buildDictionary, trialCheck, type AnswerRow } from "../index.ts";
import { ohmsTellOnBench } from "./ohmsOnBench.ts";

const prover = demoUnit("prover-pc2");
const unit = unitOf([
  part("V1", "mains", { l: "L", n: "N", pe: "G" }, { volts: 230 }),
  part("W1", "wire", { a: "L", b: "L1" }, { mm2: 1.5, metres: 1 }),
  part("K1", "relay", { coilA: "C", coilB: "G", com: "L1", no: "L2" }, { coilVolts: 12, coilOhms: 150 }),
  part("H1", "heater", { "1": "L2", "2": "N", pe: "G" }, { volts: 230, watts: 500 }),
]);

// Which fault an ohmmeter shows on a part that lies on the bench follows from what an ohmmeter is: a direct current through the part.
describe("what ohms tell of a part on the bench", () => {
  test.each([
    ["W1", "open", undefined, true],
    ["W1", "high-resistance", 4, true],
    ["H1", "open", undefined, true],
    ["K1", "coil-open", undefined, true],
    ["K1", "contact-welded", undefined, true],
    // At rest the contact is open, whatever it is worth closed.
    ["K1", "contact-open", undefined, false],
    ["K1", "contact-pitted", 40, false],
    // A leak to the case is not between the ends.
    ["H1", "leak", 1000, false],
  ])("%s %s of %s: %s", (id, mode, severity, tells) =>
    expect(ohmsTellOnBench(unit, { part: id, mode, ...(severity === undefined ? {} : { severity }) })).toBe(
      tells,
    ),
  );

  // 0.02 Ω of the wire and 0.2 Ω of the leads: twice that is 0.44 Ω.
  test("a joint is told from where it doubles what the leads and it read", () => {
    const joint = (severity: number) =>
      ohmsTellOnBench(unit, { part: "W1", mode: "high-resistance", severity });
    expect(joint(0.2)).toBe(false);
    expect(joint(0.28)).toBe(true);
  });

  test("a heater with less than half of its ohms is told, one with a little more than half is not", () => {
    const turns = (severity: number) =>
      ohmsTellOnBench(unit, { part: "H1", mode: "shorted-turns", severity });
    expect(turns(0.45)).toBe(true);
    expect(turns(0.55)).toBe(false);
  });

  test("mechanics are not", () => {
    for (const mode of ["stiff", "bearing-worn", "coupling-slips"])
      expect(ohmsTellOnBench(prover, { part: "M1", mode })).toBe(false);
  });
});

test("an open part passes for good on the bench as seldom as a look misses; what ohms do not show, more often", () => {
  const dictionary = buildDictionary(unit);
  const passes = (id: string, mode: string) => {
    const { chance } = dictionary.row(trialCheck(unit, "bench", id)) as AnswerRow;
    return chance[dictionary.cases.findIndex((c) => c.faults[0]?.part === id && c.faults[0].mode === mode)];
  };
  expect(passes("W1", "open")).toBeCloseTo(0.015, 9);
  expect(passes("K1", "contact-open")).toBeCloseTo(0.08, 9);
});
