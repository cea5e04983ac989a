import { typeKMillivolts } from "#core/standards/index.ts";
import { CELSIUS, MILLIVOLT, OHM, quantity } from "./fields.ts";
import { judged } from "./say.ts";
import { PRACTICE, type ComponentTest } from "./test.ts";

/** Less than this and a shorted thermocouple reads as a good one does, mV. Common practice, no source. */
const TELLING_MILLIVOLTS = 0.5;

export const thermocoupleTest: ComponentTest = {
  id: "thermocouple",
  family: "Temperature sensors",
  name: "Thermocouple, type K",
  purpose: "The millivolts it should give between its hot end and the terminals.",
  prepare: ["Leads off the controller. Know the temperature at the terminals, not only in the chamber."],
  probes: [{ red: "plus leg", black: "minus leg", dial: "mV DC" }],
  fields: [
    quantity("hot", "Hot end", CELSIUS, { usual: [0, 1300] }),
    quantity("cold", "At the terminals", CELSIUS, { usual: [0, 60], signed: true }),
    quantity("reads", "It reads", MILLIVOLT, { signed: true, usual: [-1e-3, 0.055] }),
    quantity("ohms", "Ohms, leads off", OHM, { optional: true }),
  ],
  types: ["thermocouple"],
  judge(v) {
    const [hot, cold, reads] = [v.get("hot"), v.get("cold"), v.get("reads") * 1000];
    const expected = typeKMillivolts(hot) - typeKMillivolts(cold);
    const limits = [
      { text: `undecided below ${TELLING_MILLIVOLTS} mV`, source: PRACTICE },
      { text: "±0.2 mV or 2.5 %", source: `type K by IEC 60584-1, from memory; the limit ${PRACTICE}` },
    ];
    const working = [
      `E(${hot} °C) − E(${cold} °C) = ${typeKMillivolts(hot).toFixed(3)} − ${typeKMillivolts(cold).toFixed(3)} = ${expected.toFixed(3)} mV`,
    ];
    const ohms = v.maybe("ohms");
    if (ohms === Infinity) return judged("bad", "Open: the weld or a leg has parted.", working, limits);
    if (Math.abs(expected) < TELLING_MILLIVOLTS)
      return judged(
        "doubtful",
        `So near to each other in temperature it gives ${expected.toFixed(2)} mV, and a short gives nothing: warm its hot end and read again.`,
        working,
        limits,
      );
    if (Math.abs(reads - expected) <= Math.max(0.2, 0.025 * Math.abs(expected)))
      return judged("good", "It gives what it should.", working, limits);
    if (Math.abs(reads + expected) <= Math.max(0.2, 0.025 * Math.abs(expected)))
      return judged("bad", "Right size, wrong sign: the legs are exchanged.", working, limits);
    if (Math.abs(reads) < 0.1)
      return judged("bad", "Next to nothing: shorted in its sheath or at the terminals.", working, limits);
    return judged(
      "bad",
      "It is off: aged, a second junction on the way, or the wrong extension wire.",
      working,
      limits,
    );
  },
};
