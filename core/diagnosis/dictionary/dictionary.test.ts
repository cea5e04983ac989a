import { describe, expect, test } from "@jest/globals";
import { settle } from "../../circuit/index.ts";
import { predictReading } from "../../meter/index.ts";
import { StateRuns } from "../../sequence/index.ts";
import { part, unitOf } from "../../../tests/support/bareUnit.ts";
import { caseOf, glasswasherDictionary } from "../../../tests/support/glasswasher.ts";
import { buildDictionary, DictionarySizeError, listChecks, readingCheck, type ReadingRow } from "../index.ts";
import { knownOf, restoreDictionary } from "./dictionary.ts";
import { toScale } from "./scale.ts";

const dictionary = glasswasherDictionary();
const { unit } = dictionary;

test("a unit whose dictionary would not fit is refused before any work, with its numbers", () => {
  const checks = listChecks(unit).length;
  expect(() => buildDictionary(unit, undefined, 1e5)).toThrow(DictionarySizeError);
  expect(() => buildDictionary(unit, undefined, 1e5)).toThrow(
    new RegExp(`${checks} checks .* 0.1 million fit`),
  );
});

describe("the fault dictionary", () => {
  test("has the glasswasher's suspects and checks", () => {
    expect(dictionary.suspects.length - 2).toBeGreaterThanOrEqual(60);
    expect(dictionary.rows.length).toBe(listChecks(unit).length);
    const priors = dictionary.suspects.reduce((sum, s) => sum + s.prior, 0);
    expect(priors).toBeCloseTo(1, 9);
  });

  test("holds no number that is none", () => {
    for (const row of dictionary.rows)
      for (const list of "chance" in row ? [row.chance] : [row.mean, row.sd, row.slope])
        expect(list.every(Number.isFinite)).toBe(true);
  });

  test("the low-rank path equals solving each case afresh, in every setup", () => {
    const setups = [
      ...new Map(
        dictionary.rows.map((r) => [r.check.setup.state + r.check.setup.lifts.join(), r.check.setup]),
      ).values(),
    ];
    const runs = new StateRuns(unit);
    const apartAt: string[] = [];
    for (const setup of setups) {
      const rows = dictionary.rows.filter(
        (r): r is ReadingRow =>
          "mean" in r &&
          r.check.setup.state === setup.state &&
          r.check.setup.lifts.join() === setup.lifts.join(),
      );
      for (let i = 1; i < dictionary.cases.length; i += 23) {
        const { faults, suspect } = dictionary.cases[i]!;
        if (dictionary.chattering.some((c) => c.startsWith(dictionary.suspects[suspect]!.id))) continue;
        const { stand, expanded } = runs.point(setup, faults);
        const node = (id: string) => expanded.nodeOf(unit.points.find((p) => p.id === id)!.terminal ?? id);
        const point = settle(expanded.withFaults([...faults, ...stand.opened]));
        for (const row of rows) {
          const naive = toScale(
            row.check.fn,
            predictReading(point, row.check.fn, node(row.check.red), node(row.check.black)).value,
          );
          const apart = Math.abs(row.mean[i]! - naive);
          // Named, so that a failure says which.
          const label = `${row.check.id} under ${dictionary.suspects[suspect]!.id}`;
          if (apart >= 2e-3 * (1 + Math.abs(naive)))
            apartAt.push(`${label}: ${row.mean[i]!} afresh ${naive}`);
        }
      }
    }
    expect(apartAt).toEqual([]);
  });

  test("a pair that is not in the list is computed when asked for, and kept", () => {
    const check = readingCheck({ state: "rinse-heat", lifts: [] }, "vac", "P4.3", "HT1.1");
    expect(dictionary.rows.some((r) => r.check.id === check.id)).toBe(false);
    const row = dictionary.row(check) as ReadingRow;
    expect(row.mean[caseOf(dictionary, "TC1:open")]).toBeGreaterThan(220);
    expect(dictionary.row(check)).toBe(row);
  });

  test("two cases side by side read as their whole rows have them, listed or not", () => {
    // Of its own, so that nothing of it was asked for before.
    const fresh = restoreDictionary(unit, knownOf(dictionary));
    const state = { state: "rinse-heat", lifts: [] };
    const listed = dictionary.rows.find((r): r is ReadingRow => "mean" in r)!;
    const checks = [
      listed.check,
      readingCheck(state, "vac", "P4.3", "HT1.1"),
      readingCheck({ state: "dead", lifts: [] }, "ohm", "P4.3", "HT1.1"),
    ];
    for (const suspect of ["TC1:open", "P4.3:high-resistance", "HT1:open"]) {
      const i = caseOf(dictionary, suspect);
      const beside = fresh.beside(i, checks);
      for (const check of checks) {
        const whole = dictionary.row(check) as ReadingRow;
        const { mean, sd, slope } = beside.get(check.id)!;
        expect([...mean]).toEqual([whole.mean[0], whole.mean[i]]);
        expect([...slope]).toEqual([whole.slope[0], whole.slope[i]]);
        expect(sd[0]).toBe(whole.sd[0]);
      }
    }
    const healthy = fresh.beside(0, checks.slice(1)).get(checks[1]!.id)!;
    expect([...healthy.mean]).toEqual(Array(2).fill((dictionary.row(checks[1]!) as ReadingRow).mean[0]));
  });

  test("what opens is told alike by the circuits of the readings and by circuits solved for it", () => {
    // Worked by hand: 230 V across 46 Ω is 5 A, across a short far more than a fuse of 10 A carries.
    const wired = () =>
      unitOf(
        [
          part("IN", "mains", { l: "L", n: "G", pe: "G" }, { volts: 230 }),
          part("F1", "fuse", { a: "L", b: "A" }, { amps: 10 }),
          part("R1", "resistor", { a: "A", b: "G" }, { ohms: 46 }),
          part("C1", "capacitor", { a: "A", b: "G" }, { farads: 1e-8 }),
        ],
        {
          points: ["F1.a", "F1.b", "R1.b"].map((id) => ({
            id,
            name: id,
            side: "mains",
            place: "bench",
            minutes: 0.3,
          })),
          references: [{ side: "mains", point: "R1.b", function: "vac" }],
        },
      );
    const read = buildDictionary(wired());
    const runs = new StateRuns(wired());
    read.cases.forEach(({ faults }, i) =>
      expect([...read.opens(i)]).toEqual(runs.openings(faults).map((o) => o.part)),
    );
    const shorted = caseOf(read, "C1:shorted");
    expect([...read.opens(shorted)]).toEqual(["F1"]);
    expect([...read.opens(caseOf(read, "R1:open"))]).toEqual([]);
    // Dead, the fuse is found as it was left.
    const fuse = read.row(readingCheck({ state: "dead", lifts: [] }, "ohm", "F1.a", "F1.b")) as ReadingRow;
    expect(fuse.mean[0]).toBeLessThan(0);
    expect(fuse.mean[shorted]).toBeGreaterThan(5);
  });

  test("a fault of unknown size predicts a wide reading, one of known size a narrow one", () => {
    const row = dictionary.row(
      readingCheck({ state: "rinse-heat", lifts: [] }, "vac", "P4.3", "P1.2"),
    ) as ReadingRow;
    expect(row.sd[caseOf(dictionary, "P4.3:high-resistance")]).toBeGreaterThan(10);
    expect(row.sd[caseOf(dictionary, "HT1:open")]).toBeLessThan(6);
  });
});
