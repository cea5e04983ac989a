import { parseArgs } from "node:util";
import { learnFrom, withExperience, type PastCalls } from "#core/diagnosis/index.ts";
import { seeded } from "#core/quantity/index.ts";
import { isRight, playOn, setUp, type Bench } from "./isolate/trial.ts";

/**
 * `npm run bench:learn`: what a shop's history is worth. A shop meets some faults of a unit far oftener than the catalogue has
 * them; its closed jobs, a few of them called wrong, are learned from; then every fault is played with and without that, weighed
 * by how often the shop meets it. The same history is then given to a shop that meets what the catalogue says: it misleads.
 */
const { values, positionals } = parseArgs({
  options: { json: { type: "boolean" }, every: { type: "string", default: "3" } },
  allowPositionals: true,
});
const FILES = positionals.length > 0 ? positionals : ["glasswasher-gw4", "dock-bd3", "gate-cg2"];
/** Closed jobs of the unit in the history. */
const JOBS = 60;
/** Of these, called wrong and never noticed. */
const WRONG = 0.05;
/** Faults that this shop meets, and how many times as often as the catalogue has them. */
const USUAL = 4;
const TIMES = 15;
const SEED = 11;

interface Outcome {
  readonly weightHere: number;
  readonly weightCatalogue: number;
  readonly plain: { readonly minutes: number; readonly right: boolean };
  readonly learned: { readonly minutes: number; readonly right: boolean };
}

const outcomes = FILES.flatMap((name, k) => trial(`demo/units/${name}.json`, SEED + k));
const figures = {
  units: FILES.length,
  faults: outcomes.length,
  historyJobs: JOBS,
  minutesRatioLearned: ratio("weightHere"),
  minutesRatioMisled: ratio("weightCatalogue"),
  rightPlain: right("weightHere", "plain"),
  rightLearned: right("weightHere", "learned"),
  rightMisledPlain: right("weightCatalogue", "plain"),
  rightMisled: right("weightCatalogue", "learned"),
};
process.stdout.write(values.json ? `${JSON.stringify(figures)}\n` : `${JSON.stringify(figures, null, 2)}\n`);

function trial(file: string, seed: number): Outcome[] {
  const bench = setUp(file, Number(values.every));
  const random = seeded(seed);
  const prior = new Map(bench.dictionary.suspects.map((s) => [s.id, s.prior]));
  const listed = bench.faults.filter((f) => prior.has(f.id));
  const usual = new Set<string>();
  while (usual.size < Math.min(USUAL, listed.length))
    usual.add(listed[Math.floor(random() * listed.length)]!.id);
  const catalogue = shares(listed.map((f) => prior.get(f.id)!));
  const here = shares(listed.map((f) => prior.get(f.id)! * (usual.has(f.id) ? TIMES : 1)));
  const history = Array.from({ length: JOBS }, () => listed[draw(here, random)]!.id);
  const calls = history.map((fault): PastCalls => {
    const suspect = random() < WRONG ? listed[draw(catalogue, random)]!.id : fault;
    const { item } = bench.dictionary.suspects.find((s) => s.id === suspect)!;
    return { unit: bench.unit.id, suspect, item: item!, jobs: 1, trust: 1 };
  });
  const experience = learnFrom(bench.unit, new Map([[bench.unit.id, bench.unit]]), calls, []);
  const taught: Bench = { ...bench, dictionary: withExperience(bench.dictionary, experience) };
  return listed.map(({ id, truth }, i): Outcome => {
    const [plain, learned] = [bench, taught].map((b) => {
      const play = playOn(b, truth, "information", 100 + i);
      return { minutes: play.minutes, right: isRight(b, id, play.item) };
    });
    process.stderr.write(
      `${bench.unit.id} ${id} ${plain!.minutes.toFixed(1)} → ${learned!.minutes.toFixed(1)} min\n`,
    );
    return { weightHere: here[i]!, weightCatalogue: catalogue[i]!, plain: plain!, learned: learned! };
  });
}

function shares(weights: readonly number[]): number[] {
  const sum = weights.reduce((a, w) => a + w, 0);
  return weights.map((w) => w / sum);
}

function draw(of: readonly number[], random: () => number): number {
  let left = random();
  return Math.max(
    0,
    of.findIndex((p) => (left -= p) <= 0),
  );
}

/** Mean minutes with what was learned over those without, faults weighed. */
function ratio(weight: "weightHere" | "weightCatalogue"): number {
  const minutes = (how: "plain" | "learned") =>
    outcomes.reduce((sum, o) => sum + o[weight] * o[how].minutes, 0);
  return Number((minutes("learned") / minutes("plain")).toFixed(3));
}

function right(weight: "weightHere" | "weightCatalogue", how: "plain" | "learned"): number {
  const all = outcomes.reduce((sum, o) => sum + o[weight], 0);
  return Number((outcomes.reduce((sum, o) => sum + (o[how].right ? o[weight] : 0), 0) / all).toFixed(3));
}
