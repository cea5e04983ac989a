import { z } from "zod";
import { OPEN_OHMS, SHORT_OHMS } from "#core/circuit/index.ts";
import { definePart } from "./partKind.ts";

/**
 * Resistance of an NTC by the beta equation, R = R25 · exp(B · (1/T − 1/298.15)), T in kelvin.
 * @param celsius temperature, > −273.15
 */
export function ntcOhms(ohms25: number, beta: number, celsius: number): number {
  return ohms25 * Math.exp(beta * (1 / (celsius + 273.15) - 1 / 298.15));
}

export const ntc = definePart({
  type: "ntc",
  terminals: ["a", "b"],
  parameters: z.strictObject({
    ohms25: z.number().positive(),
    beta: z.number().positive().default(3950),
    tolerance: z.number().default(0.05),
  }),
  across: [["a", "b"]],
  modes: [
    { id: "open", name: "open", weight: 0.9 },
    { id: "shorted", name: "shorted", weight: 0.3 },
    { id: "drift", name: "reads wrong", weight: 0.4, severities: [0.4, 2.5] },
  ],
  expand(build, p, { mode, severity, celsius }) {
    const right = ntcOhms(p.ohms25, p.beta, celsius);
    const ohms =
      mode === "open"
        ? OPEN_OHMS
        : mode === "shorted"
          ? SHORT_OHMS
          : mode === "drift"
            ? right * severity!
            : right;
    build.branch("bead", build.node("a"), build.node("b"), { ohms, tolerance: p.tolerance + 0.05 });
  },
});
