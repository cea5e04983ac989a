/** Open formats that a unit or a job is written in, and read from. */
export { graphmlOf } from "./graphml.ts";
export { netlistOf, type NetlistOf } from "./netlist/netlist.ts";
export { findingsTable } from "./findingsTable.ts";
export { jobFileSchema, type JobFile } from "./jobFile.ts";
export { jobPage, type JobPage } from "./jobPage.ts";
export {
  followedBy,
  readMeterLog,
  summariseLog,
  type DropOut,
  type LogSummary,
  type Mark,
  type ReadMeterLog,
  type Sample,
} from "./meterLog.ts";
