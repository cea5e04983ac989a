import { FUNCTION_UNIT, needsLive } from "#core/meter/index.ts";
import { CATALOGUE, type UnitModel } from "#core/unit/index.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Posterior } from "../inference/posterior.ts";
import { costOf, hazardMinutes, minutesFor } from "../planning/cost.ts";
import type { Check, ReadingCheck } from "../planning/checks.ts";
import { netOf } from "../planning/pointNets.ts";
import { unreachedStates } from "../planning/reached.ts";
import { stageToTouchDead, touchesLive } from "../planning/storedEnergy.ts";
import { conductedNets } from "../planning/throughConductors.ts";
import type { CallGround } from "./call.ts";

/** Volts below which nothing is fed: a reading that is no more in the healthy unit shows no feed. */
const LEAST_FEED = 1;

/** What gives out what it takes in as other volts: the nets of its feed, and of what it gives out. */
export interface Supply {
  readonly feed: readonly [string, string];
  readonly output: readonly [string, string];
}

/** @returns undefined for a part that is no such supply */
export function supplyOf(unit: UnitModel, part: string): Supply | undefined {
  const one = unit.parts.find((p) => p.id === part);
  if (!one) return undefined;
  const kind = CATALOGUE.get(one.type)!;
  if (!kind.fed) return undefined;
  const nets = ([a, b]: readonly [string, string]) => [one.terminals[a]!, one.terminals[b]!] as const;
  const winding = kind.secondary && ([kind.secondary[0]!, kind.secondary.at(-1)!] as const);
  // Of what has no winding, what it gives out is the pair that it is not fed at.
  const output = winding ?? kind.across.find((pair) => pair.join() !== kind.fed!.join())!;
  return { feed: nets(kind.fed), output: nets(output) };
}

/**
 * Whether a check reads volts between the first of two nets and the second, or what conductors join to the second: the common of a
 * rail is taken where it is at hand.
 */
export function readsVolts(
  unit: UnitModel,
  [hot, common]: readonly [string, string],
  check: Check,
): check is ReadingCheck {
  if (check.kind !== "reading" || !needsLive(check.fn) || FUNCTION_UNIT[check.fn] !== "V") return false;
  const [red, black] = [check.red, check.black].map((id) => {
    const point = unit.points.find((p) => p.id === id);
    return point && netOf(unit, point.terminal ?? point.id);
  });
  const other = red === hot ? black : black === hot ? red : undefined;
  return other !== undefined && conductedNets(unit, common).has(other);
}

/**
 * The volts that go into a supply that gives out none, or too few: one that nobody feeds is as sound as one that is switched off,
 * whatever the drawing has between it and its feed.
 * @returns the cheapest such reading; undefined where one was taken, and where no two points show it
 */
export function feedTest(
  dictionary: Dictionary,
  posterior: Posterior,
  { findings, situation, done }: CallGround,
  { feed }: Supply,
): Check | undefined {
  const { unit } = dictionary;
  if (findings.some((f) => f.kind !== "claim" && readsVolts(unit, feed, f.check))) return undefined;
  const unreached = unreachedStates(dictionary, posterior);
  const stage = stageToTouchDead(unit, done);
  const danger = hazardMinutes(unit);
  let best: { check: Check; minutes: number } | undefined;
  for (const row of dictionary.rows) {
    const { check } = row;
    if ("chance" in row || !readsVolts(unit, feed, check) || done.has(check.id)) continue;
    if (unreached.has(check.setup.state) || (stage && touchesLive(stage, check))) continue;
    if (Math.abs(row.mean[0]!) < LEAST_FEED) continue;
    const minutes = minutesFor(costOf(unit, situation, check), danger);
    if (!best || minutes < best.minutes) best = { check, minutes };
  }
  return best?.check;
}
