import { readdirSync, writeFileSync } from "node:fs";
import {
  byItem,
  entropy,
  observationCheck,
  ORDERS,
  rankChecks,
  stagePoints,
  weigh,
  type Evidence,
  type Truth,
} from "#core/diagnosis/index.ts";
import { atNinety, calibrate, reliabilityDiagram } from "./calibration.ts";
import { page, type Evaluation, type UnitResult } from "./page.ts";
import { playGenerated } from "./generated.ts";
import { playPairs } from "./pairs.ts";
import { playPartial } from "./partial.ts";
import { playSingles, walkSingles, type Single } from "./singles.ts";
import { playSmall } from "./small.ts";
import { mean, setUp, type Bench } from "./trial.ts";
import { playOutside, playUnlisted } from "./unknown.ts";

/**
 * Plays every single fault that a customer would notice, of every unit of the demo shop or of the model files named,
 * with 2 % noise and 2 % slips; then pairs of faults, faults outside the model and small problems against their optimum.
 * The truth is no dictionary's: sizes are continuous, readings solved afresh where a run of the sequence leaves the unit,
 * and the customer answers every question of the intake. Prints the page, or one object with `--json`, and touches no
 * file; `--write` writes docs/evaluation.md and docs/calibration.svg. `--every N` plays every N-th fault only.
 * `--generated N` plays nothing of that but single faults of N units made up by bench/truth/generate.ts, which nobody tuned.
 */
const SEED = 1;
/** The other orders and the walks are played on every sixth and every fifteenth fault. */
const EVERY_OTHER = 6;
const EVERY_WALK = 15;
const PAIRS = 10;
const UNLISTED = 8;
const OUTSIDE = 4;
const PARTIAL = 12;
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

/** The smaller series are shortened with the faults, but never to nothing. */
const few = (count: number) => (every > 1 ? Math.max(3, Math.round(count / 2)) : count);

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
    pairs: playPairs(bench, SEED, few(PAIRS)),
    unlisted: playUnlisted(bench, SEED, few(UNLISTED)),
    outside: playOutside(bench, SEED, few(OUTSIDE)),
    partial: playPartial(bench, SEED, few(PARTIAL)),
    small: playSmall(bench, SEED, SMALL),
    rankingMs: rankingTime(bench),
    bound: mean(bench.faults.map(({ truth }) => checksAtLeast(bench, truth))),
  };
}

/** Tries of each ranking, of which the least counts: what else the machine does meanwhile is not the ranking's. */
const RANKINGS = 5;

/** Median time of a weighing and a ranking after the complaint of a few faults. */
function rankingTime(bench: Bench): number {
  const times = bench.faults.slice(0, 15).map(({ truth }) => {
    const evidence = complaintEvidence(bench, truth);
    const tries = Array.from({ length: RANKINGS }, () => {
      const start = performance.now();
      const posterior = weigh(bench.dictionary, evidence);
      rankChecks(bench.dictionary, posterior, { band: "unproven", lifts: [], coversOff: [] }, new Set());
      return performance.now() - start;
    });
    return Math.min(...tries);
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

function share<T>(list: readonly T[], is: (entry: T) => boolean): number {
  return mean(list.map((entry) => Number(is(entry))));
}

/** Whether a fault at the middle of its sizes opens something that protects. */
function opensSomething({ dictionary }: Bench, fault: string): boolean {
  const suspect = dictionary.suspects.findIndex((s) => s.id === fault);
  return dictionary.cases.some((c, i) => c.suspect === suspect && dictionary.opens(i).size > 0);
}

/** Whether the first reading on what stores energy was a dead one; nothing where none was taken. */
function firstTouch({ unit }: Bench, { play }: Single): boolean[] {
  const points = stagePoints(unit);
  const first = play.steps.find(
    ({ check }) => check.kind === "reading" && (points.has(check.red) || points.has(check.black)),
  );
  if (!first) return [];
  return [unit.states.find((s) => s.id === first.check.setup.state)!.power === "dead"];
}

if (process.argv.includes("--generated")) {
  const count = Number(process.argv[process.argv.indexOf("--generated") + 1]) || 20;
  process.stdout.write(`${JSON.stringify(playGenerated(SEED, count, every))}\n`);
  process.exit(0);
}
const results = files.map(evaluate);
const bins = calibrate(results.map(({ bench, singles }) => ({ bench, plays: singles })));
const singles = results.flatMap((r) => r.singles);
const subset = (every: number) => results.flatMap((r) => r.singles.filter((_, i) => i % every === 0));
const minutes = (list: readonly { readonly play: { readonly minutes: number } }[]) =>
  mean(list.map((s) => s.play.minutes));
const pairs = results.flatMap((r) => r.pairs);
const unlisted = results.flatMap((r) => r.unlisted);
const outside = results.flatMap((r) => r.outside);
const partial = results.flatMap((r) => r.partial);
const small = results.flatMap((r) => r.small);
const checksOf = singles.flatMap((s) => s.play.steps.map((step) => step.check.id));
const repeats = singles.reduce(
  (sum, s) => sum + s.play.steps.length - new Set(s.play.steps.map((step) => step.check.id)).size,
  0,
);
const opening = results.flatMap((r) => r.singles.filter((s) => opensSomething(r.bench, s.fault)));
const touching = results.flatMap((r) => r.singles.flatMap((s) => firstTouch(r.bench, s)));
const ratio = (walks: (r: UnitResult) => readonly Single[]) =>
  minutes(subset(EVERY_WALK)) / minutes(results.flatMap(walks));
const evaluation: Evaluation = {
  rightShare: share(singles, (s) => s.right),
  wrongPartShare: share(singles, (s) => s.play.ready && !s.right),
  uncalledShare: share(singles, (s) => !s.play.ready),
  minutesRatioSupplyForward: ratio((r) => r.forward),
  minutesRatioMiddleFirst: ratio((r) => r.middle),
  minutesRatioOptimum: mean(small.map((s) => s.ours)) / mean(small.map((s) => s.optimum)),
  repeatShare: repeats / Math.max(1, checksOf.length),
  longestMinutes: Math.max(0, ...singles.map((s) => s.play.minutes)),
  unlistedNamed: share(unlisted, (u) => u.named),
  unlistedWrongCall: share(unlisted, (u) => u.wrong),
  outsideWrongCall: share(outside, (u) => u.wrong),
  pairsShare: share(pairs, (p) => p.found),
  protectionWithCause: opening.length === 0 ? NaN : share(opening, (s) => s.right),
  deadFirstShare: touching.length === 0 ? 1 : share(touching, (dead) => dead),
  partialRightShare: share(partial, (p) => p.right),
  partialWrongCall: share(partial, (p) => p.wrong),
  calibration90: atNinety(bins),
  rankingMs: Math.max(...results.map((r) => r.rankingMs)),
};
const text = page(results, evaluation, bins, EVERY_OTHER, process.argv.includes("--every") ? every : 1);
if (process.argv.includes("--write")) {
  writeFileSync("docs/evaluation.md", text);
  writeFileSync("docs/calibration.svg", reliabilityDiagram(bins));
} else if (!process.argv.includes("--json")) process.stdout.write(text);
if (process.argv.includes("--json")) process.stdout.write(`${JSON.stringify(evaluation)}\n`);
