import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../../tests/support/demoUnits.ts";
import { handDictionary } from "../../../tests/support/handDictionary.ts";
import { listSuspects, type Suspect } from "../suspects/suspects.ts";
import { learnedSuspects, learnFrom, withExperience, type Experience } from "./experience.ts";
import type { UnitModel } from "#core/unit/index.ts";

/** Two items: A alone, B and C in one. Worked by hand on paper. */
const PARTS = [
  { id: "A", type: "fuse" },
  { id: "B", type: "relay" },
  { id: "C", type: "wire" },
] as unknown as UnitModel["parts"];
const unit = { parts: PARTS } as UnitModel;
const suspect = (part: string, item: string, prior: number): Suspect => ({
  id: `${part}:open`,
  name: part,
  modeName: "open",
  looks: "",
  part,
  item,
  prior,
  works: true,
});
const suspects: readonly Suspect[] = [
  { id: "not-in-model", name: "", modeName: "", looks: "", prior: 0.04, works: true },
  suspect("A", "one", 0.48),
  suspect("B", "two", 0.288),
  suspect("C", "two", 0.192),
];
const nothing: Experience = { jobs: 0, faults: {}, items: {}, kinds: {}, claim: 0.5 };
const priors = (experience: Partial<Experience>) =>
  learnedSuspects(unit, suspects, { ...nothing, ...experience }).map((s) => s.prior);

describe("starting weights that a shop's jobs have moved", () => {
  test("without a job are the catalogue's", () => {
    priors({}).forEach((p, i) => expect(p).toBeCloseTo(suspects[i]!.prior, 12));
  });

  test("are the mean of a Dirichlet in which the catalogue is twenty jobs", () => {
    // Shares ½, 0.3, 0.2 of 0.96. Ten jobs called B: five to B, five to its item as 0.3 : 0.2, so 8 and 2.
    const [outside, a, b, c] = priors({ faults: { "B:open": 10 }, items: { two: 10 } });
    expect(outside).toBeCloseTo(0.04, 12);
    expect(a).toBeCloseTo((0.96 * 10) / 30, 9);
    expect(b).toBeCloseTo((0.96 * (6 + 8)) / 30, 9);
    expect(c).toBeCloseTo((0.96 * (4 + 2)) / 30, 9);
  });

  test("let the catalogue fade as jobs add up, and never lose a suspect", () => {
    const many = priors({ faults: { "B:open": 2000 }, items: { two: 2000 } });
    expect(many[1]).toBeCloseTo((0.96 * 10) / 2020, 9);
    expect(many[1]).toBeGreaterThan(0);
    expect(many.reduce((x, y) => x + y, 0)).toBeCloseTo(1, 12);
  });

  test("move with what a kind of part did on other units: 0.2 tripled is 0.6 of 1.4", () => {
    const [, a, b, c] = priors({ kinds: { "wire:open": 3 } });
    expect(c).toBeCloseTo((0.96 * 0.6) / 1.4, 9);
    expect(a! / b!).toBeCloseTo(0.5 / 0.3, 9);
  });

  test("give what was called of the item alone to the item as the catalogue divides it", () => {
    const [, , b, c] = priors({ items: { two: 10 } });
    // Only the half of it that goes by item counts: 3 and 2 of five.
    expect(b).toBeCloseTo((0.96 * (6 + 3)) / 25, 9);
    expect(c).toBeCloseTo((0.96 * (4 + 2)) / 25, 9);
  });

  test("are made once for a dictionary, and anew for another experience", () => {
    const dictionary = handDictionary(["x"], [1], [{ id: "A", prior: 1, sizes: [[1]] }]);
    const known = { ...dictionary, unit };
    expect(withExperience(known, nothing)).toBe(withExperience(known, { ...nothing }));
    expect(withExperience(known, { ...nothing, jobs: 1 })).not.toBe(withExperience(known, nothing));
  });
});

describe("what a shop has learned", () => {
  const units = demoUnits();
  const washer = units.get("glasswasher-gw4")!;
  const calls = (unit: string, suspect: string, item: string, jobs: number, trust = 1) => ({
    unit,
    suspect,
    item,
    jobs,
    trust,
  });

  test("counts this unit's calls by how far each is trusted", () => {
    const { jobs, faults, items } = learnFrom(
      washer,
      units,
      [
        calls("glasswasher-gw4", "TC1:open", "TC1", 4),
        calls("glasswasher-gw4", "TC1:open", "TC1", 2, 0.5),
        calls("glasswasher-gw4", "HT1:open", "HT1", 3, 0.1),
        calls("kiln-pk9", "HTB1:open", "HTB", 7),
      ],
      [],
    );
    expect(jobs).toBeCloseTo(5.3, 9);
    expect(faults).toEqual({ "TC1:open": 5, "HT1:open": 0.3 });
    expect(items).toEqual({ TC1: 5, HT1: 0.3 });
  });

  test("a kind's factor is (4 + met) / (4 + expected) on other units, within a quarter and four times", () => {
    const kiln = units.get("kiln-pk9")!;
    const type = (id: string) => kiln.parts.find((p) => p.id === id)!.type;
    const share = listSuspects(kiln)
      .suspects.filter((s) => s.part !== undefined && type(s.part) === type("HTB1") && s.id.endsWith(":open"))
      .reduce((sum, s) => sum + s.prior, 0);
    const at = (jobs: number) =>
      learnFrom(washer, units, [calls("kiln-pk9", "HTB1:open", "HTB", jobs)], []).kinds[
        `${type("HTB1")}:open`
      ]!;
    expect(at(8)).toBeCloseTo(12 / (4 + 8 * share), 2);
    expect(at(1000)).toBe(4);
    const never = learnFrom(washer, units, [calls("kiln-pk9", "F1:blown", "F1", 1000)], []).kinds;
    expect(Math.min(...Object.values(never))).toBe(0.25);
  });

  test("its own calls are not counted again as a kind's", () => {
    expect(learnFrom(washer, units, [calls("glasswasher-gw4", "TC1:open", "TC1", 30)], []).kinds).toEqual({});
  });

  test("a claim clears more where claims held, and nothing where they did not", () => {
    const cutOut = washer.parts.find((p) => p.id === "TC1")!.item;
    const share = listSuspects(washer)
      .suspects.filter((s) => s.item === cutOut)
      .reduce((sum, s) => sum + s.prior, 0);
    const claim = (jobs: number, atFault: number) =>
      learnFrom(washer, units, [], [{ unit: "glasswasher-gw4", item: cutOut, jobs, atFault }]).claim;
    expect(learnFrom(washer, units, [], []).claim).toBe(0.5);
    expect(claim(20, 0)).toBeCloseTo(0.5 / (1 + 20 * share), 3);
    expect(claim(20, 12)).toBe(1);
    expect(claim(1_000_000, 0)).toBe(0.1);
  });

  test("a unit that is not there any more counts for nothing", () => {
    const gone = learnFrom(
      washer,
      units,
      [calls("gone", "F1:blown", "F1", 9)],
      [{ unit: "gone", item: "F1", jobs: 9, atFault: 9 }],
    );
    expect(gone).toEqual({ jobs: 0, faults: {}, items: {}, kinds: {}, claim: 0.5 });
  });
});
