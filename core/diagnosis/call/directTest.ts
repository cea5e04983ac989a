import { FUNCTION_UNIT, needsLive } from "#core/meter/index.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Row } from "../dictionary/rows.ts";
import { readingAt } from "../inference/fineCases.ts";
import type { Posterior } from "../inference/posterior.ts";
import type { Check } from "../planning/checks.ts";
import { costOf, hazardMinutes, minutesFor } from "../planning/cost.ts";
import { unreachedStates } from "../planning/reached.ts";
import { stageToTouchDead, touchesLive } from "../planning/storedEnergy.ts";
import type { CallGround } from "./call.ts";
import { weightsByAnswers } from "./proof.ts";
import { isDirectAt, type DirectPlace } from "./directPlace.ts";
import { itemKey } from "../suspects/items.ts";

/** Deviations from the healthy reading from which a fault shows itself beyond doubt. */
export const SHOWS = 6;
/** Two cases nearer than this many deviations read alike. */
const ALIKE = 3;
/** Of everything else that the customer's answers leave, at most this share may read as the item does. */
const MOST_ALIKE = 0.25;
/** A test that says the same of a twentieth of everything else costs twice its minutes: it would have to be made again nearer. */
const VAGUE = 20;

/**
 * The check that puts an item to the proof: it reads otherwise than in the healthy unit if the item is at fault, and
 * hardly anything else that the customer's words leave reads so. Cheapest by minutes, dead before live by what a live one counts for, and the plainer its
 * answer the better.
 * @param place only checks of this place
 * @returns undefined where no check is left that would
 */
export function directTest(
  dictionary: Dictionary,
  posterior: Posterior,
  { findings, situation, done }: CallGround,
  item: string,
  place?: DirectPlace,
): Check | undefined {
  const { unit, cases } = dictionary;
  const own = Uint8Array.from(cases, (c) => (itemKey(dictionary, c.suspect) === item ? 1 : 0));
  const { fine } = posterior;
  const entry = likeliestEntry(dictionary, posterior, item);
  if (entry < 1) return undefined;
  const likeliest = fine.low[entry]!;
  const weights = new Float64Array(cases.length);
  weightsByAnswers(dictionary, posterior, findings).forEach((w, f) => (weights[fine.low[f]!]! += w));
  const unreached = unreachedStates(dictionary, posterior);
  const danger = hazardMinutes(unit);
  const stage = stageToTouchDead(unit, done);
  let best: { check: Check; cost: number } | undefined;
  for (const row of dictionary.rows) {
    const { check } = row;
    if (done.has(check.id) || (check.kind !== "trial" && unreached.has(check.setup.state))) continue;
    if (stage && touchesLive(stage, check)) continue;
    if (place && !isDirectAt(unit, place, check)) continue;
    const at = "chance" in row ? undefined : readingAt(row, fine, entry);
    if (!shows(row, likeliest, at)) continue;
    const minutes = minutesFor(costOf(unit, situation, check), danger);
    if (best && best.cost <= minutes) continue;
    let alike = 0;
    let all = 0;
    for (let i = 0; i < cases.length; i++) {
      if (own[i] === 1) continue;
      all += weights[i]!;
      if (readsAlike(row, likeliest, i, at)) alike += weights[i]!;
    }
    const share = alike / all;
    const cost = minutes * (1 + VAGUE * share);
    if (share <= MOST_ALIKE && (!best || cost < best.cost)) best = { check, cost };
  }
  return best?.check;
}

/** What a reading is in the likeliest case of the item, at its likeliest size. */
type Expected = { readonly mean: number; readonly sd: number } | undefined;

function shows(row: Row, i: number, at: Expected): boolean {
  if ("chance" in row) return row.check.kind === "trial" && Math.abs(row.chance[i]! - row.chance[0]!) > 0.4;
  const apart = Math.abs(at!.mean - row.mean[0]!);
  // A few tenths of a volt are no proof of anything.
  const least = needsLive(row.check.fn) && FUNCTION_UNIT[row.check.fn] === "V" ? 0.2 : 0;
  return apart > SHOWS * Math.hypot(at!.sd, row.sd[0]!) && apart > least;
}

function readsAlike(row: Row, a: number, b: number, at: Expected): boolean {
  if ("chance" in row) return Math.abs(row.chance[a]! - row.chance[b]!) < 0.3;
  return Math.abs(at!.mean - row.mean[b]!) < ALIKE * Math.hypot(at!.sd, row.sd[b]!);
}

/** The fine case that the item most likely is; -1 where it is none. */
export function likeliestEntry(
  dictionary: Dictionary,
  { fine, fineChances }: Posterior,
  item: string,
): number {
  let entry = -1;
  fine.suspect.forEach((s, f) => {
    if (itemKey(dictionary, s) === item && (entry < 0 || fineChances[f]! > fineChances[entry]!)) entry = f;
  });
  return entry;
}
