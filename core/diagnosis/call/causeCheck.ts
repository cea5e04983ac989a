import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Posterior } from "../inference/posterior.ts";
import type { Check } from "../planning/checks.ts";
import { costOf, hazardMinutes, minutesFor, type Situation } from "../planning/cost.ts";
import { unreachedStates } from "../planning/reached.ts";
import { stageToTouchDead, touchesLive } from "../planning/storedEnergy.ts";
import { openedDevice } from "../suspects/openedDevice.ts";
import { areApart } from "./rivals.ts";

/**
 * A cause is tested once the findings have brought its odds against the device alone down to this share of what they began as.
 * One reading that speaks against it, and might be a slip of the probe, brings them to about 1/80.
 */
const TESTED = 1 / 60;

/**
 * The check that is owed before something that has opened is called by itself: of what would open it, and what no finding has
 * spoken against yet, it shows most per minute. However unlikely such a cause was to begin with, a new fuse would tell of it
 * with a bang.
 * @returns undefined where every cause that a check can show is tested
 */
export function causeCheck(
  dictionary: Dictionary,
  posterior: Posterior,
  situation: Situation,
  done: ReadonlySet<string>,
  suspect: number,
): Check | undefined {
  const { unit, suspects, cases, rows } = dictionary;
  const device = openedDevice(unit, suspects[suspect]!);
  if (device === undefined) return undefined;
  const { fine, fineChances } = posterior;
  let own = -1;
  fine.suspect.forEach((s, f) => {
    if (s === suspect && (own < 0 || fineChances[f]! > fineChances[own]!)) own = f;
  });
  const alone = posterior.suspects[suspect]! / suspects[suspect]!.prior;
  const untested = cases.flatMap((c, i) => {
    if (c.suspect === suspect || suspects[c.suspect]!.both || !dictionary.opens(i).has(device)) return [];
    const entry = fine.own[i]!;
    const began = suspects[c.suspect]!.prior * fine.share[entry]!;
    return fineChances[entry]! / began > TESTED * alone ? [{ entry, began }] : [];
  });
  if (untested.length === 0) return undefined;
  const unreached = unreachedStates(dictionary, posterior);
  const stage = stageToTouchDead(unit, done);
  const danger = hazardMinutes(unit);
  let best: { check: Check; score: number } | undefined;
  for (const row of rows) {
    const { check } = row;
    if (done.has(check.id) || (check.kind !== "trial" && unreached.has(check.setup.state))) continue;
    if (stage && touchesLive(stage, check)) continue;
    const shown = untested.reduce(
      (sum, { entry, began }) => sum + (areApart(row, posterior, own, entry) ? began : 0),
      0,
    );
    if (shown === 0) continue;
    const score = shown / minutesFor(costOf(unit, situation, check), danger);
    if (!best || score > best.score) best = { check, score };
  }
  return best?.check;
}
