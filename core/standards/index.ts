/** What the world has laid down: curves, gates and tables of standards and of the trade, each with its source. */
export { AFTER_REPAIR } from "./afterRepair.ts";
export {
  BREAKER_SOURCE,
  breakerHolds,
  CONVENTIONAL,
  conventionalSeconds,
  INSTANT,
  OVERLOAD,
  overloadSeconds,
  type BreakerCurve,
  type Holding,
} from "./breakers.ts";
export {
  CARRIES_GAUGE,
  CARRIES_METRIC,
  carriesGauge,
  carriesMm2,
  conductorOhms,
  COPPER_PER_CELSIUS,
  gaugeMm2,
  readGauge,
  writtenGauge,
} from "./conductors.ts";
export { FUSE_SHEETS, fuseGates, fuseSeconds, fuseSheet, usualSheet, type FuseSheet } from "./fuseGates.ts";
export {
  INSULATION_RULES,
  insulationAt40,
  WINDING_BAD,
  WINDING_GOOD,
  type InsulationRule,
} from "./insulationRules.ts";
export { bandsFor, chipCode, COLOURS, readBands, readChip, type MarkingResult } from "./markings.ts";
export { eSeries, nearestPreferred } from "./preferredValues.ts";
export {
  GROUND_FAULT_AMPS,
  GROUND_FAULT_SOURCE,
  groundFaultSeconds,
  HOLDS_SHARE,
  pulsatingShares,
  RESIDUAL_SOURCE,
  SEES,
  SMOOTH_SHARES,
  TRIP_SECONDS,
  type ResidualType,
} from "./residualDevices.ts";
export { PRACTICE } from "./source.ts";
export { ntcOhms, platinumOhms, typeKMillivolts } from "./temperatureCurves.ts";
export { wireColour } from "./wireColours.ts";
