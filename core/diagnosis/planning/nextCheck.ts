import type { Check } from "./checks.ts";
import { costOf, hazardMinutes, minutesFor, type CheckCost, type Situation } from "./cost.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import { indexItems, itemChances, type ItemIndex } from "../suspects/items.ts";
import { afterOutcome, entropy, itemBase, remainingBits, total } from "./information.ts";
import { bestByRollout } from "./lookAhead.ts";
import {
  liveCases,
  outcomeLabels,
  outcomesOf,
  outcomesOfRepeat,
  type LiveCases,
  type OutcomeLabel,
  type Outcomes,
} from "./outcomes.ts";
import { slipChance } from "../inference/contradictions.ts";
import type { RepeatedReading } from "../inference/repeats.ts";
import { unreachedStates } from "./reached.ts";
import { stageToTouchDead, touchesLive } from "./storedEnergy.ts";
import type { Posterior } from "../inference/posterior.ts";
import type { Row } from "../dictionary/rows.ts";

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
  /** The same reading once more, because much rests on it. */
  readonly repeat: boolean;
  /** Expected information about what to replace, bits. */
  readonly gain: number;
  /** Gain per minute, the hazard of a live reading counted as time. */
  readonly score: number;
  readonly outcomes: readonly OutcomeForecast[];
}

/** An item below this share no longer counts as standing. */
export const STANDING = 0.03;
/** Gains below this are not worth proposing, bits. */
const LEAST_GAIN = 0.004;
/** A check that tells less than this share of the best one's gain only puts the best one off. */
const WORTH_OF_BEST = 0.15;
/** How many of the best are followed further. */
const LOOK_AHEAD = 6;

/** A check with what it would tell and cost, before it is put in words. */
export interface Candidate {
  readonly row: Row;
  readonly outcomes: Outcomes;
  readonly repeat: boolean;
  readonly cost: CheckCost;
  /** Minutes it counts for: its own, writing it down, the hazard. */
  readonly minutes: number;
  readonly gain: number;
  readonly score: number;
}

/**
 * Ranks the checks that are not done yet by expected information about the replaceable item per minute:
 * I(item; outcome) = H(item) − Σ P(outcome)·H(item | outcome), in bits. The best few are
 * compared by what follows them. A
 * reading on which much rests is proposed again, to see whether it was a slip.
 */
export function rankChecks(
  dictionary: Dictionary,
  posterior: Posterior,
  situation: Situation,
  done: ReadonlySet<string>,
  limit = 8,
): Proposal[] {
  const items = indexItems(dictionary);
  const live = liveCases(posterior);
  const candidates = candidatesFor(dictionary, posterior, live, items, situation, done);
  const most = candidates.reduce((top, c) => Math.max(top, c.gain), 0);
  const telling = candidates.filter((c) => c.gain >= WORTH_OF_BEST * most).sort((a, b) => b.score - a.score);
  const ground = { live, outside: posterior.notInModel, situation, made: [] };
  const first = bestByRollout(dictionary.unit, items, ground, telling.slice(0, LOOK_AHEAD), candidates);
  const ranked = first ? [first, ...telling.filter((c) => c !== first)] : telling;
  const now = itemChances(dictionary, posterior, items);
  return ranked.slice(0, limit).map((c) => proposalOf(posterior, live, items, now, c));
}

function candidatesFor(
  dictionary: Dictionary,
  posterior: Posterior,
  live: LiveCases,
  items: ItemIndex,
  situation: Situation,
  done: ReadonlySet<string>,
): Candidate[] {
  const { unit } = dictionary;
  const base = itemBase(live, items);
  const bits = entropy(withOutside(base, items, posterior));
  const danger = hazardMinutes(unit);
  // Checks that read alike in every case tell alike; the cheapest of them is enough.
  const byNumbers = new Map<object, { outcomes: Outcomes; gain: number }>();
  const cheapest = new Map<object, Candidate>();
  const unreached = unreachedStates(dictionary, posterior);
  const stage = stageToTouchDead(unit, done);
  for (const row of dictionary.rows) {
    if (row.check.kind !== "trial" && unreached.has(row.check.setup.state)) continue;
    const repeated = posterior.readings.get(row.check.id);
    const repeat = repeated !== undefined;
    if (repeat ? !isWorthRepeating(posterior, row.check.id, repeated) : done.has(row.check.id)) continue;
    if (stage && touchesLive(stage, row.check)) continue;
    const key = repeat ? row : "chance" in row ? row.chance : row.mean;
    let told = byNumbers.get(key);
    if (!told) {
      const outcomes = repeat ? outcomesOfRepeat(posterior, live, repeated) : outcomesOf(live, row);
      const gain =
        outcomes.classes === 1 || outcomes.differing.length === 0
          ? 0
          : bits - remainingBits(posterior.notInModel, live, base, outcomes, items);
      byNumbers.set(key, (told = { outcomes, gain }));
    }
    if (told.gain < LEAST_GAIN) continue;
    const cost = costOf(unit, situation, row.check);
    const minutes = minutesFor(cost, danger);
    const known = cheapest.get(key);
    if (known && known.minutes <= minutes) continue;
    cheapest.set(key, { row, ...told, repeat, cost, minutes, score: told.gain / minutes });
  }
  return [...cheapest.values()];
}

/** A reading this likely a slip is worth taking again. */
const WORTH_REPEATING = 0.15;

/** Once, where it may well have been a slip; a third time only where the first two disagree. */
function isWorthRepeating(posterior: Posterior, check: string, repeated: RepeatedReading): boolean {
  if (repeated.count >= 2 && (repeated.count > 2 || repeated.groups.length < 2)) return false;
  return slipChance(posterior, check) > WORTH_REPEATING;
}

function withOutside(base: Float64Array, items: ItemIndex, posterior: Posterior): Float64Array {
  const weights = Float64Array.from(base);
  weights[items.outside]! += posterior.notInModel;
  return weights;
}

/** The forecast of one check, for a pair chosen by hand. */
export function forecastCheck(
  dictionary: Dictionary,
  posterior: Posterior,
  situation: Situation,
  check: Check,
): Proposal {
  const items = indexItems(dictionary);
  const live = liveCases(posterior);
  const row = dictionary.row(check);
  const repeated = posterior.readings.get(check.id);
  const outcomes = repeated ? outcomesOfRepeat(posterior, live, repeated) : outcomesOf(live, row);
  const base = itemBase(live, items);
  const bits = entropy(withOutside(base, items, posterior));
  const gain = Math.max(0, bits - remainingBits(posterior.notInModel, live, base, outcomes, items));
  const cost = costOf(dictionary.unit, situation, check);
  const minutes = minutesFor(cost, hazardMinutes(dictionary.unit));
  const candidate = {
    row,
    outcomes,
    repeat: repeated !== undefined,
    cost,
    minutes,
    gain,
    score: gain / minutes,
  };
  return proposalOf(posterior, live, items, itemChances(dictionary, posterior, items), candidate);
}

function proposalOf(
  posterior: Posterior,
  live: LiveCases,
  items: ItemIndex,
  now: Float64Array,
  { row, outcomes, repeat, cost, gain, score }: Candidate,
): Proposal {
  const base = itemBase(live, items);
  const forecasts = outcomeLabels(live, row, outcomes, repeat)
    .map((label, k) => {
      const weights = afterOutcome(posterior.notInModel, live, base, outcomes, items, k);
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
  return { check: row.check, cost, repeat, gain, score, outcomes: forecasts };
}
