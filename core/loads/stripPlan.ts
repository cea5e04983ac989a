import type { Load } from "./load.ts";
import {
  forecasts,
  nextStep,
  type Forecast,
  type NextStep,
  type PlanSettings,
  type Strategy,
} from "./plan.ts";
import { limitOf, weighCauses, type StripStep, type WeighedCause } from "./strip.ts";

/** All that is said of a strip-down after its tries so far. */
export interface StripPlan {
  readonly next: NextStep;
  readonly causes: readonly WeighedCause[];
  readonly costs: readonly Forecast[];
  /** Fuses or resets spent so far, in this visit and in those before. */
  readonly spent: number;
}

export interface StripQuestion {
  readonly loads: readonly Load[];
  readonly steps: readonly StripStep[];
  readonly strategy: Strategy;
  readonly settings: PlanSettings;
  readonly plugPulled?: { readonly tripped: boolean };
}

export function planStrip({ loads, steps, strategy, settings, plugPulled }: StripQuestion): StripPlan {
  return {
    next: nextStep(loads, steps, strategy, settings, plugPulled),
    causes: weighCauses(loads, steps, limitOf(settings.protection), plugPulled),
    costs: forecasts(loads, steps, settings),
    spent: steps.filter((s) => s.tripped && s.spent !== "nothing").length,
  };
}
