import {
  costOf,
  fromScale,
  isSettled,
  itemKey,
  minutesFor,
  hazardMinutes,
  optimalMinutes,
  rankChecks,
  situationAfter,
  split,
  weigh,
  weightOf,
  type Dictionary,
  type Evidence,
  type ReadingRow,
  type Situation,
  type SmallProblem,
} from "#core/diagnosis/index.ts";
import { seeded } from "#core/quantity/index.ts";
import type { Bench } from "./trial.ts";

/** Expected minutes on one small problem, by the default order and by the best policy there is. */
export interface SmallResult {
  readonly ours: number;
  readonly optimum: number;
}

const FAULTS = 7;
const CHECKS = 9;

/** Small problems drawn from a unit: a few of its faults, and a few checks that tell among them. */
export function playSmall(bench: Bench, seed: number, count: number): SmallResult[] {
  const random = seeded(seed);
  const results: SmallResult[] = [];
  for (let tries = 0; tries < 4 * count && results.length < count; tries++) {
    const small = draw(bench, random);
    if (!small) continue;
    const optimum = optimalMinutes(small.problem, START);
    if (optimum > 0) results.push({ ours: ourMinutes(small), optimum });
  }
  return results;
}

const START: Situation = { band: "unproven", lifts: [], coversOff: [] };

interface Small {
  readonly dictionary: Dictionary;
  readonly cases: readonly number[];
  readonly rows: readonly ReadingRow[];
  readonly problem: SmallProblem<Situation>;
}

function draw({ dictionary, unit }: Bench, random: () => number): Small | undefined {
  const shuffle = <T>(list: readonly T[]) =>
    list
      .map((entry) => ({ entry, at: random() }))
      .sort((a, b) => a.at - b.at)
      .map(({ entry }) => entry);
  const cases = shuffle([...dictionary.cases.keys()].slice(1)).slice(0, FAULTS);
  const telling = dictionary.rows.filter(
    (row): row is ReadingRow => "mean" in row && classes(row, cases).some((k) => k > 0),
  );
  const rows = shuffle(telling).slice(0, CHECKS);
  if (rows.length < CHECKS) return undefined;
  const chosen = new Set(cases.map((i) => dictionary.cases[i]!.suspect));
  if (chosen.size < FAULTS) return undefined;
  const danger = hazardMinutes(unit);
  const problem: SmallProblem<Situation> = {
    weights: cases.map((i) => dictionary.suspects[dictionary.cases[i]!.suspect]!.prior),
    items: cases.map((i) => itemKey(dictionary, dictionary.cases[i]!.suspect)),
    checks: rows.map((row) => classes(row, cases)),
    cost: (c, situation) => {
      const { check } = rows[c]!;
      return {
        minutes: minutesFor(costOf(unit, situation, check), danger),
        then: situationAfter(unit, situation, check),
      };
    },
    key: (s) => `${s.band}/${s.state ?? ""}/${s.lifts.join()}/${[...s.coversOff].sort().join()}`,
  };
  const kept = new Set(cases);
  const restricted: Dictionary = {
    ...dictionary,
    rows,
    cases: dictionary.cases.map((c, i) =>
      kept.has(i) ? { ...c, share: 1 } : { ...c, share: 0, faults: [] },
    ),
  };
  return { dictionary: restricted, cases, rows, problem };
}

/** Results that a meter tells apart, as class numbers: readings are sorted, and a wide enough gap begins a class. */
function classes(row: ReadingRow, cases: readonly number[]): number[] {
  const order = [...cases].sort((a, b) => row.mean[a]! - row.mean[b]!);
  const classOf = new Map<number, number>();
  let k = 0;
  order.forEach((i, n) => {
    const before = order[n - 1];
    if (
      before !== undefined &&
      row.mean[i]! - row.mean[before]! > 4 * Math.hypot(row.sd[i]!, row.sd[before]!)
    )
      k++;
    classOf.set(i, k);
  });
  return cases.map((i) => classOf.get(i)!);
}

/** Expected minutes when every check is the one ranked first. */
function ourMinutes({ dictionary, cases, rows, problem }: Small): number {
  const whole = 2 ** cases.length - 1;
  const walk = (faults: number, situation: Situation, evidence: readonly Evidence[]): number => {
    if (isSettled(problem, faults)) return 0;
    const done = new Set(evidence.flatMap((e) => (e.kind === "claim" ? [] : [e.check.id])));
    const ranked = rankChecks(dictionary, weigh(dictionary, evidence), situation, done, CHECKS);
    const index = ranked
      .filter((p) => !p.repeat)
      .map((p) => rows.findIndex((row) => row.check.id === p.check.id))
      .find((c) => split(problem, faults, c).length > 1);
    const c = index ?? rows.findIndex((_, r) => split(problem, faults, r).length > 1);
    const row = rows[c]!;
    const { minutes, then } = problem.cost(c, situation);
    const rest = split(problem, faults, c).map((part) => {
      const first = cases[Math.log2(part & -part)]!;
      const reading: Evidence = {
        kind: "reading",
        id: `r${evidence.length}`,
        check: row.check,
        value: fromScale(row.check.fn, row.mean[first]!),
      };
      return (weightOf(problem, part) / weightOf(problem, faults)) * walk(part, then, [...evidence, reading]);
    });
    return minutes + rest.reduce((sum, m) => sum + m, 0);
  };
  return walk(whole, START, []);
}
