import { PRACTICE } from "#core/standards/index.ts";
import { all, is, missing, not, open, over, under } from "../table/conditions.ts";
import { choice, OHM, quantity, VOLT, WATT, WHERE } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";

/** Coils keep within this share of their nominal ohms at 20 °C. Common practice, no source. */
const COIL_TOLERANCE = 0.15;
/** Below this share turns are shorted. Common practice, no source. */
const SHORTED_SHARE = 0.7;

/** What an AC coil's winding reads, as shares of its volts by its amps. Common practice, no source. */
const AC_LEAST = 0.05;
const AC_MOST = 0.4;

/** Ohms of a DC coil from its rating: R = V²/P. */
export function coilOhms(volts: number, watts: number): number {
  return volts ** 2 / watts;
}

const isWinding = (r: Reckoning) => r.word("current") === "ac" && r.maybe("data") === undefined;
const nominalTimes = (share: number) => (r: Reckoning) => {
  const nominal = r.maybe("nominal");
  return nominal === undefined || isWinding(r) ? undefined : share * nominal;
};
const impedanceTimes = (share: number) => (r: Reckoning) => {
  const nominal = r.maybe("nominal");
  return nominal === undefined || !isWinding(r) ? undefined : share * nominal;
};

export const coil = fromTable({
  id: "relay-coil",
  family: "Relays and contactors",
  name: "Relay coil",
  purpose: "Whether a coil is whole, by its data or by its volts and watts.",
  prepare: [
    "Dead and proven.",
    "Lift one coil pin, or take the relay out: a diode across the coil reads too.",
  ],
  probes: [
    {
      red: "coil pin",
      black: "other coil pin",
      dial: "Ω",
      note: "with a diode across it, the other way round as well",
    },
  ],
  fields: [
    WHERE,
    choice("current", "Coil for", [
      ["dc", "DC"],
      ["ac", "AC"],
    ]),
    quantity("volts", "Rated volts", VOLT, { usual: [3, 250] }),
    quantity("data", "Ohms by its data", OHM, {
      optional: true,
      hint: "if it is printed or known",
      usual: [1, 1e5],
    }),
    quantity("watts", "Or rated power", WATT, { optional: true, usual: [0.05, 30] }),
    quantity("ohms", "It reads", OHM),
  ],
  types: ["relay", "change-over-relay", "double-relay", "contactor"],
  figures: {
    rated: {
      shown: "Ω",
      of: (r) => (r.maybe("watts") === undefined ? undefined : coilOhms(r.get("volts"), r.get("watts"))),
    },
    nominal: { shown: "Ω", of: (r) => r.maybe("data") ?? r.maybe("rated") },
    share: {
      shown: "share",
      of: (r) => {
        const nominal = r.maybe("nominal");
        return nominal === undefined || isWinding(r) ? undefined : r.get("ohms") / nominal;
      },
    },
    draws: { shown: "A", of: (r) => (isWinding(r) ? undefined : r.get("volts") / r.get("ohms")) },
    apart: {
      shown: "share",
      of: (r) => {
        const [data, rated] = [r.maybe("data"), r.maybe("rated")];
        return data === undefined || rated === undefined || r.word("current") === "ac"
          ? undefined
          : Math.abs(data / rated - 1);
      },
    },
  },
  working: [
    "V² / P = ({volts})² / {watts} = {rated}",
    "{ohms} / {nominal} = {share}; it draws {draws} at {volts}",
  ],
  limits: {
    short: { of: "ohms", at: 1, text: "a coil reads {at} or more", source: PRACTICE },
    agree: {
      of: "apart",
      at: COIL_TOLERANCE,
      text: "its ohms by its data and by its power agree within {at}",
      source: PRACTICE,
    },
    turns: {
      of: "ohms",
      at: nominalTimes(SHORTED_SHARE),
      text: "turns are shorted below {at}",
      source: PRACTICE,
    },
    low: {
      of: "ohms",
      at: nominalTimes(1 - COIL_TOLERANCE),
      text: "at least {at} at 20 °C",
      source: PRACTICE,
    },
    high: {
      of: "ohms",
      at: nominalTimes(1 + COIL_TOLERANCE),
      text: "at most {at} at 20 °C",
      source: PRACTICE,
    },
    windingLeast: {
      of: "ohms",
      at: impedanceTimes(AC_LEAST),
      text: "an AC winding reads at least {at}: 5 % of its impedance",
      source: PRACTICE,
    },
    windingMost: {
      of: "ohms",
      at: impedanceTimes(AC_MOST),
      text: "and at most {at}, 40 %: the rest is reactance",
      source: PRACTICE,
    },
    impedance: {
      of: "ohms",
      at: impedanceTimes(1),
      text: "more than {at} is more than its impedance",
      source: PRACTICE,
    },
  },
  rows: [
    { code: "open", verdict: "bad", when: open("ohms"), says: "The coil is open." },
    {
      code: "contradiction",
      verdict: "doubtful",
      when: over("agree"),
      says: "Its data say {data}, its volts and watts {rated}: one of the two is another relay's. Read the label again.",
    },
    {
      code: "short-in-circuit",
      verdict: "doubtful",
      when: all(under("short"), is("where", "in")),
      says: "{ohms}: a short, here or in what is wired beside it. Lift one pin.",
    },
    { code: "short", verdict: "bad", when: under("short"), says: "A short: no coil reads {ohms}." },
    {
      code: "no-data",
      verdict: "doubtful",
      when: missing("nominal"),
      says: "Not open. Enter its data ohms or its power to judge the rest.",
    },
    {
      code: "winding-doubt",
      verdict: "doubtful",
      when: all(over("windingMost"), not(over("impedance"))),
      says: "More than an AC winding usually reads and less than its impedance: hold it against a good one of the same kind.",
    },
    {
      code: "winding-low",
      verdict: "bad",
      when: under("windingLeast"),
      says: "Too low even for an AC winding: shorted turns.",
    },
    {
      code: "winding-high",
      verdict: "bad",
      when: over("impedance"),
      says: "Higher than its impedance can be: a burnt joint in the winding.",
    },
    {
      code: "turns-or-beside",
      verdict: "doubtful",
      when: all(under("turns"), is("where", "in")),
      says: "Too low: shorted turns, or the driver or a diode beside it. Lift one pin.",
    },
    { code: "turns", verdict: "bad", when: under("turns"), says: "Shorted turns." },
    {
      code: "low",
      verdict: "doubtful",
      when: under("low"),
      says: "A little low: compare with a known-good unit, and lift a pin if it is in circuit.",
    },
    {
      code: "high",
      verdict: "bad",
      when: over("high"),
      says: "Too high: a corroded or burnt wire in the coil, or a cracked joint at its pin.",
    },
    {
      code: "winding",
      verdict: "good",
      when: all(is("current", "ac"), missing("data")),
      says: "{ohms} is a winding's ohms for AC.",
    },
    { code: "whole", verdict: "good", says: "The coil is whole." },
  ],
  edges: {
    short: { with: { where: "out", current: "dc", volts: "12" }, move: "ohms", from: 0.1, to: 10 },
    agree: {
      with: { where: "out", current: "dc", volts: "12", watts: "0.4", ohms: "360" },
      move: "data",
      from: 361,
      to: 600,
    },
    turns: {
      with: { where: "out", current: "dc", volts: "12", watts: "0.4" },
      move: "ohms",
      from: 100,
      to: 300,
    },
    low: {
      with: { where: "out", current: "dc", volts: "12", watts: "0.4" },
      move: "ohms",
      from: 280,
      to: 360,
    },
    high: {
      with: { where: "out", current: "dc", volts: "12", watts: "0.4" },
      move: "ohms",
      from: 370,
      to: 500,
    },
    windingLeast: { with: { current: "ac", volts: "230", watts: "5" }, move: "ohms", from: 300, to: 900 },
    windingMost: { with: { current: "ac", volts: "230", watts: "5" }, move: "ohms", from: 3000, to: 6000 },
    impedance: { with: { current: "ac", volts: "230", watts: "5" }, move: "ohms", from: 9000, to: 12_000 },
  },
});
