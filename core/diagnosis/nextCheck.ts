import type { UnitModel } from "#core/unit/index.ts";
import type { Check } from "./checks.ts";
import { costOf, type CheckCost, type Situation } from "./cost.ts";
import type { Dictionary, Row } from "./dictionary.ts";
import { itemKey } from "./items.ts";
import {
  liveCases,
  outcomeLabels,
  outcomesOf,
  type LiveCases,
  type OutcomeLabel,
  type Outcomes,
} from "./outcomes.ts";
import type { Posterior } from "./posterior.ts";

/** What one outcome of a check would leave. */
export interface OutcomeForecast {
  readonly label: OutcomeLabel;
  readonly chance: number;
  /** Items still standing after it, most likely first, with their chance then. */
  readonly leaves: readonly { readonly item: string; readonly chance: number }[];
  /** Items standing now that it would clear. */
  readonly clears: readonly string[];
}

/** A check worth making, with why. */
export interface Proposal {
  readonly check: Check;
  readonly cost: CheckCost;
  /** Expected information about what to replace, bits. */
  readonly gain: number;
  /** Gain per minute, the hazard of a live reading counted as time. */
  readonly score: number;
  readonly outcomes: readonly OutcomeForecast[];
}

/** A live reading counts as this much longer than it takes. Common practice: dead checks where they tell nearly as much. */
const HAZARD_MINUTES = 0.5;
/** An item below this share no longer counts as standing. */
export const STANDING = 0.03;
/** Gains below this are not worth proposing, bits. */
const LEAST_GAIN = 0.004;
/** A check that tells less than this share of the best one's gain only puts the best one off. */
const WORTH_OF_BEST = 0.15;
/** Setting down the tools and writing the finding down. */
const OVERHEAD_MINUTES = 0.4;

/**
 * Ranks the checks of `rows` that are not done yet by expected information about the replaceable item per minute:
 * I(item; outcome) = H(item) − Σ P(outcome)·H(item | outcome), in bits.
 */
export function rankChecks(
  dictionary: Dictionary,
  posterior: Posterior,
  situation: Situation,
  done: ReadonlySet<string>,
  limit = 8,
): Proposal[] {
  const items = indexItems(dictionary);
  const now = itemChances(dictionary, posterior, items);
  const bits = entropy(now);
  const live = liveCases(posterior);
  const ranked: { row: Row; cost: CheckCost; gain: number; score: number }[] = [];
  for (const row of dictionary.rows) {
    if (done.has(row.check.id)) continue;
    const gain = bits - remainingBits(posterior, live, outcomesOf(live, row), items);
    if (gain < LEAST_GAIN) continue;
    const cost = costOf(dictionary.unit, situation, row.check);
    ranked.push({
      row,
      cost,
      gain,
      score:
        gain /
        (cost.minutes + OVERHEAD_MINUTES + (cost.live && hazardous(dictionary.unit) ? HAZARD_MINUTES : 0)),
    });
  }
  const most = ranked.reduce((top, r) => Math.max(top, r.gain), 0);
  const telling = ranked.filter((r) => r.gain >= WORTH_OF_BEST * most).sort((a, b) => b.score - a.score);
  return telling.slice(0, limit).map(({ row, ...rest }) => ({
    check: row.check,
    ...rest,
    outcomes: forecast(posterior, live, row, outcomesOf(live, row), items, now),
  }));
}

/** The forecast of one check, for a pair chosen by hand. */
export function forecastCheck(
  dictionary: Dictionary,
  posterior: Posterior,
  situation: Situation,
  check: Check,
): Proposal {
  const items = indexItems(dictionary);
  const now = itemChances(dictionary, posterior, items);
  const live = liveCases(posterior);
  const row = dictionary.row(check);
  const outcomes = outcomesOf(live, row);
  const gain = Math.max(0, entropy(now) - remainingBits(posterior, live, outcomes, items));
  const cost = costOf(dictionary.unit, situation, check);
  return {
    check,
    cost,
    gain,
    score: gain / (cost.minutes + OVERHEAD_MINUTES),
    outcomes: forecast(posterior, live, row, outcomes, items, now),
  };
}

function hazardous(unit: UnitModel): boolean {
  return unit.hazards.some((h) => h.kind === "mains" || h.kind === "stored-energy");
}

interface ItemIndex {
  readonly keys: readonly string[];
  /** Per case, the index of its item. */
  readonly ofCase: Int32Array;
  /** Index of the entry that stands for "not in the model". */
  readonly outside: number;
}

function indexItems(dictionary: Dictionary): ItemIndex {
  const keys = [...new Set(dictionary.suspects.map((_, i) => itemKey(dictionary, i)))];
  const ofCase = Int32Array.from(dictionary.cases, (c) => keys.indexOf(itemKey(dictionary, c.suspect)));
  return { keys, ofCase, outside: keys.indexOf(itemKey(dictionary, 1)) };
}

function itemChances(dictionary: Dictionary, posterior: Posterior, items: ItemIndex): Float64Array {
  const chances = new Float64Array(items.keys.length);
  for (let i = 0; i < dictionary.cases.length; i++) chances[items.ofCase[i]!]! += posterior.cases[i]!;
  chances[items.outside]! += posterior.notInModel;
  return chances;
}

/** Entropy in bits of weights that need not sum to one; 0 for none. */
export function entropy(weights: ArrayLike<number>): number {
  let sum = 0;
  let logs = 0;
  for (let i = 0; i < weights.length; i++) {
    const w = weights[i]!;
    if (w <= 0) continue;
    sum += w;
    logs += w * Math.log2(w);
  }
  return sum > 0 ? Math.log2(sum) - logs / sum : 0;
}

/** Item weights after outcome k; they sum to its chance. */
function afterOutcome(
  posterior: Posterior,
  live: LiveCases,
  { chance, classes }: Outcomes,
  items: ItemIndex,
  k: number,
): Float64Array {
  const n = live.index.length;
  const weights = new Float64Array(items.keys.length);
  for (let j = 0; j < n; j++) weights[items.ofCase[live.index[j]!]!]! += live.chance[j]! * chance[k * n + j]!;
  weights[items.outside]! += posterior.notInModel / classes;
  return weights;
}

function remainingBits(posterior: Posterior, live: LiveCases, outcomes: Outcomes, items: ItemIndex): number {
  let bits = 0;
  for (let k = 0; k < outcomes.classes; k++) {
    const weights = afterOutcome(posterior, live, outcomes, items, k);
    bits += total(weights) * entropy(weights);
  }
  return bits;
}

function forecast(
  posterior: Posterior,
  live: LiveCases,
  row: Row,
  outcomes: Outcomes,
  items: ItemIndex,
  now: Float64Array,
): OutcomeForecast[] {
  return outcomeLabels(live, row, outcomes)
    .map((label, k) => {
      const weights = afterOutcome(posterior, live, outcomes, items, k);
      const sum = total(weights);
      const after = items.keys.map((item, j) => ({ item, chance: weights[j]! / sum, was: now[j]! }));
      return {
        label,
        chance: sum,
        leaves: after
          .filter((e) => e.chance >= STANDING)
          .sort((a, b) => b.chance - a.chance)
          .map(({ item, chance }) => ({ item, chance })),
        clears: after
          .filter((e) => e.was >= STANDING && e.chance < STANDING)
          .sort((a, b) => b.was - a.was)
          .map((e) => e.item),
      };
    })
    .filter((o) => o.chance > 0.005);
}

function total(weights: Float64Array): number {
  let sum = 0;
  for (const w of weights) sum += w;
  return sum;
}
