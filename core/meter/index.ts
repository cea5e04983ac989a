/** The meter: its functions, its accuracy, and what it will show between two points of a circuit. */
export {
  accuracy,
  BEEP_OHMS,
  FUNCTION_NAME,
  FUNCTION_UNIT,
  INPUT_OHMS,
  METER_FUNCTIONS,
  needsLive,
  OVERLOAD_OHMS,
  type MeterFunction,
} from "./meter.ts";
export { linesOf, type Lines } from "./responses.ts";
export { predictLines, predictReading, type Prediction } from "./predict.ts";
export { predictDiodeTest } from "./diodeTest.ts";
