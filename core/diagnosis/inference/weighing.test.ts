import { describe, expect, test } from "@jest/globals";
import { caseOf, glasswasherDictionary } from "../../../tests/support/glasswasher.ts";
import {
  adviseCall,
  ambiguityGroups,
  byItem,
  observationCheck,
  readingCheck,
  rankChecks,
  weigh,
  type Dictionary,
  type Evidence,
  type ReadingRow,
} from "../index.ts";
import { EVERYWHERE } from "../../../tests/support/handDictionary.ts";
import { twoOf } from "../dictionary/rows.ts";
import { SLIP } from "./likelihood.ts";
import { normalBelow, normalDensity, readingDensity } from "./normal.ts";
import { entropy } from "../planning/information.ts";
import { liveCases, outcomeLabels, outcomesOf } from "../planning/outcomes.ts";

const real = glasswasherDictionary();
const heat = { state: "rinse-heat", lifts: [] };
const dead = { state: "dead", lifts: [] };
const reading = (
  id: string,
  setup: typeof heat,
  fn: "vac" | "vdc" | "ohm",
  red: string,
  black: string,
  value: number,
): Evidence => ({ kind: "reading", id, check: readingCheck(setup, fn, red, black), value });
const seen = (observation: string, yes: boolean): Evidence => ({
  kind: "seen",
  id: observation,
  check: observationCheck(real.unit, observation),
  seen: yes,
});
const chanceOf = (findings: readonly Evidence[], item: string) =>
  byItem(real, weigh(real, findings)).find((i) => i.id === item)!.chance;
const coldRinse = [
  seen("display-lit", true),
  seen("fills", true),
  seen("washes", true),
  seen("drains", true),
  seen("rinse-hot", false),
];
const situation = { band: "unproven", lifts: [], coversOff: [] } as const;

/** A dictionary of two faults and one check, small enough to work by hand. */
function twoSuspects(): Dictionary {
  const check = readingCheck(dead, "vdc", "HT1.1", "HT1.2");
  const row: ReadingRow = {
    check,
    mean: Float32Array.from([10, 0, 10]),
    sd: Float32Array.from([1, 1, 1]),
    slope: new Float32Array(3),
  };
  const suspect = (id: string, prior: number) => ({
    id,
    name: id,
    modeName: "",
    looks: "",
    part: id,
    item: id,
    prior,
    works: true,
  });
  const none = (id: string) => ({ id, name: id, modeName: "", looks: "", prior: 1e-9, works: true });
  return {
    unit: real.unit,
    suspects: [none("as-it-should"), none("not-in-model"), suspect("A", 0.75), suspect("B", 0.25)],
    cases: [
      { suspect: 0, share: 1, faults: [] },
      { suspect: 2, share: 1, faults: [] },
      { suspect: 3, share: 1, faults: [] },
    ],
    rows: [row],
    row: () => row,
    beside: (i, checks) => new Map(checks.map(({ id }) => [id, twoOf(row, i) as ReadingRow])),
    chattering: [],
    symptoms: () => undefined,
    symptomsSoFar: () => undefined,
    acceptSymptoms: () => undefined,
    opens: () => new Set(),
    reaches: () => true,
    stand: () => EVERYWHERE,
    unopened: () => new Map(),
    alone: () => ({ rows: new Map(), opens: () => new Set() }),
    withMore() {
      return this;
    },
  };
}

describe("Bayes by hand", () => {
  test("two suspects, one reading", () => {
    // A predicts 0 ± 1, B predicts 10 ± 1, read 1. Slips: 0.6·N(1; 0, 0.4) + 0.4/26 over a range of −13 … 13.
    const slip = 0.6 * normalDensity(1, 0, 0.4) + 0.4 / 26;
    const a = (1 - SLIP) * readingDensity(1, 0, 1) + SLIP * slip;
    const b = (1 - SLIP) * readingDensity(1, 10, 1) + SLIP * slip;
    const wanted = (0.75 * a) / (0.75 * a + 0.25 * b);
    const posterior = weigh(twoSuspects(), [
      { kind: "reading", id: "r", check: readingCheck(dead, "vdc", "HT1.1", "HT1.2"), value: 1 },
    ]);
    expect(posterior.suspects[2]).toBeCloseTo(wanted, 6);
  });

  test("a fault that shows 70 % of the time, read as healthy", () => {
    const steady = twoSuspects();
    const [asItShould, outside, a, b] = steady.suspects;
    const dictionary = { ...steady, suspects: [asItShould!, outside!, a!, { ...b!, intermittent: 0.7 }] };
    const row = dictionary.row(readingCheck(dead, "vdc", "HT1.1", "HT1.2"));
    if ("chance" in row) throw new Error("a reading's row was expected");
    // Read as healthy (0 V, as A reads too): B's likelihood is 0.3 of A's, and 0.7 of next to nothing.
    const healthy = row.mean[0]!;
    const posterior = weigh(dictionary, [{ kind: "reading", id: "r", check: row.check, value: healthy }]);
    const honest = (mean: number) => (1 - SLIP) * readingDensity(healthy, mean, 1);
    const slip = SLIP * (0.6 * normalDensity(healthy, 0, 0.4) + 0.4 / 26);
    const [la, lb] = [honest(row.mean[1]!) + slip, honest(row.mean[2]!) + slip];
    const l0 = honest(healthy) + slip;
    const wanted = (0.25 * (0.7 * lb + 0.3 * l0)) / (0.75 * la + 0.25 * (0.7 * lb + 0.3 * l0));
    expect(posterior.suspects[3]).toBeCloseTo(wanted, 6);
  });

  test("the normal distribution function, from tables (Abramowitz and Stegun, table 26.1)", () => {
    expect(normalBelow(0)).toBeCloseTo(0.5, 7);
    expect(normalBelow(1)).toBeCloseTo(0.8413447, 6);
    expect(normalBelow(-1.96)).toBeCloseTo(0.0249979, 6);
    expect(normalBelow(9)).toBe(1);
  });

  test("entropy of four equal chances is 2 bits, of a certainty 0, of none 0 (textbook)", () => {
    expect(entropy([0.25, 0.25, 0.25, 0.25])).toBeCloseTo(2, 12);
    expect(entropy([0, 3, 0])).toBe(0);
    expect(entropy([])).toBe(0);
  });
});

