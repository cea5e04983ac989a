import { FUNCTION_UNIT, needsLive } from "#core/meter/index.ts";
import { CATALOGUE, type UnitModel } from "#core/unit/index.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Posterior } from "../inference/posterior.ts";
import { costOf, hazardMinutes, minutesFor } from "../planning/cost.ts";
import type { Check, ReadingCheck } from "../planning/checks.ts";
import { netOf, pointOnNet } from "../planning/pointNets.ts";
import { unreachedStates } from "../planning/reached.ts";
import { stageToTouchDead, touchesLive } from "../planning/storedEnergy.ts";
import { conductedNets } from "../planning/throughConductors.ts";
import type { CallGround } from "./call.ts";

/** Volts below which nothing is fed: a reading that is no more in the healthy unit shows no feed. */
const LEAST_FEED = 1;

/** A net that is to have volts, and the common that they are read to. */
export type Feed = readonly [hot: string, common: string];

/** What gives out what it takes in as other volts: the nets of its feed, and of what it gives out. */
export interface Supply {
  readonly feed: Feed;
  readonly output: Feed;
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
 * The side of a part in series that is fed, where a reading to a reference has found too little at the other.
 * @param tooLittle live readings that were less than they should be
 * @returns undefined where none of them is at the part
 */
export function feedBefore(
  unit: UnitModel,
  part: string,
  tooLittle: readonly ReadingCheck[],
): Feed | undefined {
  const one = unit.parts.find((p) => p.id === part);
  if (!one) return undefined;
  const references = new Set(unit.references.map((r) => r.point));
  for (const pair of CATALOGUE.get(one.type)!.across) {
    const [a, b] = [one.terminals[pair[0]]!, one.terminals[pair[1]]!];
    for (const { red, black } of tooLittle) {
      if (!references.has(black)) continue;
      const [hot, common] = [netAt(unit, red), netAt(unit, black)!];
      if (hot === a || hot === b) return [hot === a ? b : a, common];
    }
  }
  return undefined;
}

/**
 * Whether a check reads volts between a net and its common: at the nearest place of the net that a probe reaches, to whatever
 * conductors join to the common, which is taken where it is at hand.
 */
export function readsVolts(unit: UnitModel, feed: Feed, check: Check): check is ReadingCheck {
  return isReadAt(unit, placeOf(unit, feed), check);
}

interface FeedPlace {
  readonly hot: string | undefined;
  readonly common: ReadonlySet<string>;
}

function placeOf(unit: UnitModel, [hot, common]: Feed): FeedPlace {
  const reached = [...conductedNets(unit, hot)].find((net) => pointOnNet(unit, net));
  return { hot: reached, common: conductedNets(unit, common) };
}

function isReadAt(unit: UnitModel, { hot, common }: FeedPlace, check: Check): check is ReadingCheck {
  if (check.kind !== "reading" || !needsLive(check.fn) || FUNCTION_UNIT[check.fn] !== "V") return false;
  const [red, black] = [netAt(unit, check.red), netAt(unit, check.black)];
  if (red === undefined || black === undefined) return false;
  return (red === hot && common.has(black)) || (black === hot && common.has(red));
}

function netAt(unit: UnitModel, id: string): string | undefined {
  const point = unit.points.find((p) => p.id === id);
  return point && netOf(unit, point.terminal ?? point.id);
}

/**
 * The volts that go into what gives out none, or too few: a supply or a contact that nobody feeds is as sound as one that is
 * switched off, whatever the drawing has between it and its feed.
 * @returns the cheapest such reading; undefined where one was taken, and where no two points show it
 */
export function feedTest(
  dictionary: Dictionary,
  posterior: Posterior,
  { findings, situation, done }: CallGround,
  feed: Feed,
): Check | undefined {
  const { unit } = dictionary;
  const place = placeOf(unit, feed);
  if (findings.some((f) => f.kind !== "claim" && isReadAt(unit, place, f.check))) return undefined;
  const unreached = unreachedStates(dictionary, posterior);
  const stage = stageToTouchDead(unit, done);
  const danger = hazardMinutes(unit);
  let best: { check: Check; minutes: number } | undefined;
  for (const row of dictionary.rows) {
    const { check } = row;
    if ("chance" in row || !isReadAt(unit, place, check) || done.has(check.id)) continue;
    if (unreached.has(check.setup.state) || (stage && touchesLive(stage, check))) continue;
    if (Math.abs(row.mean[0]!) < LEAST_FEED) continue;
    const minutes = minutesFor(costOf(unit, situation, check), danger);
    if (!best || minutes < best.minutes) best = { check, minutes };
  }
  return best?.check;
}
