import type { Dictionary } from "../dictionary/dictionary.ts";
import { checksOf, type Evidence } from "../inference/evidence.ts";
import { fineReadings } from "../inference/fineCases.ts";
import { weigh, type Posterior } from "../inference/posterior.ts";
import { toScale } from "../dictionary/scale.ts";
import { openedDevice } from "./openedDevice.ts";
import { bestSingle, likelyPairs } from "./pairs.ts";
import { relevantUnlisted } from "./relevance.ts";
import { screened } from "./screening.ts";
import { sizesBetween, unlistedBetween } from "./sizesBetween.ts";
import { NOT_IN_MODEL, type SuspectList } from "./suspects.ts";

/** The listed faults explain badly when more than this is left to “not in the model”, or to slips. */
const STRAIN_OUTSIDE = 0.1;
const STRAIN_SLIPS = 0.5;
/** Standard deviations, squared, at which one reading counts as not explained at all. */
const MOST_SQUARED = 25;
/** Unlisted faults kept once the findings have been held against them, and the least chance of one against the leader's. */
const MOST_KEPT = 6;
const LEAST_KEPT = 0.004;
/** … and of those that would open what leads as opened, however unlikely. */
const MOST_CAUSES = 6;
/** Unlisted faults tried where the listed ones explain badly, and where something is about to be called. */
const TRIED_WHEN_STRAINED = 36;
const TRIED_BEFORE_A_CALL = 26;

/** The findings weighed over the listed faults, and over more than those where they do not do. */
export interface Weighed {
  readonly dictionary: Dictionary;
  readonly posterior: Posterior;
}

/** What may be opened beyond the listed single faults. */
export interface Beyond {
  /** False: pairs of faults only, which cost little. */
  readonly unlisted: boolean;
  /** Also where the listed faults explain the findings: before something is called. */
  readonly always?: boolean;
}

/** What is opened where an answer must be there at once. */
export const LISTED: Beyond = { unlisted: false };

/**
 * Weighs findings over the listed faults; where those explain them badly, over pairs of faults too, and over what no list
 * has but the unit's geometry makes possible: bridges, wires changed over, another part than belongs there. Those that
 * then look best are solved as circuits.
 */
export function weighFindings(
  dictionary: Dictionary,
  findings: readonly Evidence[],
  { unlisted, always = false }: Beyond = { unlisted: true },
): Weighed {
  const posterior = weigh(dictionary, findings);
  const strained = isStrained(dictionary, posterior, findings);
  if (!strained && !always) return { dictionary, posterior };
  const pairs = strained
    ? likelyPairs(dictionary, posterior, findings, bestSingle(dictionary, posterior))
    : { suspects: [], cases: [] };
  const tried = strained ? TRIED_WHEN_STRAINED : TRIED_BEFORE_A_CALL;
  const more = unlisted
    ? joined(
        dictionary,
        joined(dictionary, pairs, likelyUnlisted(dictionary, posterior, findings, tried)),
        sizesBetween(dictionary, posterior, findings),
      )
    : pairs;
  if (more.cases.length === 0) return { dictionary, posterior };
  const wider = extended(dictionary, more);
  return { dictionary: wider, posterior: weigh(wider, findings) };
}

/** Whether the listed single faults explain the findings badly: by what is left to the outside, to slips, or to chance. */
export function isStrained(
  dictionary: Dictionary,
  posterior: Posterior,
  findings: readonly Evidence[],
): boolean {
  if (findings.filter((f) => f.kind !== "claim").length < 2) return false;
  return (
    posterior.notInModel > STRAIN_OUTSIDE ||
    expectedSlips(posterior) > STRAIN_SLIPS ||
    isFarOff(dictionary, posterior, findings)
  );
}

/** Readings that are slips, in the mean over the cases. */
function expectedSlips({ readings, fineChances }: Posterior): number {
  let slips = 0;
  for (const repeated of readings.values())
    fineChances.forEach((chance, i) => {
      if (chance > 2e-4) slips += chance * repeated.slipped(i);
    });
  return slips;
}

/**
 * Whether the readings, all together, lie further from the likeliest case than chance would put them: the sum of their
 * squared standard scores against its expectation and three deviations, n + 3·√(2n).
 */
