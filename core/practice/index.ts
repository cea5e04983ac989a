/** Practice: a simulated unit with a hidden fault, worked with the hands' own actions, and what came of it. */
export { bestCourse, type BestCourse } from "./bestCourse.ts";
export { complaintOf, drawFault, signsOf, type Sign } from "./drawFault.ts";
export { freshTruth } from "./freshTruth.ts";
export {
  EXERCISE_KINDS,
  hide,
  type Difficulty,
  type Exercise,
  type ExerciseKind,
  type Hidden,
} from "./exercise.ts";
export { practiceAction, type PracticeAction, type Taken } from "./actions.ts";
export { SLIP_KINDS, type Slip, type SlipKind } from "./slips.ts";
export { SimulatedUnit } from "./simulatedUnit.ts";
export { PracticeSession } from "./session.ts";
export type { PracticeStep, Shown, Snapshot } from "./shown.ts";
export { debrief, playSchool, SCHOOLS, type Debrief, type DebriefStep, type SchoolPlay } from "./debrief.ts";
export { actionText, DIFFICULTY_TEXT, KIND_TEXT, shownText, slipText } from "./words.ts";
