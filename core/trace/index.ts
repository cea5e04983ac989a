/** A unit made by walking its circuits: lines as a technician says them, read into a unit model. */
export { describeTraceProblem } from "./words.ts";
export { TRACE_KINDS, type TraceKind } from "./kinds.ts";
export type { TraceLine, TraceProblem } from "./line.ts";
export { traceOffers, type TraceOffer } from "./offers.ts";
export { traceRows, type TraceRow } from "./rows.ts";
export { traceUnit, type Trace } from "./trace.ts";
export { nameOf } from "./unit/naming.ts";
export { MOST_LINES, type Placed, type Walk, type Walked, type WalkedCircuit } from "./walk.ts";
export type { UnitHeader } from "./unit/buildUnit.ts";
