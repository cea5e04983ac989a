import { PRACTICE, typeKMillivolts } from "#core/standards/index.ts";
import { atMost, open, under } from "../table/conditions.ts";
import { CELSIUS, MILLIVOLT, OHM, quantity } from "../table/fields.ts";
import { fromTable } from "../table/table.ts";

const milli = (volts: number) => volts * 1000;

export const thermocoupleTest = fromTable({
  id: "thermocouple",
  family: "Temperature sensors",
  name: "Thermocouple, type K",
  purpose: "The millivolts it should give between its measuring junction and its reference junction.",
  prepare: ["Leads off the controller. Know the temperature at the terminals, not only in the chamber."],
  probes: [{ red: "plus leg", black: "minus leg", dial: "mV DC" }],
  fields: [
    quantity("hot", "Measuring junction", CELSIUS, { signed: true, usual: [-50, 1300] }),
    quantity("cold", "At the terminals", CELSIUS, { usual: [0, 60], signed: true }),
    quantity("reads", "It reads", MILLIVOLT, { signed: true, open: true, usual: [-3e-3, 0.055] }),
    quantity("ohms", "Ohms, leads off", OHM, { optional: true }),
  ],
  types: ["thermocouple"],
  figures: {
    atHot: { shown: "mV", digits: 5, of: (r) => typeKMillivolts(r.get("hot")) },
    atCold: { shown: "mV", digits: 4, of: (r) => typeKMillivolts(r.get("cold")) },
    expected: { shown: "mV", digits: 5, of: (r) => r.get("atHot") - r.get("atCold") },
    size: { shown: "mV", of: (r) => Math.abs(r.get("expected")) },
    off: { shown: "mV", of: (r) => Math.abs(milli(r.get("reads")) - r.get("expected")) },
    offTurned: { shown: "mV", of: (r) => Math.abs(milli(r.get("reads")) + r.get("expected")) },
    gives: { shown: "mV", of: (r) => Math.abs(milli(r.get("reads"))) },
  },
  working: ["E({hot}) − E({cold}) = {atHot} − {atCold} = {expected}"],
  limits: {
    telling: { of: "size", at: 0.5, text: "undecided where it should give less than {at}", source: PRACTICE },
    close: {
      of: "off",
      at: (r) => Math.max(0.2, 0.025 * r.get("size")),
      text: "within {at}: 0.2 mV or 2.5 %",
      source: `type K by IEC 60584-1, from memory; the limit ${PRACTICE}`,
    },
    nothing: { of: "gives", at: 0.1, text: "less than {at} is nothing", source: PRACTICE },
  },
  rows: [
    { code: "open", verdict: "bad", when: open("ohms"), says: "Open: the weld or a leg has parted." },
    {
      code: "open-volts",
      verdict: "bad",
      when: open("reads"),
      says: "Open, or its lead is off: the meter drifts to OL.",
    },
    {
      code: "same-temperature",
      verdict: "doubtful",
      when: under("telling"),
      says: "So near to each other in temperature it gives {expected}, and a short gives nothing: warm its measuring junction and read again.",
    },
    { code: "good", verdict: "good", when: atMost("close"), says: "Reads correctly." },
    {
      code: "turned",
      verdict: "bad",
      when: atMost("close", "offTurned"),
      says: "Right size, wrong sign: the legs are reversed.",
    },
    {
      code: "short",
      verdict: "bad",
      when: under("nothing"),
      says: "Next to nothing: shorted in its sheath or at the terminals.",
    },
    {
      code: "off",
      verdict: "bad",
      says: "It is off: aged, a second junction on the way, or the wrong extension wire.",
    },
  ],
  edges: {
    telling: { with: { cold: "25", reads: "0.3" }, move: "hot", from: 30, to: 60 },
    close: { with: { hot: "800", cold: "25" }, move: "reads", from: 0.0323, to: 0.036 },
    nothing: { with: { hot: "800", cold: "25" }, move: "reads", from: 0.00001, to: 0.001 },
  },
});
