import type { Item, UnitModel } from "#core/unit/index.ts";
import { entropy } from "./information.ts";
import type { Proposal } from "./nextCheck.ts";

/** What time and mistakes cost a shop, in its own money. */
export interface Economy {
  readonly labourPerHour: number;
  /** Coming back because the wrong thing was replaced. */
  readonly secondVisit: number;
  /** What the customer loses while the unit stands until then. */
  readonly downTime: number;
  /** What a part bought in vain costs in the customer's trust. */
  readonly trust: number;
  /** How sure is sure enough to replace an item without another check. */
  readonly callChance: number;
  /** … and where no check is left that would tell more. */
  readonly lastChance: number;
}

/** Common practice, no source: an hour's labour, half of it to come again, and about as much again for the rest. */
export const ECONOMY: Economy = {
  labourPerHour: 60,
  secondVisit: 35,
  downTime: 30,
  trust: 20,
  callChance: 0.97,
  lastChance: 0.95,
};

/** Replacing the leading item now, against checking on until the right one is known. Money, expected. */
export interface StopOrCheck {
  /** What it comes to on average if the item is replaced now, and one goes on from there where it was not it. */
  readonly now: number;
  /** What it comes to if checks go on until the right item is known; undefined where no check is left. */
  readonly checkOn?: number;
  /** Replace it; replace it as the cheapest test there is, being more likely good than bad; or check on. */
  readonly advice: "replace" | "test" | "check";
}

export interface Chance {
  readonly item: string;
  readonly chance: number;
}

/**
 * Reckons two policies. Checking on: the minutes that are left, and then the right item's price and labour. Replacing the
 * item now: its price and labour, and, in the measure in which it is the wrong one, a part bought in vain, a second visit,
 * the time until then, and from there the cheaper of checking on and of replacing the others in turn.
 * @param chances of items, "not in the model" among them
 * @param minutesLeft until the right item is known by checks; undefined where none is left
 */
export function stopOrCheck(
  unit: UnitModel,
  chances: readonly Chance[],
  item: string,
  minutesLeft: number | undefined,
  economy: Economy = ECONOMY,
): StopOrCheck | undefined {
  const price = priceOf(unit, item, economy);
  const own = chances.find((c) => c.item === item)?.chance ?? 0;
  if (price === undefined) return undefined;
  const rest = chances.filter((c) => c.item !== item);
  const checks = (list: readonly Chance[]) =>
    minutesLeft === undefined
      ? undefined
      : (minutesLeft / 60) * economy.labourPerHour + rightPrice(unit, list, economy);
  const inTurn = replaceInTurn(unit, rest, economy);
  const after = Math.min(inTurn, checks(rest) ?? Infinity);
  const now = price + (1 - own) * (wrongPart(economy) + after);
  const checkOn = checks(chances);
  const cheaper = checkOn === undefined || now <= checkOn;
  return {
    now,
    ...(checkOn === undefined ? {} : { checkOn }),
    advice: !cheaper ? "check" : own >= 0.5 ? "replace" : "test",
  };
}

/** Minutes of checks until the right item is known: what is left to be told, at the pace of the best check. */
export function minutesToSettle(chances: readonly Chance[], best: Proposal | undefined): number | undefined {
  if (!best) return undefined;
  const own = best.cost.minutes;
  if (!(best.score > 0)) return own;
  return Math.max(own, entropy(chances.map((c) => c.chance)) / best.score);
}

/** What it costs to buy an item in vain: the part itself, and all that comes with it. */
export function mistakeCost(unit: UnitModel, item: string, economy: Economy = ECONOMY): number {
  return wrongPart(economy) + (priceOf(unit, item, economy) ?? 0);
}

function wrongPart({ secondVisit, downTime, trust }: Economy): number {
  return secondVisit + downTime + trust;
}

/** Price and labour of the right item, in the mean; what is in no item costs another visit. */
function rightPrice(unit: UnitModel, chances: readonly Chance[], economy: Economy): number {
  let sum = 0;
  let all = 0;
  for (const { item, chance } of chances) {
    sum += chance * (priceOf(unit, item, economy) ?? wrongPart(economy));
    all += chance;
  }
  return all > 0 ? sum / all : 0;
}

/** Replacing one item after the other, the likeliest per money first, until the fault is gone. */
function replaceInTurn(unit: UnitModel, chances: readonly Chance[], economy: Economy): number {
  const priced = chances
    .map((c) => ({ chance: c.chance, price: priceOf(unit, c.item, economy) ?? wrongPart(economy) }))
    .sort((a, b) => b.chance / b.price - a.chance / a.price);
  let left = priced.reduce((sum, c) => sum + c.chance, 0);
  if (left <= 0) return 0;
  const whole = left;
  let cost = 0;
  for (const { chance, price } of priced) {
    cost += (left / whole) * price;
    left -= chance;
    cost += (Math.max(0, left) / whole) * wrongPart(economy);
  }
  return cost;
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
