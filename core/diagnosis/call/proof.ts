import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Evidence } from "../inference/evidence.ts";
import type { Posterior } from "../inference/posterior.ts";
import { itemKey } from "../suspects/items.ts";

/** A finding that was wrong, that the item explains, and that hardly anything else does. */
export interface Proof {
  readonly finding: string;
  /** How much better the item explains it than the healthy unit … */
  readonly overHealthy: number;
  /** … and than everything else that the customer's answers leave, in the mean. */
  readonly overOthers: number;
}

/** A finding is out of order when the item explains it so much better than the healthy unit does. Common practice, no source. */
const OUT_OF_ORDER = 20;
/** … and a proof when it explains it so much better than the rest. */
const RATHER_THIS = 1.5;
/** Of a reading that is this likely a slip, nothing is proved. */
const NO_SLIP = 0.5;

/** Whether a finding comes from the unit itself and not from its user's words. */
export function isMeasured(dictionary: Dictionary, finding: Evidence): boolean {
  if (finding.kind === "claim") return false;
  if (finding.kind !== "seen" || finding.check.kind === "trial") return true;
  const { observation } = finding.check;
  const { kind } = dictionary.unit.observations.find((o) => o.id === observation)!;
  return kind === "look" || kind === "smell";
}

/** Findings that prove an item, strongest first. */
export function proofsOf(
  dictionary: Dictionary,
  posterior: Posterior,
  findings: readonly Evidence[],
  item: string,
): Proof[] {
  const { fine, fineChances, logs, readings } = posterior;
  const own = Uint8Array.from(fine.suspect, (s) => (itemKey(dictionary, s) === item ? 1 : 0));
  const told = weightsByAnswers(dictionary, posterior, findings);
  const mean = (log: Float64Array, weights: Float64Array, inside: 0 | 1) => {
    let sum = 0;
    let all = 0;
    for (let f = 1; f < fine.count; f++) {
      if (own[f] !== inside) continue;
      sum += weights[f]! * Math.exp(log[f]!);
      all += weights[f]!;
    }
    return all > 0 ? sum / all : 0;
  };
  const proofs = new Map<string, Proof>();
  for (const finding of findings) {
    if (finding.kind === "claim" || !isMeasured(dictionary, finding)) continue;
    const log = logs.get(finding.check.id);
    if (!log) continue;
    const repeated = readings.get(finding.check.id);
    if (repeated) {
      let slips = 0;
      let all = 0;
      for (let f = 1; f < fine.count; f++)
        if (own[f] === 1 && fineChances[f]! > 1e-6) {
          slips += fineChances[f]! * repeated.slipped(f);
          all += fineChances[f]!;
        }
      if (all === 0 || slips / all > NO_SLIP) continue;
    }
    const explained = mean(log, fineChances, 1);
    const overHealthy = explained / Math.max(1e-300, Math.exp(log[0]!));
    const overOthers = explained / Math.max(1e-300, mean(log, told, 0));
    if (overHealthy >= OUT_OF_ORDER && overOthers >= RATHER_THIS)
      proofs.set(finding.check.id, { finding: finding.id, overHealthy, overOthers });
  }
  return [...proofs.values()].sort((a, b) => b.overOthers - a.overOthers);
}

/** Weights of the fine cases by their starting chances and what was only said. */
export function weightsByAnswers(
  dictionary: Dictionary,
  { fine, logs }: Posterior,
  findings: readonly Evidence[],
): Float64Array {
  const measured = new Set(
    findings.flatMap((f) => (f.kind !== "claim" && isMeasured(dictionary, f) ? [f.check.id] : [])),
  );
  const said = [...logs].filter(([id]) => !measured.has(id)).map(([, log]) => log);
  const weights = Float64Array.from(fine.suspect, (s, f) => {
    let log = Math.log(dictionary.suspects[s]!.prior * fine.share[f]!);
    for (const l of said) log += l[f]!;
    return log;
  });
  let top = -Infinity;
  for (const w of weights) top = Math.max(top, w);
  return weights.map((w) => Math.exp(w - top));
}
