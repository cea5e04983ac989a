import { MICROFARAD, OHM, quantity, VOLT, WATT } from "./fields.ts";
import { judged, say } from "./say.ts";
import { PRACTICE, type ComponentTest } from "./test.ts";

/** Below this a charge is held to be safe to touch, V. Common practice, no source: extra-low voltage with margin. */
export const SAFE_VOLTS = 30;

/** Seconds until a capacitor through a resistor has fallen from one voltage to another: t = R·C·ln(V₀/V). */
export function dischargeSeconds(farads: number, ohms: number, from: number, to = SAFE_VOLTS): number {
  return from <= to ? 0 : ohms * farads * Math.log(from / to);
}

/** The discharge resistor in a bag of tools, W. Common practice, no source. */
const USUAL_WATTS = 10;

/** Up to the next 1, 2 or 5 times a power of ten. */
function roundedUp(value: number): number {
  const decade = 10 ** Math.floor(Math.log10(value));
  return decade * ([1, 2, 5, 10].find((n) => n * decade >= value * 0.99) ?? 10);
}

export const discharge: ComponentTest = {
  id: "discharge",
  family: "Capacitors",
  name: "Discharge a capacitor",
  purpose: "How long through which resistor, how hot it gets, and what the bleeder alone would take.",
  stored: true,
  prepare: [
    "Dead: isolated and locked.",
    "A resistor on insulated leads, never a screwdriver.",
    "Measure before touching: the meter, not the clock, says it is safe.",
  ],
  probes: [{ red: "plus", black: "minus", dial: "V DC", note: "watch it fall" }],
  fields: [
    quantity("farads", "Capacitance", MICROFARAD, { usual: [0.1e-6, 0.1] }),
    quantity("volts", "Charged to", VOLT, { usual: [5, 1000] }),
    quantity("ohms", "Resistor", OHM, { usual: [10, 1e6] }),
    quantity("watts", "Its rated power", WATT, { optional: true, usual: [0.1, 500] }),
    quantity("bleeder", "Bleeder in the unit", OHM, { optional: true, usual: [1000, 1e7] }),
  ],
  types: ["capacitor"],
  judge(v) {
    const [farads, volts, ohms] = [v.get("farads"), v.get("volts"), v.get("ohms")];
    const seconds = dischargeSeconds(farads, ohms, volts);
    const [peak, joules] = [volts ** 2 / ohms, 0.5 * farads * volts ** 2];
    const working = [
      `t = R·C·ln(V / ${SAFE_VOLTS}) = ${say(ohms, "Ω")} · ${say(farads, "F")} · ln(${volts}/${SAFE_VOLTS}) = ${say(seconds, "s")}`,
      `first power V²/R = ${peak.toPrecision(3)} W, energy ½·C·V² = ${joules.toPrecision(3)} J, first current ${say(volts / ohms, "A")}`,
    ];
    const bleeder = v.maybe("bleeder");
    if (bleeder !== undefined)
      working.push(`the bleeder alone needs ${say(dischargeSeconds(farads, bleeder, volts), "s")}`);
    const watts = v.maybe("watts");
    const tau = ohms * farads;
    // A wire-wound resistor takes ten times its power for a second or so.
    const takes = watts ?? USUAL_WATTS;
    const burns = peak > 10 * takes || (watts !== undefined && tau > 5 && peak > watts);
    const wanted = roundedUp(volts ** 2 / (10 * USUAL_WATTS));
    return judged(
      burns ? "bad" : "told",
      burns
        ? `This resistor would burn: ${peak.toPrecision(3)} W at first, in a flash at your hand. Take about ${say(wanted, "Ω", 2)}, ${USUAL_WATTS} W: below ${SAFE_VOLTS} V after ${say(dischargeSeconds(farads, wanted, volts), "s", 2)}.`
        : `Below ${SAFE_VOLTS} V after ${say(seconds, "s")}; measure it.`,
      working,
      [
        { text: `safe to work on below ${SAFE_VOLTS} V`, source: PRACTICE },
        {
          text: `a wire-wound resistor takes ten times its watts for a second; one of ${USUAL_WATTS} W where none is named`,
          source: PRACTICE,
        },
        { text: "exponential discharge", source: "closed form" },
      ],
      {
        advice: ["A capacitor recovers some volts by itself: leave the resistor on while working."],
        chart: {
          x: { label: "seconds" },
          y: { label: "V" },
          lines: [
            {
              label: "through the resistor",
              points: Array.from({ length: 61 }, (_, i): readonly [number, number] => {
                const t = (Math.max(seconds, tau) * 1.3 * i) / 60;
                return [t, volts * Math.exp(-t / tau)];
              }),
            },
          ],
          marks: seconds > 0 ? [{ label: `${SAFE_VOLTS} V`, x: seconds, y: SAFE_VOLTS }] : [],
        },
      },
    );
  },
};
