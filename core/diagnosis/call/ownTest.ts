import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Evidence } from "../inference/evidence.ts";
import type { Posterior } from "../inference/posterior.ts";
import type { Check } from "../planning/checks.ts";
import { costOf, hazardMinutes, minutesFor, type Situation } from "../planning/cost.ts";
import { mistakeCost, type Economy } from "../planning/stopping.ts";
import { directPlace, isDirectAt } from "./directPlace.ts";
import { directTest, likeliestEntry } from "./directTest.ts";
import { testBetween } from "./testBetween.ts";
import type { Proof } from "./proof.ts";
import { itemKey } from "../suspects/items.ts";

/** Share of faults that are none the program can think of, and look elsewhere like one it knows. Common practice, no source. */
const OUTSIDE_SHARE = 0.05;

/**
 * The reading of the suspect by itself, where only readings elsewhere speak for it: wires crossed in another loom make a sound
 * pin look open from everywhere but across it. Not where it costs more than the mistakes it spares.
 */
export function ownTest(
  dictionary: Dictionary,
  posterior: Posterior,
  {
    findings,
    situation,
    done,
  }: { findings: readonly Evidence[]; situation: Situation; done: ReadonlySet<string> },
  suspect: number,
  proofs: readonly Proof[],
  economy: Economy,
): Check | undefined {
  const { unit, suspects } = dictionary;
  const place = directPlace(unit, suspects[suspect]!);
  if (!place) return undefined;
  const direct = new Set(
    findings.flatMap((f) => (f.kind !== "claim" && isDirectAt(unit, place, f.check) ? [f.id] : [])),
  );
  if (proofs.some((p) => direct.has(p.finding))) return undefined;
  const item = itemKey(dictionary, suspect);
  const entry = likeliestEntry(dictionary, posterior, item);
  const check =
    directTest(dictionary, posterior, situation, done, item, place) ??
    testBetween(dictionary, situation, done, posterior.fine.low[entry]!, place);
  if (!check) return undefined;
  const minutes = minutesFor(costOf(unit, situation, check), hazardMinutes(unit));
  const price = (minutes / 60) * economy.labourPerHour;
  return price < OUTSIDE_SHARE * mistakeCost(unit, item, economy) ? check : undefined;
}
