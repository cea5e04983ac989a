import type { EventBody } from "#core/job/index.ts";

/** A reading on the glasswasher, line to neutral at the rinse heater's plug, in rinse heat: about 229 V where all is well. */
export const rinseReading = (value: number): EventBody => ({
  type: "finding",
  check: {
    kind: "reading",
    setup: { state: "rinse-heat", lifts: [] },
    fn: "vac",
    red: "P4.3",
    black: "P1.2",
  },
  result: { kind: "value", value },
});
