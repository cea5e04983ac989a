/** The control board's sequence: its runs under any fault, and what each fault would look like to a customer. */
export { conditionFrom, type NoCondition, type PartSaid, type VoltsCondition } from "./conditionFrom.ts";
export { lintSequence } from "./lintSequence.ts";
export { runSequence, type Change, type Moment, type Run, type RunEnd, type Scenario } from "./run.ts";
export {
  stepTimes,
  symptomOf,
  symptomTable,
  type StepTimes,
  type Symptom,
  type SymptomTable,
} from "./symptoms.ts";
export { groupSymptoms, symptomGroups, type SymptomGroup } from "./symptomGroups.ts";
export type { Work } from "./work.ts";
export { workJudge, World, type BoardSituation, type OpenedPart } from "./world.ts";
export { stateRuns, StateRuns, type Seen, type Stand, type StandPoint } from "./stateRuns.ts";
