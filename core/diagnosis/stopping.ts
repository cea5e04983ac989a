import type { UnitModel } from "#core/unit/index.ts";
import { OVERHEAD_MINUTES } from "./cost.ts";
import type { Proposal } from "./nextCheck.ts";

/** What time and mistakes cost a shop, in its own money. */
export interface Economy {
  readonly labourPerHour: number;
  /** Coming back because the wrong thing was replaced. */
  readonly secondVisit: number;
  /** How sure is sure enough to replace an item without another check. */
  readonly callChance: number;
}

/** Common practice, no source: an hour's labour, and half of it to come again. */
export const ECONOMY: Economy = { labourPerHour: 60, secondVisit: 35, callChance: 0.97 };

/** Replacing now against one more check first. Money, expected. */
export interface StopOrCheck {
  /** Item that it is cheapest to replace as things stand, and what that costs, the chance of being wrong included. */
  readonly item: string;
  readonly now: number;
  /** The check, and the cheapest replacement after each of its outcomes; undefined where no check is left. */
  readonly checkFirst?: number;
  readonly advice: "replace" | "check";
}

interface Chance {
  readonly item: string;
  readonly chance: number;
}

/**
 * Expected cost of replacing the best item at these chances: its price and labour, and, in the measure in which it is
 * the wrong one, a second visit and the same again for the next in line.
 */
export function replacementCost(
  unit: UnitModel,
  chances: readonly Chance[],
  economy: Economy,
): { item: string; cost: number } {
  const costs = chances.flatMap(({ item, chance }) => {
    const price = priceOf(unit, item, economy);
    if (price === undefined) return [];
    const others = chances.filter((c) => c.item !== item && priceOf(unit, c.item, economy) !== undefined);
    const rest = others.reduce((sum, c) => sum + c.chance, 0);
    const next =
      rest > 0
        ? others.reduce((sum, c) => sum + (c.chance / rest) * priceOf(unit, c.item, economy)!, 0)
        : price;
    return [{ item, cost: price + (1 - chance) * (economy.secondVisit + next) }];
  });
  return costs.sort((a, b) => a.cost - b.cost)[0] ?? { item: "", cost: Infinity };
}

/** Price and labour of an item, or of the items of a pair. */
function priceOf(unit: UnitModel, id: string, { labourPerHour }: Economy): number | undefined {
  let sum = 0;
  for (const one of id.split("+")) {
    const item = unit.items.find((i) => i.id === one);
    if (!item) return undefined;
    sum += item.price + (item.minutes / 60) * labourPerHour;
  }
  return sum;
}

/** Whether to replace now or to check first: the cheaper by expectation. */
export function stopOrCheck(
  unit: UnitModel,
  chances: readonly Chance[],
  proposal: Proposal | undefined,
  economy: Economy = ECONOMY,
): StopOrCheck {
  const now = replacementCost(unit, chances, economy);
  if (!proposal) return { item: now.item, now: now.cost, advice: "replace" };
  const minutes = proposal.cost.minutes + OVERHEAD_MINUTES;
  let checkFirst = (minutes / 60) * economy.labourPerHour;
  let covered = 0;
  for (const { chance, leaves } of proposal.outcomes) {
    checkFirst += chance * Math.min(now.cost * 3, replacementCost(unit, leaves, economy).cost);
    covered += chance;
  }
  checkFirst += (1 - covered) * now.cost;
  return { item: now.item, now: now.cost, checkFirst, advice: now.cost <= checkFirst ? "replace" : "check" };
}
