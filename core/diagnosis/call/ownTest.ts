import { needsLive } from "#core/meter/index.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Evidence } from "../inference/evidence.ts";
import type { Posterior } from "../inference/posterior.ts";
import type { Check } from "../planning/checks.ts";
import { costOf, hazardMinutes, minutesFor } from "../planning/cost.ts";
import { mistakeCost, type Economy } from "../planning/stopping.ts";
import { directPlace, isDirectAt } from "./directPlace.ts";
import { directTest, likeliestEntry } from "./directTest.ts";
import type { CallGround } from "./call.ts";
import { feedTest, readsVolts, supplyOf } from "./feedTest.ts";
import { testBetween } from "./testBetween.ts";
import type { Proof } from "./proof.ts";
import { itemKey } from "../suspects/items.ts";

/** Share of faults that are none the program can think of, and look elsewhere like one it knows. Common practice, no source. */
const OUTSIDE_SHARE = 0.05;

/**
 * The reading of the suspect by itself, where only readings elsewhere speak for it: wires crossed in another loom make a sound
 * pin look open from everywhere but across it. Of what is read by what it gives out, what goes in. Not where it costs more than
 * the mistakes it spares.
 */
export function ownTest(
  dictionary: Dictionary,
  posterior: Posterior,
  ground: CallGround,
  suspect: number,
  proofs: readonly Proof[],
  economy: Economy,
): Check | undefined {
  const { unit, suspects } = dictionary;
  const { findings, situation, done } = ground;
  const place = directPlace(unit, suspects[suspect]!);
  if (!place) return undefined;
  const supply = supplyOf(unit, place.part);
  const isDirect = (check: Check) =>
    isDirectAt(unit, place, check) || (supply !== undefined && readsVolts(unit, supply.output, check));
  const direct = new Map(
    findings.flatMap((f) => (f.kind !== "claim" && isDirect(f.check) ? [[f.id, f]] : [])),
  );
  const item = itemKey(dictionary, suspect);
  const own = proofs.flatMap((p) => direct.get(p.finding) ?? []);
  // What gives out nothing is at fault only where something goes in; read dead or on the bench, it needs no feed.
  const feed = () =>
    supply && own.every((f) => isTooLittle(dictionary, f))
      ? feedTest(dictionary, posterior, ground, supply)
      : undefined;
  const entry = likeliestEntry(dictionary, posterior, item);
  const itself = () =>
    directTest(dictionary, posterior, ground, item, place) ??
    testBetween(dictionary, situation, done, posterior.fine.low[entry]!, place);
  const check = (own.length > 0 ? undefined : itself()) ?? feed();
  if (!check) return undefined;
  const minutes = minutesFor(costOf(unit, situation, check), hazardMinutes(unit));
  const price = (minutes / 60) * economy.labourPerHour;
  return price < OUTSIDE_SHARE * mistakeCost(unit, item, economy) ? check : undefined;
}

/** Whether a finding is a live reading that is less than it should be. */
function isTooLittle(dictionary: Dictionary, finding: Evidence): boolean {
  if (finding.kind !== "reading" || !needsLive(finding.check.fn)) return false;
  const row = dictionary.row(finding.check);
  return "mean" in row && Math.abs(finding.value) < Math.abs(row.mean[0]!);
}