describe("readings on the glasswasher", () => {
  test("no volts where none belong say next to nothing of a dead supply, written as 0 or as a few millivolts", () => {
    const complaint = [seen("rinse-hot", false)];
    const supply = (findings: readonly Evidence[]) => chanceOf(findings, "supply");
    const before = supply(complaint);
    for (const value of [0, 0.004, 0.05])
      expect(supply([...complaint, reading("r", heat, "vac", "P4.1", "P1.2", value)]) / before).toBeLessThan(
        2,
      );
  });

  test("full voltage at the heater and no heat leaves the heater", () => {
    expect(
      chanceOf(
        [
          ...coldRinse,
          reading("1", heat, "vac", "HT1.1", "P1.2", 229),
          reading("2", heat, "vac", "HT1.1", "HT1.2", 229),
        ],
        "heater",
      ),
    ).toBeGreaterThan(0.8);
  });

  test("218 V at the inlet explains 217 V behind it; 217 V behind 230 V is a drop", () => {
    const low = chanceOf(
      [
        ...coldRinse,
        reading("1", heat, "vac", "P1.1", "P1.2", 218),
        reading("2", heat, "vac", "P4.3", "P1.2", 217),
      ],
      "heater",
    );
    const drop = chanceOf(
      [
        ...coldRinse,
        reading("1", heat, "vac", "P1.1", "P1.2", 231),
        reading("2", heat, "vac", "P4.3", "P1.2", 205),
      ],
      "heater",
    );
    expect(low).toBeGreaterThan(1.5 * drop);
  });

  test("a bare zero decides less than a number: it may be a probe without contact", () => {
    const factor = (value: number) => {
      const with_ = chanceOf([...coldRinse, reading("1", heat, "vac", "TC1.2", "P1.2", value)], "heater");
      return with_ / (1 - with_);
    };
    // 0 V speaks against the heater (there it would be 230), but leaves it more than 229 V leaves the cut-out.
    expect(factor(0)).toBeLessThan(factor(229));
    const cutOutAfterFull = chanceOf(
      [...coldRinse, reading("1", heat, "vac", "TC1.2", "P1.2", 229)],
      "cut-out",
    );
    const heaterAfterZero = chanceOf([...coldRinse, reading("1", heat, "vac", "TC1.2", "P1.2", 0)], "heater");
    expect(heaterAfterZero).toBeGreaterThan(cutOutAfterFull);
  });

  test("the same reading again adds little", () => {
    const once = reading("1", heat, "vac", "TC1.2", "P1.2", 0);
    const first = chanceOf([...coldRinse, once], "heater");
    const twice = chanceOf([...coldRinse, once, { ...once, id: "2" }], "heater");
    const other = chanceOf([...coldRinse, once, reading("2", heat, "vac", "HT1.1", "P1.2", 0)], "heater");
    expect(twice).toBeLessThan(first);
    expect(other).toBeLessThan(twice);
  });

  test("a beep through the valve's 3.9 kΩ would be no valve; through a closed switch it says little", () => {
    const beep = (id: string, red: string, black: string, sounds: boolean): Evidence => ({
      kind: "beep",
      id,
      check: readingCheck(dead, "continuity", red, black),
      beep: sounds,
    });
    expect(chanceOf([...coldRinse, beep("1", "TC1.1", "TC1.2", false)], "cut-out")).toBeGreaterThan(0.8);
    expect(chanceOf([...coldRinse, beep("1", "TC1.1", "TC1.2", true)], "cut-out")).toBeLessThan(
      chanceOf(coldRinse, "cut-out") / 3,
    );
  });

  test("a claim that the heater is new halves it and no more", () => {
    const before = chanceOf(coldRinse, "heater");
    const after = chanceOf([...coldRinse, { kind: "claim", id: "c", item: "heater" }], "heater");
    expect(after / (1 - after)).toBeCloseTo((0.5 * before) / (1 - before), 6);
  });

  test("readings that fit nothing raise “not in the model” and never make a suspect certain", () => {
    const odd = [
      reading("1", heat, "vac", "P1.1", "P1.2", 120),
      reading("2", heat, "vac", "F1.2", "P1.2", 64),
      reading("3", heat, "vac", "P4.3", "P1.2", 161),
      reading("4", dead, "ohm", "HT1.1", "HT1.2", 400),
    ];
    const posterior = weigh(real, odd);
    expect(posterior.notInModel).toBeGreaterThan(weigh(real, []).notInModel * 5);
    for (const p of posterior.suspects) expect(p > 0 && p < 1).toBe(true);
  });

  test("500 findings stay finite and sum to one", () => {
    const many = Array.from({ length: 500 }, (_, i) =>
      reading(`f${i}`, heat, "vac", "P4.3", "P1.2", i % 2 ? 229 : 0),
    );
    const posterior = weigh(real, many);
    expect(posterior.suspects.reduce((a, b) => a + b)).toBeCloseTo(1, 9);
  });
});

