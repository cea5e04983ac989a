import { describe, expect, test } from "@jest/globals";
import { demoDictionary } from "../../../tests/support/demoUnits.ts";
import { freshTruth } from "../../practice/index.ts";
import type { Fault } from "../../unit/index.ts";
import {
  fromScale,
  listChecks,
  observationCheck,
  readingCheck,
  weigh,
  type Dictionary,
  type Evidence,
  type ReadingRow,
} from "../index.ts";
import { checksOf } from "../inference/evidence.ts";
import { relevantUnlisted } from "./relevance.ts";
import { screened } from "./screening.ts";
import { strongestSizes, unlistedFaults } from "./unlisted.ts";

/** What a unit with a fault shows: the answers about its work, and some readings, as it stands when it is solved afresh. */
function shown(dictionary: Dictionary, faults: readonly Fault[], readings: readonly string[]): Evidence[] {
  const { unit } = dictionary;
  const truth = freshTruth(unit, faults);
  const answers = unit.observations
    .filter((o) => o.kind === "works")
    .map((o): Evidence => {
      const check = observationCheck(unit, o.id);
      return { kind: "seen", id: o.id, check, seen: truth(check) === true };
    });
  const checks = listChecks(unit);
  const taken = readings.map((id): Evidence => {
    const check = checks.find((c) => c.id === id)!;
    if (check.kind !== "reading") throw new TypeError(`${id} is no reading.`);
    return { kind: "reading", id, check, value: truth(check) as number };
  });
  return [...answers, ...taken];
}

const LEAST = 0.004;
const ids = ({ suspects }: { suspects: readonly { readonly id: string }[] }) => suspects.map((s) => s.id);

describe("a 5.6 kΩ pin, found with the meter", () => {
  const dictionary = demoDictionary("gate-cg2");
  const found = shown(
    dictionary,
    [{ part: "X2.1", mode: "high-resistance", severity: 5600 }],
    ["dead/ohm/J11.1/X2.6", "dead/ohm/X2.1/X2.6"],
  );
  const posterior = weigh(dictionary, found);
  const all = relevantUnlisted(dictionary, found, 26, "X2.1");
  const left = screened(dictionary, posterior, found, all, LEAST);

  test("most need not be held against all findings, and none of those comes near what leads", () => {
    expect(left.suspects.length).toBeLessThan(all.suspects.length / 2);
    const tried = dictionary.withMore(all, checksOf(found));
    const held = weigh(tried, found);
    const top = Math.max(...posterior.suspects);
    const first = dictionary.suspects.length;
    all.suspects.forEach(({ id }, k) => {
      if (!ids(left).includes(id)) expect([id, held.suspects[first + k]! < LEAST * top]).toEqual([id, true]);
    });
    expect(all.suspects.filter((_, k) => held.suspects[first + k]! > LEAST * top).length).toBeGreaterThan(0);
  });

  test("what is left keeps all its sizes, numbered after the listed suspects", () => {
    for (const [k, { id }] of left.suspects.entries()) {
      const own = left.cases.filter((c) => c.suspect === dictionary.suspects.length + k);
      expect(own.map((c) => c.faults)).toEqual(
        unlistedFaults(dictionary.unit).list.find((u) => u.suspect.id === id)!.sizes,
      );
    }
  });

  test("where everything counts, nothing is left out", () => {
    expect(ids(screened(dictionary, posterior, found, all, 1e-300))).toEqual(ids(all));
  });
});

describe("readings of the dead unit without a run", () => {
  const dictionary = demoDictionary("gate-cg2");
  const { suspect, sizes } = unlistedFaults(dictionary.unit).list.find(
    (u) => u.suspect.id === "bridge:gap:X2_3|X2_4",
  )!;
  const cases = sizes.map((faults) => ({
    suspect: dictionary.suspects.length,
    share: 1 / sizes.length,
    faults,
    wide: true as const,
  }));
  const read = (red: string, black: string) => {
    const check = readingCheck({ state: "dead", lifts: [] }, "ohm", red, black);
    const { mean } = dictionary.unopened({ suspects: [suspect], cases }, [check]).get(check.id)!;
    const healthy = dictionary.row(check) as ReadingRow;
    return { shown: [...mean].map((m) => fromScale("ohm", m)), healthy: fromScale("ohm", healthy.mean[0]!) };
  };

  test("the healthy unit's comes first, as the dictionary has it; then the bridge as it is read across it", () => {
    const { shown: across, healthy } = read("X2.3", "X2.4");
    expect(across[0]! / healthy).toBeCloseTo(1, 3);
    expect(across[1]!).toBeLessThan(0.5);
    expect(across[1]!).toBeLessThan(across[2]!);
    expect(across[2]! / 30).toBeCloseTo(1, 1);
  });

  test("elsewhere it leaves what is read", () => {
    const [healthy, ...bridged] = read("F2.1", "F2.2").shown;
    for (const ohms of bridged) expect(ohms / healthy!).toBeCloseTo(1, 6);
  });
});

describe("the sizes that do most", () => {
  const sizes = [1, 2, 3];
  test.each([
    ["bridge", [1]],
    ["chafed", [1]],
    ["other-load", [1]],
    ["changed-over", [1]],
    ["wrong-pin", [1]],
    ["poor-joint", [3]],
    ["other-value", [1, 2, 3]],
  ] as const)("of a %s", (kind, strongest) => {
    expect(strongestSizes(kind, sizes)).toEqual(strongest);
  });

  test("lists of sizes begin with the lowest ohms, a joint's ends with the highest", () => {
    for (const { suspect, sizes: own } of unlistedFaults(demoDictionary("gate-cg2").unit).list) {
      const ohms = own.map((faults) => faults[0]!.severity ?? 0);
      expect([suspect.id, ohms]).toEqual([suspect.id, [...ohms].sort((a, b) => a - b)]);
    }
  });
});
