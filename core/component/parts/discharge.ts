import { PRACTICE } from "#core/standards/index.ts";
import { all, any, given, not, over, under } from "../table/conditions.ts";
import { MICROFARAD, OHM, quantity, VOLT, WATT } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";

/** Below this a charge is held to be safe to touch, V. Common practice, no source: extra-low voltage with margin. */
export const SAFE_VOLTS = 30;

/** Seconds until a capacitor through a resistor has fallen from one voltage to another: t = R·C·ln(V₀/V). */
export function dischargeSeconds(farads: number, ohms: number, from: number, to = SAFE_VOLTS): number {
  return from <= to ? 0 : ohms * farads * Math.log(from / to);
}

/** The discharge resistor in a bag of tools, W. Common practice, no source. */
const USUAL_WATTS = 10;
/** A wire-wound resistor takes so many times its power for a second or so. Common practice, no source. */
const SHORTLY = 10;

/** Up to the next 1, 2 or 5 times a power of ten. */
function roundedUp(value: number): number {
  const decade = 10 ** Math.floor(Math.log10(value));
  return decade * ([1, 2, 5, 10].find((n) => n * decade >= value * 0.99) ?? 10);
}

/** Less than this burns nothing and nobody, J. Common practice, no source. */
const HARMLESS_JOULES = 0.1;
/** Nobody waits longer at a discharge, s. Common practice, no source. */
const PATIENCE = 60;

const wanted = (r: Reckoning) => roundedUp(r.get("volts") ** 2 / (SHORTLY * USUAL_WATTS));

export const discharge = fromTable({
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
  figures: {
    seconds: { shown: "s", of: (r) => dischargeSeconds(r.get("farads"), r.get("ohms"), r.get("volts")) },
    peak: { shown: "W", of: (r) => r.get("volts") ** 2 / r.get("ohms") },
    joules: { shown: "J", of: (r) => 0.5 * r.get("farads") * r.get("volts") ** 2 },
    first: { shown: "A", of: (r) => r.get("volts") / r.get("ohms") },
    constant: { shown: "s", of: (r) => r.get("ohms") * r.get("farads") },
    bleeds: {
      shown: "s",
      of: (r) => {
        const bleeder = r.maybe("bleeder");
        return bleeder === undefined ? undefined : dischargeSeconds(r.get("farads"), bleeder, r.get("volts"));
      },
    },
    wanted: { shown: "Ω", digits: 2, of: wanted },
    then: { shown: "s", digits: 2, of: (r) => dischargeSeconds(r.get("farads"), wanted(r), r.get("volts")) },
  },
  working: [
    `t = R·C·ln(V / ${SAFE_VOLTS}) = {ohms} · {farads} · ln({volts} / ${SAFE_VOLTS} V) = {seconds}`,
    "first power V²/R = {peak}, energy ½·C·V² = {joules}, first current {first}",
    "the bleeder alone needs {bleeds}",
  ],
  limits: {
    burst: {
      of: "peak",
      at: (r) => SHORTLY * (r.maybe("watts") ?? USUAL_WATTS),
      text: (r) =>
        `a wire-wound resistor takes ${SHORTLY} times its watts for a second: here {at}${r.maybe("watts") === undefined ? `, for one of ${USUAL_WATTS} W` : ""}`,
      source: PRACTICE,
    },
    lasting: {
      of: "peak",
      at: (r) => r.maybe("watts"),
      text: "and no more than {at} where it lasts longer",
      source: PRACTICE,
    },
    harmless: {
      of: "joules",
      at: HARMLESS_JOULES,
      text: "less than {at} burns no resistor",
      source: PRACTICE,
    },
    patience: { of: "seconds", at: PATIENCE, text: "and it is waited for up to {at}", source: PRACTICE },
    long: { of: "constant", at: 5, text: "longer is a time constant above {at}", source: PRACTICE },
  },
  facts: [
    { text: `safe to work on below ${SAFE_VOLTS} V`, source: PRACTICE },
    { text: "exponential discharge", source: "closed form" },
  ],
  rows: [
    {
      code: "burns",
      verdict: "bad",
      when: all(
        not(under("harmless")),
        any(over("burst"), all(given("watts"), over("long"), over("lasting"))),
      ),
      says: `This resistor would burn: {peak} at first, in a flash at your hand. Take about {wanted}, ${USUAL_WATTS} W: below ${SAFE_VOLTS} V after {then}.`,
      advice: ["A capacitor recovers some volts by itself: leave the resistor on while working."],
    },
    {
      code: "too-slow",
      verdict: "doubtful",
      when: over("patience"),
      says: `Below ${SAFE_VOLTS} V only after {seconds}: too long to be waited for, and somebody will touch it. About {wanted}, ${USUAL_WATTS} W takes {then}.`,
      advice: ["A capacitor recovers some volts by itself: leave the resistor on while working."],
    },
    {
      code: "falls",
      verdict: "told",
      says: `Below ${SAFE_VOLTS} V after {seconds}; measure it.`,
      advice: ["A capacitor recovers some volts by itself: leave the resistor on while working."],
    },
  ],
  chart: (r) => {
    const [volts, seconds, tau] = [r.get("volts"), r.get("seconds"), r.get("constant")];
    return {
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
    };
  },
  edges: {
    burst: { with: { farads: "470", volts: "325" }, move: "ohms", from: 500, to: 3000 },
    lasting: { with: { farads: "10000", volts: "100", watts: "10" }, move: "ohms", from: 700, to: 2000 },
    harmless: { with: { volts: "325", ohms: "500" }, move: "farads", from: 1e-7, to: 1e-5 },
    patience: { with: { farads: "470", volts: "325" }, move: "ohms", from: 10_000, to: 100_000 },
    long: { with: { volts: "100", ohms: "500", watts: "10" }, move: "farads", from: 1e-3, to: 0.05 },
  },
});
