/** A unit made by walking its circuits: lines as a technician says them, read into a unit model. */
export { describeTraceDoubt, traceDoubts, type TraceDoubt } from "./doubts.ts";
export { describeTraceProblem } from "./words.ts";
export { TRACE_KINDS, type TraceKind } from "./kinds.ts";
export type { TraceLine, TraceProblem } from "./line.ts";
export { traceOffers, type TraceOffer } from "./offers.ts";
export { TRACE_PIECES, type TracePiece } from "./pieces.ts";
export { traceRows, type TraceRow } from "./rows.ts";
export { traceUnit, type Trace } from "./trace.ts";
export { nameOf } from "./unit/naming.ts";
export { MOST_LINES, type Placed, type Walk, type Walked, type WalkedCircuit } from "./walk.ts";
export type { UnitHeader } from "./unit/buildUnit.ts";
export { readTable, type ReadTable } from "./list/readTable.ts";
export {
  EMPTY_ROW,
  MOST_ROWS,
  type Cell,
  type ListProblem,
  type RowProblem,
  type WireRow,
} from "./list/row.ts";
export {
  checkList,
  wiredUnit,
  type CheckedList,
  type NamedPart,
  type WiredUnit,
  type WiringList,
} from "./list/wiredUnit.ts";
export { describeListProblem, describeRowProblem } from "./list/words.ts";
export { readRows } from "./list/readRows.ts";
