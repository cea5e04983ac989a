import type { Check } from "#core/diagnosis/index.ts";
import { needsLive } from "#core/meter/index.ts";
import type { UnitModel } from "#core/unit/index.ts";

/**
 * What the power band must say before a finding may be made: volts and amps need LIVE; ohms, the diode range and looks at the
 * dead unit need DEAD AND PROVEN. What is seen or heard from outside while the unit runs needs nothing declared, and a trial
 * goes through both.
 */
export function bandFor(
  unit: UnitModel,
  check:
    | Pick<Extract<Check, { kind: "reading" }>, "kind" | "fn">
    | Pick<Extract<Check, { kind: "observation" }>, "kind" | "observation">
    | Pick<Extract<Check, { kind: "trial" }>, "kind">,
): "live" | "dead" | undefined {
  switch (check.kind) {
    case "reading":
      return needsLive(check.fn) ? "live" : "dead";
    case "observation": {
      const state = unit.observations.find((o) => o.id === check.observation)?.state;
      const isDead = unit.states.some((s) => s.id === state && s.power === "dead");
      return isDead && unit.hazards.length > 0 ? "dead" : undefined;
    }
    case "trial":
      return undefined;
  }
}
