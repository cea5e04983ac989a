import type { UnitModel } from "#core/unit/index.ts";
import { costOf, hazardMinutes, minutesFor, situationAfter, type Situation } from "./cost.ts";
import { afterOutcome, entropy, itemBase, remainingBits, total } from "./information.ts";
import type { ItemIndex } from "../suspects/items.ts";
import type { Candidate } from "./nextCheck.ts";
import { outcomesOf, type LiveCases, type Outcomes } from "./outcomes.ts";

/** Checks tried at each further step: those that tell most now. */
const FURTHER = 12;
/** How many further steps are followed before the rest is reckoned by its entropy. */
const DEPTH = 5;
/** Outcomes less likely than this are not looked behind. */
const UNLIKELY = 0.01;
/** Where less than this is left to ask, bits, the matter is settled. */
const SETTLED = 0.05;

/** What stands at one point of the course that checks may take. */
interface Ground {
  readonly live: LiveCases;
  /** Chance of "not in the model". */
  readonly outside: number;
  readonly situation: Situation;
  /** Checks made on the way here. */
  readonly made: readonly Candidate["row"][];
}

/**
 * The best of a few checks: the one after which it takes the fewest minutes when at every further step the check that
 * tells most per minute is made: a rollout of the greedy policy, cut off at a few steps.
 * @returns undefined where there is none
 */
export function bestByRollout(
  unit: UnitModel,
  items: ItemIndex,
  ground: Ground,
  best: readonly Candidate[],
  all: readonly Candidate[],
): Candidate | undefined {
  if (best.length < 2) return best[0];
  const further = [...all]
    .filter((c) => !c.repeat)
    .sort((a, b) => b.gain - a.gain)
    .slice(0, FURTHER);
  const rollout = new Rollout(unit, items, further);
  let first: Candidate | undefined;
  let least = Infinity;
  for (const candidate of best) {
    const minutes = rollout.minutesAfter(ground, candidate, candidate.outcomes, candidate.minutes, DEPTH);
    if (minutes >= least) continue;
    least = minutes;
    first = candidate;
  }
  return first;
}

class Rollout {
  private readonly unit: UnitModel;
  private readonly items: ItemIndex;
  private readonly further: readonly Candidate[];
  private readonly danger: number;

  constructor(unit: UnitModel, items: ItemIndex, further: readonly Candidate[]) {
    this.unit = unit;
    this.items = items;
    this.further = further;
    this.danger = hazardMinutes(unit);
  }

  /** A check's own minutes, and those that follow each of its outcomes. */
  minutesAfter(
    ground: Ground,
    { row }: Candidate,
    outcomes: Outcomes,
    minutes: number,
    depth: number,
  ): number {
    const { live, outside } = ground;
    const base = itemBase(live, this.items);
    const situation = situationAfter(this.unit, ground.situation, row.check);
    let sum = minutes;
    for (let k = 0; k < outcomes.classes; k++) {
      const weights = afterOutcome(outside, live, base, outcomes, this.items, k);
      const chance = total(weights);
      const bits = entropy(weights);
      if (chance < UNLIKELY || bits < SETTLED) continue;
      const then = {
        live: afterwards(live, outcomes, k, chance),
        outside: outside / outcomes.classes / chance,
        situation,
        made: [...ground.made, row],
      };
      sum += chance * this.minutesFrom(then, bits, depth);
    }
    return sum;
  }

  /** Minutes to settle what is left, by what tells most per minute at every step; nothing where nothing tells. */
  private minutesFrom(ground: Ground, bits: number, depth: number): number {
    const { live, outside, situation, made } = ground;
    const base = itemBase(live, this.items);
    let best: { candidate: Candidate; outcomes: Outcomes; minutes: number } | undefined;
    let top = 0;
    for (const candidate of this.further) {
      if (made.includes(candidate.row)) continue;
      const outcomes = outcomesOf(live, candidate.row);
      if (outcomes.classes === 1 || outcomes.differing.length === 0) continue;
      const told = bits - remainingBits(outside, live, base, outcomes, this.items);
      if (told < 0.05 * bits) continue;
      const minutes = minutesFor(costOf(this.unit, situation, candidate.row.check), this.danger);
      if (told / minutes <= top) continue;
      top = told / minutes;
      best = { candidate, outcomes, minutes };
    }
    if (!best) return 0;
    if (depth <= 1) return Math.max(best.minutes, bits / top);
    return this.minutesAfter(ground, best.candidate, best.outcomes, best.minutes, depth - 1);
  }
}

/** The live cases once outcome k is known. */
function afterwards(
  live: LiveCases,
  { pooled, differing, chance }: Outcomes,
  k: number,
  sum: number,
): LiveCases {
  const m = differing.length;
  const weights = new Float64Array(live.chance.length);
  const shared = pooled[k]! / sum;
  for (let j = 0; j < weights.length; j++) weights[j] = live.chance[j]! * shared;
  for (let d = 0; d < m; d++) {
    const j = differing[d]!;
    weights[j] = (live.chance[j]! * chance[k * m + d]!) / sum;
  }
  const kept: number[] = [];
  for (let j = 0; j < weights.length; j++) if (weights[j]! > 5e-3) kept.push(j);
  kept.sort((a, b) => weights[b]! - weights[a]!);
  return {
    index: Int32Array.from(kept, (j) => live.index[j]!),
    chance: Float64Array.from(kept, (j) => weights[j]!),
    total: kept.reduce((all, j) => all + weights[j]!, 0),
    supplySd: live.supplySd,
  };
}
