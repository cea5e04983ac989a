/** Diagnosis: suspects, the fault dictionary, the weighing of findings, what to check next, the call. */
export { ambiguityGroups, twinsOf } from "./ambiguity.ts";
export { whatItBetrays, type Betrayal } from "./betrays.ts";
export { adviseCall, proofOf, type CallAdvice } from "./call.ts";
export {
  isProtective,
  listChecks,
  netOf,
  observationCheck,
  pairsAcrossParts,
  pointAt,
  readingCheck,
  trialCheck,
  TrialError,
  TRIALS,
  type Check,
  type ObservationCheck,
  type ReadingCheck,
  type Trial,
  type TrialCheck,
} from "./checks.ts";
export {
  costOf,
  coversFor,
  hazardous,
  minutesFor,
  situationAfter,
  type Band,
  type CheckCost,
  type Situation,
  type Step,
} from "./cost.ts";
export { buildDictionary, DictionarySizeError, type Dictionary } from "./dictionary.ts";
export type { AnswerRow, ReadingRow, Row } from "./rows.ts";
export { boardOrComponent, likelyCause, type BoardOrComponent } from "./causes.ts";
export { contradictions, type Contradiction } from "./contradictions.ts";
export { remainingMinutes } from "./remaining.ts";
export { ECONOMY, stopOrCheck, type Economy, type StopOrCheck } from "./stopping.ts";
export type { Evidence } from "./evidence.ts";
export { byItem, itemKey, type ItemChance } from "./items.ts";
export { forecastCheck, rankChecks, STANDING, type OutcomeForecast, type Proposal } from "./nextCheck.ts";
export type { OutcomeLabel } from "./outcomes.ts";
export { isSettled, optimalMinutes, split, weightOf, type SmallProblem } from "./optimum.ts";
export { entropy } from "./information.ts";
export { findingsSchema, readFindings, type FindingsFile } from "./findingsFile.ts";
export {
  nextByOrder,
  nextOnPlainWalk,
  ORDERS,
  type Order,
  type Standpoint,
  type WalkOrder,
} from "./orders.ts";
export { playFault, type Play, type PlayOptions, type Truth } from "./play.ts";
export { isOutside, weighWithPairs, type Weighed } from "./pairs.ts";
export { weigh, type Posterior } from "./posterior.ts";
export { fromScale, toScale } from "./scale.ts";
export { AS_IT_SHOULD, listSuspects, NOT_IN_MODEL, type Case, type Suspect } from "./suspects.ts";
