import { ntcOhms, platinumOhms, typeKMillivolts } from "#core/standards/index.ts";
import { z } from "zod";
import { OPEN_OHMS, SHORT_OHMS } from "#core/circuit/index.ts";
import { definePart } from "../partKind.ts";
import { ohmsFrom, timesFrom, type SizeRange } from "../sizes.ts";

/** A sensor that is a resistance depending on temperature: open, shorted, or reading wrong by a factor. */
function sensorKind<P extends { tolerance: number }>(
  type: string,
  parameters: z.ZodType<P>,
  drifts: SizeRange,
  right: (p: P, celsius: number) => number,
) {
  return definePart({
    type,
    terminals: ["a", "b"],
    follows: "celsius",
    parameters,
    across: [["a", "b"]],
    modes: [
      {
        id: "open",
        name: "open",
        looks: "a display of an impossible temperature or a sensor code",
        weight: 0.9,
      },
      {
        id: "shorted",
        name: "shorted",
        looks: "a display of an impossible temperature or a sensor code",
        weight: 0.3,
      },
      {
        id: "drift",
        name: "reads wrong",
        looks: "too hot or too cold, without a code",
        weight: 0.4,
        sizes: drifts,
      },
    ],
    expand(build, p, { mode, severity, celsius }) {
      const healthy = right(p, celsius);
      const ohms =
        mode === "open"
          ? OPEN_OHMS
          : mode === "shorted"
            ? SHORT_OHMS
            : mode === "drift"
              ? healthy * severity!
              : healthy;
      build.branch("element", build.node("a"), build.node("b"), { ohms, tolerance: p.tolerance });
    },
  });
}

const tolerance = (usual: number) => z.number().min(0).max(0.5).default(usual);

/** The tolerance covers that nobody knows the temperature at the bead to a degree. */
export const ntc = sensorKind(
  "ntc",
  z.strictObject({
    ohms25: z.number().positive(),
    beta: z.number().positive().default(3950),
    tolerance: tolerance(0.1),
  }),
  timesFrom(0.4, 2.5, 3),
  (p, celsius) => ntcOhms(p.ohms25, p.beta, celsius),
);

export const rtd = sensorKind(
  "rtd",
  z.strictObject({ ohms0: z.number().positive().default(100), tolerance: tolerance(0.005) }),
  timesFrom(0.92, 1.08, 3),
  (p, celsius) => platinumOhms(p.ohms0, celsius),
);

/** Type K thermocouple: `plus` is the nickel–chromium leg. Its terminals stand at 25 °C. */
export const thermocouple = definePart({
  type: "thermocouple",
  follows: "celsius",
  terminals: ["plus", "minus"],
  parameters: z.strictObject({ ohms: z.number().positive().default(2) }),
  across: [["plus", "minus"]],
  modes: [
    { id: "open", name: "open", looks: "full scale or a sensor code", weight: 1.5 },
    {
      id: "shorted",
      name: "leads touch",
      looks: "shows the temperature of the terminals, not of the tip",
      weight: 0.3,
    },
    { id: "reversed", name: "leads swapped", looks: "the display falls as it grows hot", weight: 0.2 },
  ],
  expand(build, p, { mode, celsius }) {
    const volts = (typeKMillivolts(celsius) - typeKMillivolts(25)) / 1000;
    const sign = mode === "reversed" ? -1 : 1;
    build.branch("couple", build.node("plus"), build.node("minus"), {
      ohms: mode === "open" ? OPEN_OHMS : p.ohms,
      dcVolts: mode === "shorted" ? 0 : sign * volts,
    });
  },
});

/** PTC thermistor that switches: near its cold ohms up to the switching temperature, then tenfold every 15 °C. */
export const ptc = definePart({
  type: "ptc",
  follows: "celsius",
  terminals: ["a", "b"],
  parameters: z.strictObject({
    ohms25: z.number().positive(),
    switchCelsius: z.number(),
    tolerance: z.number().default(0.25),
  }),
  across: [["a", "b"]],
  modes: [
    {
      id: "open",
      name: "open",
      looks: "the motor protection has tripped though the motor is cold",
      weight: 0.8,
    },
    { id: "shorted", name: "shorted", looks: "nothing protects; nothing to see", weight: 0.3 },
  ],
  expand(build, p, { mode, celsius }) {
    const right = Math.min(1e7, p.ohms25 * 10 ** (Math.max(0, celsius - p.switchCelsius) / 15));
    build.branch("body", build.node("a"), build.node("b"), {
      ohms: mode === "open" ? OPEN_OHMS : mode === "shorted" ? SHORT_OHMS : right,
      tolerance: p.tolerance,
    });
  },
});

/** Three-wire pulse sensor (hall, flow): draws a little from its rail; its output pulls to minus when `position` says closed. */
export const pulseSensor = definePart({
  type: "pulse-sensor",
  follows: "position",
  terminals: ["plus", "minus", "out"],
  parameters: z.strictObject({
    supplyOhms: z.number().positive().default(1200),
    onOhms: z.number().positive().default(20),
  }),
  across: [
    ["plus", "minus"],
    ["out", "minus"],
  ],
  modes: [
    { id: "dead", name: "dead, no pulses", looks: "the unit says there is no flow or no speed", weight: 1 },
    {
      id: "stuck-low",
      name: "output stuck low",
      looks: "the unit says there is no flow or no speed",
      weight: 0.4,
    },
    {
      id: "shorted",
      name: "pulls its rail down",
      looks: "others on its rail fail with it; better once it is unplugged",
      weight: 0.3,
      sizes: ohmsFrom(2, 12, 2),
    },
  ],
  expand(build, p, { mode, severity, position }) {
    const [plus, minus, out] = [build.node("plus"), build.node("minus"), build.node("out")];
    build.branch("supply", plus, minus, {
      ohms: mode === "shorted" ? severity! : mode === "dead" ? OPEN_OHMS : p.supplyOhms,
      tolerance: 0.3,
    });
    const pulls = mode === "stuck-low" || (mode !== "dead" && position === "closed");
    build.branch("output", out, minus, { ohms: pulls ? p.onOhms : OPEN_OHMS });
  },
});
