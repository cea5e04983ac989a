import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../../tests/support/glasswasher.ts";
import { ohms, seen } from "../../../tests/support/glasswasherFindings.ts";
import { observationCheck, weigh, type Evidence } from "../index.ts";
import { relevantUnlisted } from "./relevance.ts";
import { sizesBetween, unlistedBetween } from "./sizesBetween.ts";

const dictionary = glasswasherDictionary();
const between = (findings: readonly Evidence[]) =>
  sizesBetween(dictionary, weigh(dictionary, findings), findings);
const partsOf = (findings: readonly Evidence[]) => [
  ...new Set(between(findings).cases.map((c) => c.faults[0]!.part)),
];

/** Joints at one of whose listed sizes the rinse is hot, and at the next it is not. */
const joint = dictionary.cases.flatMap((c, i) => {
  const next = dictionary.cases[i + 1];
  const row = dictionary.row(observationCheck(dictionary.unit, "rinse-hot"));
  if (!("chance" in row) || next?.suspect !== c.suspect || c.faults[0]?.mode !== "high-resistance") return [];
  return Math.abs(row.chance[i]! - row.chance[i + 1]!) > 0.6 ? [{ from: c, to: next }] : [];
});

describe("sizes between two that were solved", () => {
  test("the unit has stretches over which an answer turns", () => {
    expect(joint.length).toBeGreaterThan(0);
  });

  test("are solved where an answer turns and the stretch may explain the findings: three, evenly by their logarithm", () => {
    const { from, to } = joint.find((j) => j.from.faults[0]!.part === "TC1")!;
    const [a, b] = [from.faults[0]!.severity!, to.faults[0]!.severity!];
    // The rinse is hot still, across some ohms: more of them, and it would not be.
    const findings = [seen("rinse-hot", true), ohms("across", "TC1.1", "TC1.2", Math.sqrt(a * b))];
    const { cases } = between(findings);
    const own = cases.filter((c) => c.suspect === from.suspect);
    expect(own).toHaveLength(3);
    own.forEach((c, k) => {
      expect(c.faults[0]).toMatchObject({ part: "TC1", mode: "high-resistance" });
      expect(Math.log(c.faults[0]!.severity! / a)).toBeCloseTo(((k + 1) / 4) * Math.log(b / a), 9);
      // Each stands for a quarter of what the size before it stands for.
      expect(c.share).toBeCloseTo(from.share / 4, 9);
    });
  });

  test("are not, where no answer was given, or none that turns", () => {
    expect(partsOf([ohms("across", "HT1.1", "HT1.2", 26.4)])).toEqual([]);
    expect(partsOf([seen("display-lit", true)])).toEqual([]);
  });

  test("are not, where another fault explains the findings far better", () => {
    const findings = [
      seen("rinse-hot", false),
      ohms("cut-out", "TC1.1", "TC1.2", 0.02),
      ohms("open", "HT1.1", "HT1.2", Infinity),
    ];
    expect(partsOf(findings)).not.toContain("TC1");
    expect(partsOf(findings)).not.toContain("TH1");
  });

  test("belong to suspects that are there already, and add none", () => {
    const list = between([seen("rinse-hot", false)]);
    expect(list.suspects).toEqual([]);
    for (const c of list.cases) expect(c.suspect).toBeLessThan(dictionary.suspects.length);
  });
});

describe("sizes of what no list has", () => {
  const findings = [seen("washes", false), ohms("across", "M1.1", "M1.2", 3)];
  const candidates = relevantUnlisted(dictionary, findings, 12);
  const first = dictionary.suspects.length;
  const tried = dictionary.withMore(
    candidates,
    findings.flatMap((f) => (f.kind === "claim" ? [] : [f.check])),
  );
  const added = (best: number) =>
    unlistedBetween(candidates, tried, findings, first, best).filter((c) => !candidates.cases.includes(c));

  test("are solved between two where they may explain the findings best: seven, in three stretches at most, in order of their size", () => {
    const cases = unlistedBetween(candidates, tried, findings, first, -1000);
    expect(added(-1000)).toHaveLength(3 * 7);
    for (const [k, c] of cases.entries()) {
      const before = cases[k - 1];
      if (candidates.cases.includes(c) || before === undefined) continue;
      expect(c).toMatchObject({ suspect: before.suspect, wide: true });
      const [a, b] = [before.faults[0]!.severity!, c.faults[0]!.severity!];
      const from = candidates.cases.findLastIndex(
        (k) => k.suspect === c.suspect && cases.indexOf(k) < cases.indexOf(c),
      );
      const [low, high] = [candidates.cases[from]!, candidates.cases[from + 1]!].map(
        (k) => k.faults[0]!.severity!,
      );
      expect(Math.log(b / a)).toBeCloseTo(Math.log(high! / low!) / 8, 9);
      expect(c.share).toBeCloseTo(candidates.cases[from]!.share / 8, 9);
    }
  });

  test("a bridge of about the ohms that were read is among them", () => {
    const near = added(-1000).filter((c) => c.faults[0]!.severity! > 1 && c.faults[0]!.severity! < 9);
    expect(near.length).toBeGreaterThan(0);
  });

  test("are not, where a listed fault explains the findings far better", () => {
    expect(added(1000)).toEqual([]);
  });
});
