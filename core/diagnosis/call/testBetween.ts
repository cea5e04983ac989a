import type { UnitModel } from "#core/unit/index.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import { readingCheck, type Check, type ReadingCheck } from "../planning/checks.ts";
import { netOf, pointOnNet } from "../planning/pointNets.ts";
import { costOf, hazardMinutes, minutesFor, type Situation } from "../planning/cost.ts";
import type { DirectPlace } from "./directPlace.ts";
import { SHOWS } from "./directTest.ts";

/**
 * Ohms between two places that nothing belongs between, dead, with a plug off that either has or none: no part lies across them,
 * so that the dictionary has no such rows. What reads there is at these places, so that nothing else is held against it.
 * @param i the case that is to show
 * @returns the one that takes least of those in which it shows; undefined where none does, or for a part of the unit
 */
export function testBetween(
  dictionary: Dictionary,
  situation: Situation,
  done: ReadonlySet<string>,
  i: number,
  { part, pairs }: DirectPlace,
): Check | undefined {
  const { unit } = dictionary;
  if (unit.parts.some((p) => p.id === part)) return undefined;
  const open = pairs.flatMap((pair) => checksBetween(unit, pair)).filter((check) => !done.has(check.id));
  const two = dictionary.beside(i, open);
  const danger = hazardMinutes(unit);
  const shown = open.flatMap((check) => {
    const { mean, sd } = two.get(check.id)!;
    const apart = Math.abs(mean[1]! - mean[0]!) > SHOWS * Math.hypot(sd[0]!, sd[1]!);
    return apart ? [{ check, minutes: minutesFor(costOf(unit, situation, check), danger) }] : [];
  });
  return shown.sort((x, y) => x.minutes - y.minutes)[0]?.check;
}

function checksBetween(unit: UnitModel, [a, b]: readonly [string, string]): ReadingCheck[] {
  const [red, black] = [pointOnNet(unit, a), pointOnNet(unit, b)];
  if (!red || !black) return [];
  const plugs = unit.lifts.filter((l) => l.terminals.some((t) => [a, b].includes(netOf(unit, t) ?? "")));
  return unit.states
    .filter((s) => s.power === "dead")
    .flatMap(({ id: state }) =>
      [[], ...plugs.map((l) => [l.id])].map((lifts) =>
        readingCheck({ state, lifts }, "ohm", red.id, black.id),
      ),
    );
}
