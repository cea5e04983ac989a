/** The meter: its functions, its ranges and accuracy, and what it will show between two points of a circuit. */
export { averageVolts, FORM_FACTOR } from "./average.ts";
export {
  BEEP_OHMS,
  FUNCTION_NAME,
  FUNCTION_UNIT,
  INPUT_OHMS,
  isOhms,
  METER_FUNCTIONS,
  MILLIVOLT_LIMIT,
  needsLive,
  noContact,
  OVERLOAD_OHMS,
  type MeterFunction,
} from "./meter.ts";
export { accuracy, rangeFor, shown, type Range } from "./ranges.ts";
export { sameDiodes } from "./lines.ts";
export { probePairsOf, type ProbePairs } from "./responses.ts";
export { predictPairs, predictReading, type Prediction } from "./predict.ts";
export { AutoHold } from "./link/autoHold.ts";
export { IDENTIFY, Instrument, measureCommand, NEXT_ERROR, readReply } from "./link/scpi.ts";
