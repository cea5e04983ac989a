import { describe, expect, test } from "@jest/globals";
import { handDictionary } from "../../../tests/support/handDictionary.ts";
import { demoDictionary } from "../../../tests/support/demoUnits.ts";
import { rankChecks, readingCheck, remainingMinutes, weigh, type Evidence } from "../index.ts";

const unproven = { band: "unproven", lifts: [], coversOff: [] } as const;
const names = ["one", "two", "three", "four"];

/** Four faults in a row, each check sees those up to its place: a chain as a technician halves it. */
function chain(priors: readonly number[]) {
  return handDictionary(
    names,
    [12, 12, 12, 12],
    priors.map((prior, fault) => ({
      id: `F${fault}`,
      prior,
      sizes: [names.map((_, check) => (check >= fault ? 0 : 12))],
    })),
  );
}

describe("looking ahead from the best few checks", () => {
  test("an even chain is halved: its middle is proposed, not its end", () => {
    const dictionary = chain([0.25, 0.25, 0.25, 0.25]);
    const [first] = rankChecks(dictionary, weigh(dictionary, []), unproven, new Set());
    expect(first!.check.id).toBe("two");
  });

  test("what is done is proposed no more, and a settled matter leaves little to gain", () => {
    const dictionary = chain([0.25, 0.25, 0.25, 0.25]);
    const evidence = ["two", "one"].map((id, i): Evidence => {
      const row = dictionary.rows.find((r) => r.check.id === id)!;
      if (!("mean" in row)) throw new TypeError("A hand-made row is a reading.");
      return { kind: "reading", id: `e${i}`, check: row.check, value: 0 };
    });
    const posterior = weigh(dictionary, evidence);
    const ranked = rankChecks(dictionary, posterior, unproven, new Set(["one", "two"]));
    expect(ranked.filter((p) => !p.repeat).map((p) => p.check.id)).not.toContain("two");
    const before = rankChecks(dictionary, weigh(dictionary, []), unproven, new Set())[0]!.gain;
    for (const p of ranked) expect(p.gain).toBeLessThan(before / 2);
  });

  test("the proposal is the same whichever way the rows stand", () => {
    const dictionary = chain([0.4, 0.3, 0.2, 0.1]);
    const turned = { ...dictionary, rows: [...dictionary.rows].reverse() };
    const best = (d: typeof dictionary) => rankChecks(d, weigh(d, []), unproven, new Set())[0]!.check.id;
    expect(best(turned)).toBe(best(dictionary));
  });
});

describe("what is left to do from here", () => {
  const dictionary = demoDictionary("glasswasher-gw4");
  const minutes = (order: Parameters<typeof remainingMinutes>[4], evidence: readonly Evidence[] = []) =>
    remainingMinutes(dictionary, weigh(dictionary, evidence), evidence, unproven, order);

  test("information per minute costs no more than walking from the supply", () => {
    expect(minutes("information")).toBeLessThanOrEqual(minutes("supply-forward"));
  });

  test("a telling finding leaves less to do", () => {
    const check = readingCheck({ state: "dead", lifts: [] }, "ohm", "HT1.1", "HT1.2");
    const open: Evidence = { kind: "reading", id: "e", check, value: Infinity };
    expect(minutes("information", [open])).toBeLessThan(minutes("information"));
    expect(minutes("information", [open])).toBeGreaterThan(0);
  });
});

describe("symptoms computed in another thread", () => {
  test("are taken as one's own, and refused when they are another unit's", () => {
    const own = demoDictionary("glasswasher-gw4");
    expect(() => own.acceptSymptoms({ ...own.symptoms()!, rows: [] })).toThrow(/0 symptoms for \d+ cases/);
    own.acceptSymptoms(own.symptoms()!);
    expect(own.symptomsSoFar()!.rows).toHaveLength(own.cases.length);
  });
});
