import { describe, expect, test } from "@jest/globals";
import {
  adviseCall,
  fromScale,
  observationCheck,
  rankChecks,
  situationAfter,
  weigh,
  type Dictionary,
  type Evidence,
  type Row,
  type Situation,
} from "#core/diagnosis/index.ts";
import { caseOf, glasswasherDictionary } from "../support/glasswasher.ts";
import { normal, seeded } from "../support/random.ts";

/** Plays a hidden fault to its call by following the first proposal, with readings from the engine and meter noise. */
const dictionary = glasswasherDictionary();
const { unit } = dictionary;
const COMPLAINT = ["display-lit", "fills", "washes", "rinse-hot", "drains"];

function answer(row: Row, index: number, id: string, noise: () => number): Evidence {
  if ("chance" in row)
    return {
      kind: "seen",
      id,
      check: row.check,
      seen: row.chance[index]! > 0.5,
      ...((row.badly?.[index] ?? 0) > 0.5 ? { badly: true } : {}),
    };
  const value = fromScale(row.check.fn, row.mean[index]!);
  return {
    kind: "reading",
    id,
    check: row.check,
    value: Number.isFinite(value) ? value * (1 + 0.005 * noise()) : value,
  };
}

function play(d: Dictionary, truth: string, seed: number) {
  const index = caseOf(d, truth);
  const random = seeded(seed);
  const noise = () => normal(random);
  const evidence = COMPLAINT.map((o) => answer(d.row(observationCheck(unit, o)), index, o, noise));
  const done = new Set(COMPLAINT.map((o) => `see/${o}`));
  let situation: Situation = { band: "unproven", lifts: [], coversOff: [] };
  for (let checks = 0; checks < 25; checks++) {
    const posterior = weigh(d, evidence);
    const advice = adviseCall(d, posterior, { findings: evidence, situation, done });
    const [next] = rankChecks(d, posterior, situation, done, 1);
    if (advice.ready || !next) return { item: advice.item, ready: advice.ready, checks };
    evidence.push(answer(d.row(next.check), index, next.check.id, noise));
    done.add(next.check.id);
    situation = situationAfter(unit, situation, next.check);
  }
  return {
    item: adviseCall(d, weigh(d, evidence), { findings: evidence, situation, done }).item,
    ready: false,
    checks: 25,
  };
}

/** Faults that stop something the customer would miss: all others are no job. */
const visible = dictionary.suspects.filter(
  (s) =>
    s.part !== undefined &&
    dictionary.rows.some(
      (r) =>
        "chance" in r &&
        r.check.kind === "observation" &&
        COMPLAINT.includes(r.check.observation) &&
        r.chance[caseOf(dictionary, s.id)]! < 0.5,
    ),
);

describe("every second visible fault of the glasswasher, by the default order", () => {
  const played = visible
    .filter((_, i) => i % 2 === 0)
    .map((suspect, i) => ({ suspect, ...play(dictionary, suspect.id, i + 1) }));

  test("ends on the right replaceable item", () => {
    const wrong = played.filter((p) => p.item !== p.suspect.item).map((p) => `${p.suspect.id} → ${p.item}`);
    expect(visible.length).toBeGreaterThan(60);
    expect(wrong.length / played.length).toBeLessThanOrEqual(0.02);
    // Never confidently wrong.
    expect(played.filter((p) => p.ready && p.item !== p.suspect.item).map((p) => p.suspect.id)).toEqual([]);
  });

  test("in about five checks", () => {
    const mean = played.reduce((sum, p) => sum + p.checks, 0) / played.length;
    expect(mean).toBeLessThan(6);
  });
});
