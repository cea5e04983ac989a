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

/** IEC 60751: coefficients of the platinum curve, per °C, °C² and °C⁴. */
const PLATINUM = { a: 3.9083e-3, b: -5.775e-7, c: -4.183e-12 };

/**
 * Resistance of a platinum sensor by the Callendar–Van Dusen equation of IEC 60751, −200 to 850 °C:
 * R = R0·(1 + a·t + b·t² + c·(t − 100)·t³), the last term below 0 °C only.
 */
export function platinumOhms(ohms0: number, celsius: number): number {
  const { a, b, c } = PLATINUM;
  const t = celsius;
  return ohms0 * (1 + a * t + b * t * t + (t < 0 ? c * (t - 100) * t ** 3 : 0));
}

export const rtd = definePart({
  type: "rtd",
  terminals: ["a", "b"],
  parameters: z.strictObject({
    ohms0: z.number().positive().default(100),
    tolerance: z.number().default(0.005),
  }),
  across: [["a", "b"]],
  modes: [
    { id: "open", name: "open", weight: 0.9 },
    { id: "shorted", name: "shorted", weight: 0.3 },
    { id: "drift", name: "reads wrong", weight: 0.3, severities: [0.92, 1.08] },
  ],
  expand(build, p, { mode, severity, celsius }) {
    const right = platinumOhms(p.ohms0, celsius);
    const ohms =
      mode === "open"
        ? OPEN_OHMS
        : mode === "shorted"
          ? SHORT_OHMS
          : mode === "drift"
            ? right * severity!
            : right;
    build.branch("element", build.node("a"), build.node("b"), { ohms, tolerance: p.tolerance });
  },
});
