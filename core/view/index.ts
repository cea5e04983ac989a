/** What a job's screens show, in words. */
export { describeAdmissionProblem } from "./admissionText.ts";
export { courseView, partsBetween, type CourseLink, type CoursePoint, type CourseView } from "./course.ts";
export { cautionsFor, cautionText, type Caution } from "./cautions.ts";
export { didText } from "./didText.ts";
export type { CallView } from "./callView.ts";
export { knownUnit } from "./knownUnit.ts";
export { DEFERENCE } from "./deference.ts";
export type { DoubtView } from "./doubts.ts";
export type { Recap } from "./recap.ts";
export type { LearnedView } from "./learnedView.ts";
export { suspectsOverTime, type SuspectsOverTime } from "./suspectsOverTime.ts";
export { customerPage, type CustomerPage } from "./customerPage.ts";
export { TRIAL_NAME, trialWords } from "./trialWords.ts";
export { ORDER_NAME, orderView, questionAt, whatIf, type OrderView, type WhatIf } from "./whatIf.ts";
export type { ProbeView, ProposalView } from "./proposalView.ts";
export type { LedgerRow } from "./ledgerRow.ts";
export { plugFaces, type PlugFace, type PlugPin } from "./plugFaces.ts";
export {
  likelyItems,
  viewJob,
  type Depth,
  type ItemView,
  type JobView,
  type SuspectView,
  type WeighedView,
} from "./view.ts";
export {
  answerWords,
  checkText,
  itemName,
  listText,
  minutesText,
  resultText,
  setupText,
  valueText,
  badlyWord,
} from "./words.ts";
export { symptomsKnown } from "./symptomsKnown.ts";
export { secondsText, type SequenceView, type StepView } from "./sequenceView.ts";
export type { PartSuspicion } from "./ruledOut.ts";
export { wiringView, type PointReading, type WiringView } from "./wiringView.ts";
export { sameInNextState } from "./nextState.ts";
export { isProven, judgeProof, meterProof, proofRecord, proofSteps, type ProofStep } from "./provingDead.ts";
export {
  firstCheck,
  tracedView,
  worthMeasuring,
  type FirstCheck,
  type TracedCourse,
  type TracedPoint,
  type TracedView,
} from "./tracedView.ts";
export {
  refitFaces,
  refitRows,
  stillOff,
  unsafeNow,
  type ProofRow,
  type ProofView,
  type RefitFace,
  type RefitRow,
} from "./repairView.ts";
export { safeSteps } from "./safeSteps.ts";
export { readSafetyValue, safetyRows, type SafetyRow } from "./safetyText.ts";
export { watchedText } from "./watchedText.ts";
export { noConditionText } from "./noConditionText.ts";
export { noOwnValueText, ownValueText } from "./ownValueText.ts";
export { unplacedText } from "./unplacedText.ts";
export type { TwinRow } from "./twin.ts";
