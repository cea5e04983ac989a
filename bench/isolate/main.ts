import { readdirSync, writeFileSync } from "node:fs";
import {
  byItem,
  entropy,
  observationCheck,
  ORDERS,
  rankChecks,
  weigh,
  type Evidence,
  type Truth,
} from "#core/diagnosis/index.ts";
import { atNinety, calibrate, reliabilityDiagram } from "./calibration.ts";
import { page, type Evaluation, type UnitResult } from "./page.ts";
import { playPairs } from "./pairs.ts";
import { playSingles, walkSingles } from "./singles.ts";
import { playSmall } from "./small.ts";
import { mean, setUp, type Bench } from "./trial.ts";
import { playUnknown } from "./unknown.ts";

/**
 * Plays every single fault that a customer would notice, of every unit of the demo shop or of the model files named,
 * with 2 % noise and 2 % slips; then pairs of faults, faults outside the model and small problems against their optimum.
 * The truth is no dictionary's: sizes are continuous, readings solved afresh where a run of the sequence leaves the unit,
 * and the customer answers every question of the intake. Prints the page, or one object with `--json`, and touches no
 * file; `--write` writes docs/evaluation.md and docs/calibration.svg. `--every N` plays every N-th fault only.
 */
const SEED = 1;
/** The other orders and the walks are played on every sixth and every fifteenth fault. */
const EVERY_OTHER = 6;
const EVERY_WALK = 15;
const PAIRS = 10;
const UNKNOWN = 8;
const SMALL = 12;

const say = (text: string) => void process.stderr.write(`${text}\n`);
const every = Number(process.argv[process.argv.indexOf("--every") + 1] || 1) || 1;
const named = process.argv.slice(2).filter((a, i, all) => !a.startsWith("--") && all[i - 1] !== "--every");
const files =
  named.length > 0
    ? named
    : readdirSync("demo/units")
        .filter((f) => f.endsWith(".json"))
        .map((f) => `demo/units/${f}`);

function evaluate(file: string): UnitResult {
  const bench = setUp(file, process.argv.includes("--every") ? every : 1);
  say(`${bench.unit.name}: ${bench.faults.length} faults`);
  const others = ORDERS.filter((o) => o !== "information");
  return {
    bench,
    singles: playSingles(bench, "information", SEED),
    byOrder: new Map(others.map((o) => [o, playSingles(bench, o, SEED, EVERY_OTHER)])),
    forward: walkSingles(bench, "supply-forward", SEED, EVERY_WALK),
    middle: walkSingles(bench, "middle-first", SEED, EVERY_WALK),
    pairs: playPairs(bench, SEED, PAIRS),
    unknown: playUnknown(bench, SEED, UNKNOWN),
    small: playSmall(bench, SEED, SMALL),
    rankingMs: rankingTime(bench),
    bound: mean(bench.faults.map(({ truth }) => checksAtLeast(bench, truth))),
  };
}

/** Median time of a weighing and a ranking after the complaint of a few faults. */
function rankingTime(bench: Bench): number {
  const times = bench.faults.slice(0, 15).map(({ truth }) => {
    const evidence = complaintEvidence(bench, truth);
    const start = performance.now();
    const posterior = weigh(bench.dictionary, evidence);
    rankChecks(bench.dictionary, posterior, { band: "unproven", lifts: [], coversOff: [] }, new Set());
    return performance.now() - start;
  });
  return times.sort((a, b) => a - b)[times.length >> 1] ?? 0;
}

function complaintEvidence({ complaint, unit }: Bench, truth: Truth): Evidence[] {
  return complaint.map((id) => {
    const check = observationCheck(unit, id);
    return { kind: "seen", id, check, seen: truth(check) === true };
  });
}

/** Entropy bound: bits about the item that the complaint leaves, over the bits that the most telling check's outcomes can carry. */
function checksAtLeast(bench: Bench, truth: Truth): number {
  const { dictionary } = bench;
  const posterior = weigh(dictionary, complaintEvidence(bench, truth));
  const bits = entropy(byItem(dictionary, posterior).map((i) => i.chance));
  const [first] = rankChecks(
    dictionary,
    posterior,
    { band: "unproven", lifts: [], coversOff: [] },
    new Set(),
    1,
  );
  return first ? bits / Math.log2(Math.max(2, first.outcomes.length)) : 0;
}

const results = files.map(evaluate);
const bins = calibrate(results.map(({ bench, singles }) => ({ bench, plays: singles })));
const singles = results.flatMap((r) => r.singles);
const subset = (every: number) => results.flatMap((r) => r.singles.filter((_, i) => i % every === 0));
const minutes = (list: readonly { readonly play: { readonly minutes: number } }[]) =>
  mean(list.map((s) => s.play.minutes));
const pairs = results.flatMap((r) => r.pairs);
const unknown = results.flatMap((r) => r.unknown);
const small = results.flatMap((r) => r.small);
const evaluation: Evaluation = {
  rightShare: mean(singles.map((s) => Number(s.right))),
  wrongPartShare: mean(singles.map((s) => Number(s.play.ready && !s.right))),
  minutesRatioSupplyForward: minutes(subset(EVERY_WALK)) / minutes(results.flatMap((r) => r.forward)),
  minutesRatioMiddleFirst: minutes(subset(EVERY_WALK)) / minutes(results.flatMap((r) => r.middle)),
  minutesRatioOptimum: mean(small.map((s) => s.ours)) / mean(small.map((s) => s.optimum)),
  pairsShare: mean(pairs.map((p) => Number(p.found))),
  unknownShare: mean(unknown.map((u) => Number(u.leads))),
  calibration90: atNinety(bins),
  rankingMs: Math.max(...results.map((r) => r.rankingMs)),
};
const text = page(results, evaluation, bins, EVERY_OTHER, process.argv.includes("--every") ? every : 1);
if (process.argv.includes("--write")) {
  writeFileSync("docs/evaluation.md", text);
  writeFileSync("docs/calibration.svg", reliabilityDiagram(bins));
} else if (!process.argv.includes("--json")) process.stdout.write(text);
if (process.argv.includes("--json")) process.stdout.write(`${JSON.stringify(evaluation)}\n`);
