/** A job: its events, what they may be, what they leave, and what its screens show. */
export { admissionProblems, describeAdmissionProblem, type AdmissionProblem } from "./admit.ts";
export { courseView, partsBetween, type CourseLink, type CoursePoint, type CourseView } from "./course.ts";
export {
  describeEntryProblem,
  parseEntry,
  type EntryContext,
  type EntryProblem,
  type EntryResult,
} from "./entry.ts";
export {
  ATTACHMENT_MEDIA,
  eventBody,
  jobEvent,
  NOTE_LENGTH,
  storeValue,
  valueOf,
  type EventBody,
  type FindingBody,
  type JobEvent,
} from "./events.ts";
export { bandFor } from "./bandFor.ts";
export { cautionsFor, type Caution } from "./cautions.ts";
export type { CallView } from "./callView.ts";
export type { DoubtView } from "./doubts.ts";
export type { Recap } from "./recap.ts";
export { TRIAL_NAME, trialWords } from "./trialWords.ts";
export { ORDER_NAME, orderView, questionAt, whatIf, type OrderView, type WhatIf } from "./whatIf.ts";
export type { LedgerRow } from "./ledgerRow.ts";
export { plugFaces, type PlugFace, type PlugPin } from "./plugFaces.ts";
export { completionsOf, findPoint, pairAcross, showPoint } from "./pointNames.ts";
export { checkOf, replay, type Attachment, type JobState, type LedgerEntry } from "./replay.ts";
export {
  viewJob,
  type Depth,
  type ItemView,
  type JobView,
  type ProbeView,
  type ProposalView,
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
export { secondsText, type SequenceView, type StepView } from "./sequenceView.ts";
export { wiringView, type PointReading, type WiringView } from "./wiringView.ts";
export { sameInNextState } from "./nextState.ts";
export { isProven, judgeProof, meterProof, proofRecord, proofSteps, type ProofStep } from "./provingDead.ts";
export type { TwinRow } from "./twin.ts";
export { fileTooLarge, MOST_FILE_BYTES } from "./attachments.ts";
