/** Strip-down: which load takes the supply down, alone, in sum or in starting. */
export { budget, holds, type Budget } from "./budget.ts";
export { leakageSum, leakAmps, type LeakageSum } from "./leakage.ts";
export type { Load, Protection } from "./load.ts";
export {
  forecasts,
  isCleared,
  leastExpected,
  nextStep,
  play,
  STRATEGIES,
  type Forecast,
  type NextStep,
  type PlanSettings,
  type Strategy,
} from "./plan.ts";
export { planStrip, type StripPlan, type StripQuestion } from "./stripPlan.ts";
export { seriesLamp, type SeriesLamp } from "./seriesLamp.ts";
export { limitOf, sumOver, weighCauses, type Cause, type StripStep, type WeighedCause } from "./strip.ts";
export { unitLoads, unitProtections, withNeeds } from "./unitLoads.ts";
