import type { UnitModel } from "#core/unit/index.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Row } from "../dictionary/rows.ts";
import { readingAt } from "../inference/fineCases.ts";
import type { Posterior } from "../inference/posterior.ts";
import type { Check } from "../planning/checks.ts";
import { costOf, hazardMinutes, minutesFor, type Situation } from "../planning/cost.ts";
import { unreachedStates } from "../planning/reached.ts";
import { mistakeCost, type Economy } from "../planning/stopping.ts";
import { stageToTouchDead, touchesLive } from "../planning/storedEnergy.ts";
import { itemKey } from "../suspects/items.ts";

/** Two readings this many deviations apart are told apart, and two answers whose chances are this far apart. */
const APART = 4;
const APART_CHANCE = 0.6;
/** Below this chance a fault elsewhere is not looked at: no check is cheap enough for it. */
const LEAST_CHANCE = 1e-3;

/** What a fault looks like at its likeliest size. */
interface Likeliest {
  readonly entry: number;
  readonly chance: number;
}

/**
 * The check that pays before an item is bought: what else may be at fault, elsewhere, would read so differently there that it
 * would show, and the mistakes that it spares cost more than its minutes. Of several, the one that spares most.
 * @returns undefined where none pays
 */
export function rivalCheck(
  dictionary: Dictionary,
  posterior: Posterior,
  situation: Situation,
  done: ReadonlySet<string>,
  item: string,
  economy: Economy,
): Check | undefined {
  const { unit, rows } = dictionary;
  const likeliest = likeliestOf(dictionary, posterior);
  const own = likeliest.get(item)?.reduce((a, b) => (b.chance > a.chance ? b : a));
  if (!own) return undefined;
  const rivals = [...likeliest].flatMap(([at, list]) => (at === item ? [] : list));
  const loss = mistakeCost(unit, item, economy);
  const most = rivals.reduce((sum, r) => sum + r.chance, 0) * loss;
  const unreached = unreachedStates(dictionary, posterior);
  const stage = stageToTouchDead(unit, done);
  let best: { check: Check; worth: number } | undefined;
  for (const row of rows) {
    const { check } = row;
    if (done.has(check.id) || (check.kind !== "trial" && unreached.has(check.setup.state))) continue;
    if (stage && touchesLive(stage, check)) continue;
    const price = priceOf(unit, situation, check, economy);
    if (price >= most || (best && most - price <= best.worth)) continue;
    const spared = rivals.reduce(
      (sum, r) => sum + (areApart(row, posterior, own.entry, r.entry) ? r.chance * loss : 0),
      0,
    );
    const worth = spared - price;
    if (worth > 0 && (!best || worth > best.worth)) best = { check, worth };
  }
  return best?.check;
}

/** By item, what its faults look like; what is outside of the model looks like nothing. */
function likeliestOf(dictionary: Dictionary, posterior: Posterior): Map<string, Likeliest[]> {
  const { fine, fineChances } = posterior;
  const entries = new Map<number, number>();
  fine.suspect.forEach((s, f) => {
    const known = entries.get(s);
    if (known === undefined || fineChances[f]! > fineChances[known]!) entries.set(s, f);
  });
  const byItem = new Map<string, Likeliest[]>();
  for (const [suspect, entry] of entries) {
    const chance = posterior.suspects[suspect]!;
    if (dictionary.suspects[suspect]!.item === undefined || chance < LEAST_CHANCE) continue;
    const key = itemKey(dictionary, suspect);
    byItem.set(key, [...(byItem.get(key) ?? []), { entry, chance }]);
  }
  return byItem;
}

function priceOf(unit: UnitModel, situation: Situation, check: Check, { labourPerHour }: Economy): number {
  return (minutesFor(costOf(unit, situation, check), hazardMinutes(unit)) / 60) * labourPerHour;
}

/** Whether a check reads otherwise in one fine case than in another, so that nobody would take them for each other. */
export function areApart(row: Row, { fine }: Posterior, a: number, b: number): boolean {
  if ("chance" in row) return Math.abs(row.chance[fine.low[a]!]! - row.chance[fine.low[b]!]!) > APART_CHANCE;
  const [one, other] = [readingAt(row, fine, a), readingAt(row, fine, b)];
  return Math.abs(one.mean - other.mean) > APART * Math.hypot(one.sd, other.sd);
}
