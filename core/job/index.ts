/** A job: its events, what they may be, and what they leave. */
export { admissionProblems, crossedNow, resultOf, settingsToCarry, type AdmissionProblem } from "./admit.ts";
export {
  ATTACHMENT_MEDIA,
  eventBody,
  FIRST_YEAR,
  jobEvent,
  NOTE_LENGTH,
  SHELF,
  storeValue,
  valueOf,
  type EventBody,
  type FindingBody,
  type JobEvent,
  type Watched,
} from "./events.ts";
export { misfits, type Misfit } from "./fit.ts";
export { PHASES, recordOf, type JobRecord, type Phase, type RecordedRepair } from "./record.ts";
export { billOf, estimateOf, repairOrReplace, type Assumptions, type Bill, type Rates } from "./costs.ts";
export { revisionAt } from "./revision.ts";
export { logAtDevice } from "./late.ts";
export { bandFor } from "./bandFor.ts";
export {
  checkOf,
  counts,
  isCurrent,
  replay,
  type Repair,
  type Attachment,
  type JobState,
  type LedgerEntry,
} from "./replay.ts";
export { passes, safetyTestsOf, type SafetyTest, type SafetyTestId } from "./safetyTests.ts";
export { crossedWires, transferList, type CrossedWire, type TransferWire } from "./transfer.ts";
export { fileTooLarge, MOST_FILE_BYTES } from "./attachments.ts";
export { doneChecks } from "./replay.ts";
export { type TwinReading } from "./replay.ts";
