/** One line of a technician, as it is typed or said, understood as a finding. */
export type { EntryContext } from "./context.ts";
export { parseEntry, type EntryResult } from "./entry.ts";
export { completionsOf, findPoint, pairAcross, showPoint } from "./pointNames.ts";
export { describeEntryProblem, type EntryProblem } from "./problems.ts";
