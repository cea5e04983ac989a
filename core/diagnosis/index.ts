/** Diagnosis: suspects, the fault dictionary, the weighing of findings, what to check next, the call. */
export { ambiguityGroups, twinsOf } from "./inference/ambiguity.ts";
export { explainMisreading, type MisreadingHint } from "./inference/misreading.ts";
export { adviseCall, isNearCall, type CallAdvice, type CallGround, type Waits } from "./call/call.ts";
export { judge, judgeSoon, type Judgement } from "./call/judge.ts";
export { sizeOf, type FaultSize } from "./inference/sizeOf.ts";
export { directParts } from "./call/directParts.ts";
export { directTest } from "./call/directTest.ts";
export { isMeasured, proofsOf, type Proof } from "./call/proof.ts";
export {
  checkById,
  listAsked,
  listChecks,
  observationCheck,
  pairsAcrossParts,
  readingCheck,
  stripCheck,
  takenOffBy,
  trialCheck,
  TrialError,
  TRIALS,
  type Check,
  type ObservationCheck,
  type ReadingCheck,
  type Trial,
  type TrialCheck,
} from "./planning/checks.ts";
export { netOf, pointAt } from "./planning/pointNets.ts";
export {
  costOf,
  coversFor,
  hazardMinutes,
  hazardous,
  minutesFor,
  OVERHEAD_MINUTES,
  situationAfter,
  type Band,
  type CheckCost,
  type Situation,
  type Step,
} from "./planning/cost.ts";
export { buildDictionary, DictionarySizeError, type Dictionary } from "./dictionary/dictionary.ts";
export { packDictionary, PackedDictionaryError, unpackDictionary } from "./dictionary/packed.ts";
export type { AnswerRow, ReadingRow, Row } from "./dictionary/rows.ts";
export { boardOrComponent, likelyCause, type BoardOrComponent } from "./suspects/causes.ts";
export { contradictions, type Contradiction } from "./inference/contradictions.ts";
export { remainingMinutes } from "./planning/remaining.ts";
export {
  ECONOMY,
  minutesToSettle,
  stopOrCheck,
  type Economy,
  type StopOrCheck,
} from "./planning/stopping.ts";
export type { Evidence } from "./inference/evidence.ts";
export {
  learnedSuspects,
  learnFrom,
  withExperience,
  type Experience,
  type PastCalls,
  type PastClaims,
} from "./learning/experience.ts";
export { AGES, ageGroup, ageOf, type AgeExperience, type AgeGroup } from "./learning/ages.ts";
export { afterRepair } from "./suspects/repaired.ts";
export { byItem, itemKey, type ItemChance } from "./suspects/items.ts";
export {
  forecastCheck,
  rankChecks,
  STANDING,
  type OutcomeForecast,
  type Proposal,
} from "./planning/nextCheck.ts";
export type { OutcomeLabel } from "./planning/outcomes.ts";
export { isSettled, optimalMinutes, split, weightOf, type SmallProblem } from "./planning/optimum.ts";
export { hazardsMet, isForbidden } from "./planning/hazards.ts";
export { stagePoints } from "./planning/storedEnergy.ts";
export { entropy } from "./planning/information.ts";
export { findingsSchema, readFindings, type FindingsFile } from "./inference/findingsFile.ts";
export {
  nextByOrder,
  ownProposal,
  nextOnPlainWalk,
  ORDERS,
  type Order,
  type PlanningContext,
  type WalkOrder,
} from "./planning/orders.ts";
export { playFault, type Play, type PlayOptions, type Truth } from "./planning/play.ts";
export {
  isOutside,
  isStrained,
  LISTED,
  weighFindings,
  type Beyond,
  type Weighed,
} from "./suspects/beyond.ts";
export { weigh, type Posterior } from "./inference/posterior.ts";
export { fromScale, toScale } from "./dictionary/scale.ts";
export { AS_IT_SHOULD, listSuspects, NOT_IN_MODEL, type Case, type Suspect } from "./suspects/suspects.ts";

export { buildReadings } from "./dictionary/readingsOnly.ts";
export { ownValue, type NoOwnValue, type OwnValue } from "./knowing/ownValue.ts";
export { worthKnowing, type WorthKnowing } from "./knowing/worthKnowing.ts";