function isFarOff(dictionary: Dictionary, posterior: Posterior, findings: readonly Evidence[]): boolean {
  const { fine, fineChances, supply } = posterior;
  let best = 0;
  fineChances.forEach((chance, f) => {
    if (chance > fineChances[best]!) best = f;
  });
  if (dictionary.suspects[fine.suspect[best]!]!.intermittent !== undefined) return false;
  const i = fine.low[best]!;
  let squared = 0;
  let n = 0;
  for (const finding of findings) {
    if (finding.kind !== "reading") continue;
    const row = dictionary.row(finding.check);
    if ("chance" in row) continue;
    const { mean, sd, slope } = fineReadings(row, fine);
    const expected = mean[best]! + slope[best]! * (supply.mean[i]! - 1);
    const spread = Math.hypot(sd[best]!, slope[best]! * Math.sqrt(supply.variance[i]!));
    squared += Math.min(MOST_SQUARED, ((toScale(finding.check.fn, finding.value) - expected) / spread) ** 2);
    n++;
  }
  return n > 0 && squared > n + 3 * Math.sqrt(2 * n);
}

/** The unlisted faults that stand once the findings are held against them. */
function likelyUnlisted(
  dictionary: Dictionary,
  posterior: Posterior,
  findings: readonly Evidence[],
  most: number,
): SuspectList {
  const leading = dictionary.suspects[indexOfMost(posterior.suspects)]!;
  const device = openedDevice(dictionary.unit, leading);
  const relevant = relevantUnlisted(dictionary, findings, most, leading.part);
  // What would open the device that leads is kept however unlikely, so that all of them are held against it.
  const candidates =
    device === undefined ? screened(dictionary, posterior, findings, relevant, LEAST_KEPT) : relevant;
  if (candidates.suspects.length === 0) return candidates;
  const checks = checksOf(findings);
  const first = dictionary.suspects.length;
  const coarse = dictionary.withMore(candidates, checks);
  const best = bestSingle(dictionary, posterior);
  const cases = unlistedBetween(candidates, coarse, findings, first, best);
  const tried = dictionary.withMore({ suspects: candidates.suspects, cases }, checks);
  const held = weigh(tried, findings);
  const least = LEAST_KEPT * Math.max(...posterior.suspects);
  const ranked = candidates.suspects
    .map((suspect, k) => ({ suspect, k, chance: held.suspects[first + k]! }))
    .sort((a, b) => b.chance - a.chance);
  const likely = ranked.filter(({ chance }) => chance > least).slice(0, MOST_KEPT);
  const opensIt = (k: number) =>
    tried.cases.some((c, i) => c.suspect === first + k && tried.opens(i).has(device!));
  const causes = device === undefined ? [] : ranked.filter((r) => !likely.includes(r) && opensIt(r.k));
  const kept = [...likely, ...causes.slice(0, MOST_CAUSES)];
  return {
    suspects: kept.map(({ suspect }) => suspect),
    cases: kept.flatMap(({ k }, at) =>
      cases.filter((c) => c.suspect === first + k).map((c) => ({ ...c, suspect: first + at })),
    ),
  };
}

function indexOfMost(list: ArrayLike<number>): number {
  let best = 0;
  for (let i = 1; i < list.length; i++) if (list[i]! > list[best]!) best = i;
  return best;
}

/** Two lists of further suspects as one; the second is numbered after the first. */
function joined({ suspects }: Dictionary, one: SuspectList, other: SuspectList): SuspectList {
  const shift = one.suspects.length;
  return {
    suspects: [...one.suspects, ...other.suspects],
    cases: [
      ...one.cases,
      ...other.cases.map((c) => ({ ...c, suspect: c.suspect + (c.suspect >= suspects.length ? shift : 0) })),
    ],
  };
}

const extensions = new WeakMap<Dictionary, { key: string; dictionary: Dictionary }>();

/** The dictionary with more suspects in; the last one is kept for when the same are wanted again. */
function extended(dictionary: Dictionary, more: SuspectList): Dictionary {
  const key = JSON.stringify([more.suspects.map((s) => [s.id, s.prior]), more.cases]);
  const last = extensions.get(dictionary);
  if (last?.key === key) return last.dictionary;
  const wider = dictionary.withMore(more);
  extensions.set(dictionary, { key, dictionary: wider });
  return wider;
}

/** Whether the findings lie outside what the model can say. */
export function isOutside({ suspects }: Dictionary, posterior: Posterior): boolean {
  const outside = posterior.suspects[suspects.findIndex((s) => s.id === NOT_IN_MODEL)]!;
  return posterior.suspects.every((p) => p <= outside);
}
