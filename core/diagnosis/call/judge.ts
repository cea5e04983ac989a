import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Posterior } from "../inference/posterior.ts";
import { isStrained, weighFindings } from "../suspects/beyond.ts";
import { adviseCall, isNearCall, type CallAdvice, type CallGround } from "./call.ts";

/** The findings weighed, and what may be called on them. */
export interface Judgement {
  readonly dictionary: Dictionary;
  readonly posterior: Posterior;
  readonly advice: CallAdvice;
}

/** By the listed faults and pairs of them alone: soon there, and final where they explain the findings and nothing is called. */
export function judgeSoon(known: Dictionary, ground: CallGround): Judgement & { readonly final: boolean } {
  const { dictionary, posterior } = weighFindings(known, ground.findings, { unlisted: false });
  const advice = adviseCall(dictionary, posterior, ground);
  const final =
    !isNearCall(advice) && dictionary === known && !isStrained(dictionary, posterior, ground.findings);
  return { dictionary, posterior, advice, final };
}

/**
 * Weighs the findings and says what may be called. Where the listed faults explain them badly, and before anything is
 * called, what no list has is held against them too.
 */
export function judge(known: Dictionary, ground: CallGround, soon = judgeSoon(known, ground)): Judgement {
  if (soon.final) return soon;
  const { dictionary, posterior } = weighFindings(known, ground.findings, { unlisted: true, always: true });
  return { dictionary, posterior, advice: adviseCall(dictionary, posterior, ground) };
}
