import { PRACTICE } from "#core/standards/index.ts";
import type { Figure, Limit } from "../table/reckoning.ts";

/** What millivolts across something that should conduct come to at its current. Fields: drop, amps. */
export const DROP_FIGURES = {
  lost: { shown: "V", of: (r) => Math.abs(r.get("drop")) },
  ohms: { shown: "Ω", of: (r) => r.get("lost") / r.get("amps") },
  watts: { shown: "W", of: (r) => r.get("lost") * r.get("amps") },
} as const satisfies Record<string, Figure>;

/** Below a current a drop says little, and only ohms as low as these are told to be good. Common practice, no source. */
export const SMALL_CURRENT = {
  telling: { of: "amps", at: 1, text: "below {at} the drop says little:", source: PRACTICE },
  surely: { of: "ohms", at: 0.05, text: "only {at} or less is then told to be good", source: PRACTICE },
} as const satisfies Record<string, Limit>;
