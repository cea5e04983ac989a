import type { Dictionary } from "./dictionary.ts";
import type { Evidence } from "./evidence.ts";
import { findingLikelihood, supplyAtStart, type SupplyBelief } from "./likelihood.ts";
import { NOT_IN_MODEL } from "./suspects.ts";

/** What the findings leave. All chances sum to 1 over their own list. */
export interface Posterior {
  /** Per case; the rest of the mass is `notInModel`. */
  readonly cases: Float64Array;
  readonly notInModel: number;
  /** Per suspect, in the dictionary's order. */
  readonly suspects: Float64Array;
  readonly supply: SupplyBelief;
  /** Chances of the suspects before any finding. */
  readonly start: Float64Array;
  /** Per finding, in order, the chances of the suspects once it was weighed. */
  readonly after: readonly { readonly id: string; readonly suspects: Float64Array }[];
}

/** A repeat of a reading already taken adds this share of its weight: the same error may be in both. */
const REPEAT = 0.3;

/** Weighs the findings in their order, by log-sum-exp. A repeat of the same check adds little. */
export function weigh(dictionary: Dictionary, findings: readonly Evidence[]): Posterior {
  const { cases, suspects } = dictionary;
  const log = Float64Array.from(cases, (c) => Math.log(suspects[c.suspect]!.prior * c.share));
  let outside = Math.log(suspects.find((s) => s.id === NOT_IN_MODEL)!.prior);
  const supply = supplyAtStart(cases.length);
  const taken = new Set<string>();
  const start = bySuspect(dictionary, normalised(log, outside));
  const after = findings.map((finding) => {
    const likelihood = findingLikelihood(dictionary, finding, supply);
    const key = finding.kind === "claim" ? finding.id : finding.check.id;
    const factor = taken.has(key) ? REPEAT : 1;
    taken.add(key);
    for (let i = 0; i < log.length; i++) log[i]! += factor * likelihood.cases[i]!;
    outside += factor * likelihood.notInModel;
    return { id: finding.id, suspects: bySuspect(dictionary, normalised(log, outside)) };
  });
  const { cases: chances, outside: notInModel } = normalised(log, outside);
  const now = bySuspect(dictionary, { cases: chances, outside: notInModel });
  return { cases: chances, notInModel, suspects: now, supply, start, after };
}

/** No suspect ever leaves the list for good: a floor far below anything one shows. */
const FLOOR = 1e-12;

function normalised(log: Float64Array, outside: number): { cases: Float64Array; outside: number } {
  let top = outside;
  for (const value of log) top = Math.max(top, value);
  const cases = log.map((value) => Math.max(FLOOR, Math.exp(value - top)));
  const rest = Math.max(FLOOR, Math.exp(outside - top));
  let sum = rest;
  for (const value of cases) sum += value;
  for (let i = 0; i < cases.length; i++) cases[i]! /= sum;
  return { cases, outside: rest / sum };
}

function bySuspect(
  dictionary: Dictionary,
  { cases, outside }: { cases: Float64Array; outside: number },
): Float64Array {
  const chances = new Float64Array(dictionary.suspects.length);
  dictionary.cases.forEach((c, i) => (chances[c.suspect]! += cases[i]!));
  chances[dictionary.suspects.findIndex((s) => s.id === NOT_IN_MODEL)] = outside;
  return chances;
}
