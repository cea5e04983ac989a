import type { Item, UnitModel } from "#core/unit/index.ts";
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
  const priced = chances.flatMap(({ item, chance }) => {
    const price = priceOf(unit, item, economy);
    return price === undefined ? [] : [{ item, chance, price }];
  });
  const all = priced.reduce((sum, c) => sum + c.chance, 0);
  const allPrices = priced.reduce((sum, c) => sum + c.chance * c.price, 0);
  let best = { item: "", cost: Infinity };
  for (const { item, chance, price } of priced) {
    // The next in line: the mean price of the others, by their chances.
    const rest = all - chance;
    const next = rest > 1e-12 ? (allPrices - chance * price) / rest : price;
    const cost = price + (1 - chance) * (economy.secondVisit + next);
    if (cost < best.cost) best = { item, cost };
  }
  return best;
}

const byId = new WeakMap<UnitModel, ReadonlyMap<string, Item>>();

function itemsOf(unit: UnitModel): ReadonlyMap<string, Item> {
  let items = byId.get(unit);
  if (!items) byId.set(unit, (items = new Map(unit.items.map((i) => [i.id, i]))));
  return items;
}

/** Price and labour of an item, or of the items of a pair. */
function priceOf(unit: UnitModel, id: string, { labourPerHour }: Economy): number | undefined {
  let sum = 0;
  for (const one of id.split("+")) {
    const item = itemsOf(unit).get(one);
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
