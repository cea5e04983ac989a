import { needsLive } from "#core/meter/index.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Evidence } from "../inference/evidence.ts";
import type { Posterior } from "../inference/posterior.ts";
import type { Check, ReadingCheck } from "../planning/checks.ts";
import { costOf, hazardMinutes, minutesFor } from "../planning/cost.ts";
import { mistakeCost, type Economy } from "../planning/stopping.ts";
import { directPlace, isDirectAt } from "./directPlace.ts";
import { directTest, likeliestEntry } from "./directTest.ts";
import { aloneTest } from "./aloneTest.ts";
import type { CallGround } from "./call.ts";
import { feedBefore, feedTest, readsVolts, supplyOf } from "./feedTest.ts";
import { testBetween } from "./testBetween.ts";
import type { Proof } from "./proof.ts";
import { itemKey } from "../suspects/items.ts";

/** Share of faults that are none the program can think of, and look elsewhere like one it knows. Common practice, no source. */
const OUTSIDE_SHARE = 0.05;

/** A check before a call, and what the call waits for until it is made. */
export interface OwnTest {
  readonly check: Check;
  readonly waits: "own" | "feed" | "alone";
}

/**
 * The reading of the suspect by itself, where only readings elsewhere speak for it: wires crossed in another loom make a sound
 * pin look open from everywhere but across it. Of what is read by what it gives out, what goes in; of what reads low with everything connected, the part alone. Not where it costs more than
 * the mistakes it spares.
 */
export function ownTest(
  dictionary: Dictionary,
  posterior: Posterior,
  ground: CallGround,
  suspect: number,
  proofs: readonly Proof[],
  economy: Economy,
): OwnTest | undefined {
  const { unit, suspects } = dictionary;
  const { findings, situation, done } = ground;
  const place = directPlace(unit, suspects[suspect]!);
  if (!place) return undefined;
  const supply = supplyOf(unit, place.part);
  const isDirect = (check: Check) =>
    isDirectAt(unit, place, check) || (supply !== undefined && readsVolts(unit, supply.output, check));
  const directly = new Map(
    findings.flatMap((f) => (f.kind !== "claim" && isDirect(f.check) ? [[f.id, f]] : [])),
  );
  const item = itemKey(dictionary, suspect);
  const own = proofs.flatMap((p) => directly.get(p.finding) ?? []);
  const pays = (check: Check | undefined, waits: OwnTest["waits"]): OwnTest | undefined => {
    if (!check) return undefined;
    const minutes = minutesFor(costOf(unit, situation, check), hazardMinutes(unit));
    const price = (minutes / 60) * economy.labourPerHour;
    return price < OUTSIDE_SHARE * mistakeCost(unit, item, economy) ? { check, waits } : undefined;
  };
  if (own.length > 0 && !supply) return pays(aloneTest(dictionary, ground, place.part, own), "alone");
  // What gives out nothing is at fault only where something goes in; read dead or on the bench, it needs no feed.
  const feed = () => {
    const little = (supply ? own : findings).flatMap((f) => tooLittle(dictionary, f) ?? []);
    if (supply) return little.length === own.length ? supply.feed : undefined;
    return feedBefore(unit, place.part, little);
  };
  const entry = likeliestEntry(dictionary, posterior, item);
  const itself = () =>
    directTest(dictionary, posterior, ground, item, place) ??
    testBetween(dictionary, situation, done, posterior.fine.low[entry]!, place) ??
    (supply && feedTest(dictionary, posterior, ground, supply.output));
  const before = () => {
    const pair = feed();
    return pair && feedTest(dictionary, posterior, ground, pair);
  };
  const direct = own.length > 0 ? undefined : itself();
  return direct ? pays(direct, "own") : pays(before(), "feed");
}

/** The check of a live reading that is less than it should be. */
function tooLittle(dictionary: Dictionary, finding: Evidence): ReadingCheck | undefined {
  if (finding.kind !== "reading" || !needsLive(finding.check.fn)) return undefined;
  const row = dictionary.row(finding.check);
  return "mean" in row && Math.abs(finding.value) < Math.abs(row.mean[0]!) ? finding.check : undefined;
}
