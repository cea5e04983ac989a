import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Evidence } from "./evidence.ts";
import {
  answerLikelihood,
  fellAway,
  readingDensities,
  supplyAtStart,
  mixIntermittent,
  type SupplyBelief,
} from "./likelihood.ts";
import { byCase, fineCases, type FineCases } from "./fineCases.ts";
import { RepeatedReading } from "./repeats.ts";
import { spreadOnScale, toScale } from "../dictionary/scale.ts";
import { NOT_IN_MODEL } from "../suspects/suspects.ts";

/** What the findings leave. All chances sum to 1 over their own list. */
export interface Posterior {
  /** Per case; the rest of the mass is `notInModel`. */
  readonly cases: Float64Array;
  readonly notInModel: number;
  /** Per suspect, in the dictionary's order. */
  readonly suspects: Float64Array;
  readonly supply: SupplyBelief;
  /** The cases with the sizes between them, and the chance of each. */
  readonly fine: FineCases;
  readonly fineChances: Float64Array;
  /** Readings taken, by check; their numbers are those of the fine cases. */
  readonly readings: ReadonlyMap<string, RepeatedReading>;
  /** Log likelihood, by check (or claim), of all that was found there: per fine case, and outside the model in the last entry. */
  readonly logs: ReadonlyMap<string, Float64Array>;
  /** Chances of the suspects before any finding. */
  readonly start: Float64Array;
  /** Per finding, in order, the chances of the suspects once it was weighed. */
  readonly after: readonly { readonly id: string; readonly suspects: Float64Array }[];
}

/** A repeat of a look or a beep adds this share of its weight: the same error may be in both. */
const REPEAT = 0.3;

/** Weighs the findings in their order, by log-sum-exp. Repeats of one reading are weighed together. */
export function weigh(dictionary: Dictionary, findings: readonly Evidence[]): Posterior {
  const { cases, suspects } = dictionary;
  const fine = fineCases(dictionary);
  const n = fine.count;
  // The last entry is "not in the model".
  const log = new Float64Array(n + 1);
  for (let i = 0; i < n; i++) log[i] = Math.log(suspects[fine.suspect[i]!]!.prior * fine.share[i]!);
  log[n] = Math.log(suspects.find((s) => s.id === NOT_IN_MODEL)!.prior);
  // The same without the readings: what the complaint alone leaves, against which a fault outside the model is held.
  const fromAnswers = log.slice();
  let beforeReadings = normalised(fromAnswers);
  const supply = supplyAtStart(n);
  const readings = new Map<string, RepeatedReading>();
  const logs = new Map<string, Float64Array>();
  const away = new Map<string, Float64Array>();
  const answered = new Set<string>();
  const start = bySuspect(dictionary, fine, normalised(log));
  let after: Posterior["after"] | undefined;
  const steps = findings.map((finding) => {
    if (finding.kind === "reading") {
      const { check } = finding;
      const row = dictionary.row(check);
      if ("chance" in row) throw new RangeError(`${check.id} is an observation, not a reading.`);
      const y = toScale(check.fn, finding.value);
      const repeated = readings.get(check.id) ?? new RepeatedReading();
      readings.set(check.id, repeated);
      const { honest, slip } = readingDensities(row, fine, y, supply, beforeReadings, repeated.count > 0);
      repeated.add(y, NEAR * spreadOnScale(check.fn, finding.value, 0), honest, slip);
      const joint = new Float64Array(n + 1);
      for (let i = 0; i <= n; i++) joint[i] = repeated.log(i);
      mixIntermittent(dictionary, fine, joint.subarray(0, n));
      // Once a reading was seen to fall away, it is one that does, however often it is taken again.
      if (finding.away !== undefined)
        away.set(check.id, fellAway(dictionary, fine, row, y, toScale(check.fn, finding.away)));
      away.get(check.id)?.forEach((l, i) => (joint[i]! += l));
      const before = logs.get(check.id);
      logs.set(check.id, joint);
      for (let i = 0; i <= n; i++) log[i]! += joint[i]! - (before?.[i] ?? 0);
    } else {
      const likelihood = answerLikelihood(dictionary, fine, beforeReadings, finding);
      const key = finding.kind === "claim" ? finding.id : finding.check.id;
      const factor = answered.has(key) ? REPEAT : 1;
      answered.add(key);
      const own = logs.get(key) ?? new Float64Array(n + 1);
      logs.set(key, own);
      for (let i = 0; i <= n; i++) {
        const add = factor * (i < n ? likelihood.cases[i]! : likelihood.notInModel);
        own[i]! += add;
        log[i]! += add;
        fromAnswers[i]! += add;
      }
      beforeReadings = normalised(fromAnswers);
    }
    return { id: finding.id, log: log.slice() };
  });
  const chances = normalised(log);
  return {
    cases: byCase(cases.length, fine, chances),
    notInModel: chances[n]!,
    suspects: bySuspect(dictionary, fine, chances),
    supply: supplyByCase(cases.length, fine, chances, supply),
    fine,
    fineChances: chances.subarray(0, n),
    readings,
    logs,
    start,
    get after() {
      return (after ??= steps.map((s) => ({
        id: s.id,
        suspects: bySuspect(dictionary, fine, normalised(s.log)),
      })));
    },
  };
}

/** Two readings of one check agree within so many deviations of the meter. */
const NEAR = 4;

/** No suspect ever leaves the list for good: a floor far below anything one shows. */
const FLOOR = 1e-12;

function normalised(log: Float64Array): Float64Array {
  let top = -Infinity;
  for (const value of log) top = Math.max(top, value);
  const chances = new Float64Array(log.length);
  let sum = 0;
  for (let i = 0; i < log.length; i++) sum += chances[i] = Math.max(FLOOR, Math.exp(log[i]! - top));
  for (let i = 0; i < log.length; i++) chances[i]! /= sum;
  return chances;
}

function bySuspect(dictionary: Dictionary, fine: FineCases, chances: Float64Array): Float64Array {
  const own = new Float64Array(dictionary.suspects.length);
  fine.suspect.forEach((suspect, i) => (own[suspect]! += chances[i]!));
  own[dictionary.suspects.findIndex((s) => s.id === NOT_IN_MODEL)] = chances[fine.count]!;
  return own;
}

/** The supply as each case has it: the mean over the sizes that it stands for, by their chances. */
function supplyByCase(
  cases: number,
  fine: FineCases,
  chances: Float64Array,
  { mean, variance }: SupplyBelief,
): SupplyBelief {
  const weights = byCase(cases, fine, chances);
  const weighted = (values: Float64Array) =>
    byCase(
      cases,
      fine,
      values.map((v, f) => v * chances[f]!),
    ).map((sum, i) => sum / weights[i]!);
  return { mean: weighted(mean), variance: weighted(variance) };
}