describe("what to check next", () => {
  test("one fault that can read anything does not melt 0 V and 230 V into one outcome", () => {
    const live = liveCases(weigh(real, coldRinse));
    const row = real.row(readingCheck(heat, "vac", "P4.3", "P1.2"));
    const outcomes = outcomesOf(live, row);
    const labels = outcomeLabels(live, row, outcomes);
    expect(labels.length).toBeGreaterThanOrEqual(2);
    const { chance, differing, pooled, classes } = outcomes;
    // Those that read as the healthy unit share one distribution; each of the others has its own.
    expect(pooled.reduce((a, b) => a + b)).toBeCloseTo(1, 6);
    const of = (d: number) => Array.from({ length: classes }, (_, k) => chance[k * differing.length + d]!);
    differing.forEach((_, d) => expect(of(d).reduce((a, b) => a + b)).toBeCloseTo(1, 6));
    const at = (suspect: string) => {
      const d = differing.indexOf(live.index.indexOf(caseOf(real, suspect)));
      return d < 0 ? [...pooled] : of(d);
    };
    expect(at("HT1:open").indexOf(Math.max(...at("HT1:open")))).not.toBe(
      at("K3:contact-open").indexOf(Math.max(...at("K3:contact-open"))),
    );
  });

  test("proposals tell something, are not repeated, and lead to the fault", () => {
    const posterior = weigh(real, coldRinse);
    const first = rankChecks(real, posterior, situation, new Set());
    expect(first.length).toBeGreaterThan(3);
    expect(first[0]!.gain).toBeGreaterThan(0.05);
    const done = new Set([first[0]!.check.id]);
    expect(rankChecks(real, posterior, situation, done).some((p) => p.check.id === first[0]!.check.id)).toBe(
      false,
    );
  });

  test("covers that are off and a unit that is dead cost nothing more", () => {
    const posterior = weigh(real, coldRinse);
    const cost = (s: Parameters<typeof rankChecks>[2]) =>
      rankChecks(real, posterior, s, new Set(), 60).find((p) => p.check.id === "dead/ohm/HT1.1/HT1.2")!.cost
        .minutes;
    const open = cost({ band: "dead", lifts: [], coversOff: ["front", "board-box"] });
    expect(cost({ band: "live", lifts: [], coversOff: [] })).toBeCloseTo(open + 2 + 1.5, 9);
  });

  test("suspects that no check here separates are one group", () => {
    const posterior = weigh(real, coldRinse);
    const groups = ambiguityGroups(real, posterior, real.rows).map((g) => g.map((i) => real.suspects[i]!.id));
    expect(groups).toContainEqual(expect.arrayContaining(["K3:contact-open", "K3:joint-cracked"]));
    for (const group of groups) expect(group).not.toEqual(expect.arrayContaining(["HT1:open", "TC1:open"]));
  });

  test("no call before the findings carry it", () => {
    const advise = (findings: readonly Evidence[]) =>
      adviseCall(real, weigh(real, findings), {
        findings,
        situation: { band: "dead", lifts: [], coversOff: [] },
        done: new Set(findings.flatMap((f) => (f.kind === "claim" ? [] : [f.check.id]))),
      });
    expect(advise(coldRinse).ready).toBe(false);
    const measured = [
      ...coldRinse,
      reading("a", dead, "ohm", "TC1.1", "TC1.2", Infinity),
      reading("b", dead, "ohm", "HT1.1", "HT1.2", 26.4),
    ];
    // A single OL may be a probe without contact: it points, and a second look proves.
    expect(advise(measured)).toMatchObject({ item: "cut-out", proof: { finding: "a" } });
    const again = reading("c", dead, "ohm", "TC1.1", "P1.2", Infinity);
    expect(advise([...measured, again])).toMatchObject({ item: "cut-out", ready: true });
  });
});
