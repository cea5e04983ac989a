import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../../tests/support/glasswasher.ts";
import { ohms, seen } from "../../../tests/support/glasswasherFindings.ts";
import { isStrained, LISTED, weigh, weighFindings, type Evidence } from "../index.ts";
import { relevantUnlisted } from "./relevance.ts";
import { unlistedFaults } from "./unlisted.ts";

const dictionary = glasswasherDictionary();
const across = (red: string, black: string, value: number) => ohms(`${red}-${black}`, red, black, value);

describe("which unlisted faults are tried", () => {
  const list = relevantUnlisted(dictionary, [seen("washes", false), across("M1.1", "M1.2", 0.5)], 12);

  test("of those with a size no more than asked for, no kind more than a third of them, numbered after the listed ones", () => {
    const kinds = list.suspects.map((s) => s.unlisted!);
    const sized = kinds.filter((k) => k !== "changed-over" && k !== "wrong-pin");
    expect(sized.length).toBe(12);
    for (const kind of sized) expect(sized.filter((k) => k === kind).length).toBeLessThanOrEqual(4);
    expect(Math.min(...list.cases.map((c) => c.suspect))).toBe(dictionary.suspects.length);
    expect(list.cases.every((c) => c.wide)).toBe(true);
  });

  test("every wire in the wrong place that the unit's plugs allow, up to 48: each is one run", () => {
    const every = unlistedFaults(dictionary.unit).list.filter(({ sizes }) => sizes.length === 1);
    const held = list.suspects.filter((s) => s.unlisted === "changed-over" || s.unlisted === "wrong-pin");
    expect(held.length).toBe(Math.min(48, every.length));
    expect(held.length).toBeGreaterThan(20);
  });

  test("those beside what was found out of order before those elsewhere", () => {
    const ids = list.suspects.map((s) => s.id).join(" ");
    expect(ids).toMatch(/P4_2|W12|M1/);
    expect(ids).not.toMatch(/NTC_A/);
  });

  test("those beside what leads, wherever the findings lie: they may do what it does", () => {
    const far = [seen("washes", false), across("M1.1", "M1.2", 0.5)];
    const beside = relevantUnlisted(dictionary, far, 12, "NTC1").suspects.map((s) => s.id);
    const sensor = beside.filter((id) => !list.suspects.some((s) => s.id === id));
    expect(sensor).toHaveLength(12);
    expect(sensor.join(" ")).toMatch(/NTC_A/);
    // Without anything that leads, and for a leader that is no part, only what lies at the findings.
    expect(relevantUnlisted(dictionary, far, 12, "not-in-model").suspects).toEqual(list.suspects);
  });

  test("a case's shares over the sizes of one fault are one", () => {
    const sums = new Map<number, number>();
    for (const c of list.cases) sums.set(c.suspect, (sums.get(c.suspect) ?? 0) + c.share);
    for (const sum of sums.values()) expect(sum).toBeCloseTo(1, 9);
  });
});

describe("when the listed faults explain badly", () => {
  const strained = (findings: readonly Evidence[]) =>
    isStrained(dictionary, weigh(dictionary, findings), findings);

  test("one finding never strains them, nor do two that one fault explains", () => {
    expect(strained([across("HT1.1", "HT1.2", 0)])).toBe(false);
    expect(strained([seen("rinse-hot", false), across("HT1.1", "HT1.2", Infinity)])).toBe(false);
  });

  test("two parts that have nothing to do with each other do; where an answer must be there at once only pairs are opened", () => {
    const findings = [
      across("HT1.1", "HT1.2", 3000),
      across("M1.1", "M1.2", 9000),
      across("Y1.1", "Y1.2", 90),
    ];
    expect(strained(findings)).toBe(true);
    const { dictionary: wider } = weighFindings(dictionary, findings, LISTED);
    expect(wider.suspects.some((s) => s.unlisted)).toBe(false);
  });
});
